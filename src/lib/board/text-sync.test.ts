// @vitest-environment jsdom
import { seedText, seedTextNodes } from '$core/board/text-nodes';
import { fragmentOf, objectsOf, readText, writeText } from '$core/board/document';
import { randomFrom } from '$core/rehearsal/random';
import { plainText } from '$core/text/rich';
import { Editor, Extension } from '@tiptap/core';
import * as Y from 'yjs';
import { afterEach, describe, expect, it } from 'vitest';
import { TEXT_EXTENSIONS } from './text-extensions';
import { textSync } from './text-sync';

const open: Editor[] = [];
afterEach(() => open.splice(0).forEach((editor) => editor.destroy()));

interface Writer {
	doc: Y.Doc;
	editor: Editor;
	/** Updates of the others that have not arrived yet. */
	waiting: Uint8Array[];
	typed: string;
}

function editorOn(doc: Y.Doc, part?: string): Editor {
	const fragment = fragmentOf(doc, 'n', part)!;
	seedTextNodes(doc, fragment);
	const editor = new Editor({
		element: document.createElement('div'),
		extensions: [
			...TEXT_EXTENSIONS,
			Extension.create({ name: 'liveText', addProseMirrorPlugins: () => textSync(fragment) }),
		],
	});
	editor.commands.setTextSelection(editor.state.doc.content.size);
	open.push(editor);
	return editor;
}

/**
 * Several who have the same board open; what one writes reaches the others when `deliver` says so.
 */
function writersOn(start: Uint8Array, count: number, prepare: (doc: Y.Doc) => void, part?: string): Writer[] {
	const writers = Array.from({ length: count }, (): Writer => {
		const doc = new Y.Doc();
		Y.applyUpdate(doc, start);
		return { doc, editor: undefined as unknown as Editor, waiting: [], typed: '' };
	});
	for (const writer of writers) {
		writer.doc.on('update', (update: Uint8Array, origin: unknown) => {
			if (origin === 'wire') return;
			for (const other of writers) if (other !== writer) other.waiting.push(update);
		});
		prepare(writer.doc);
		writer.editor = editorOn(writer.doc, part);
	}
	return writers;
}

const deliver = (to: Writer, count = Infinity): void => {
	for (const update of to.waiting.splice(0, count)) Y.applyUpdate(to.doc, update, 'wire');
};

const type = (writer: Writer, letter: string): void => {
	writer.editor.view.dispatch(writer.editor.state.tr.insertText(letter));
	writer.typed += letter;
};

/** What of a text each client wrote, in the order in which it stands. */
function lettersBy(fragment: Y.XmlFragment): Map<number, string> {
	const letters = new Map<number, string>();
	const visit = (type: Y.AbstractType<unknown>): void => {
		for (let item = type._start; item; item = item.right) {
			if (item.deleted) continue;
			if (item.content instanceof Y.ContentString)
				letters.set(item.id.client, (letters.get(item.id.client) ?? '') + item.content.str);
			else if (item.content instanceof Y.ContentType) visit(item.content.type);
		}
	};
	visit(fragment as unknown as Y.AbstractType<unknown>);
	return letters;
}

function boardWith(text: Y.XmlFragment | undefined): Uint8Array {
	const doc = new Y.Doc();
	objectsOf(doc).set('n', new Y.Map(text ? [['text', text]] : []) as Y.Map<unknown>);
	return Y.encodeStateAsUpdate(doc);
}

/** A text as it came from older boards: a paragraph without a text node. */
function bareText(): Y.XmlFragment {
	const fragment = new Y.XmlFragment();
	fragment.insert(0, [new Y.XmlElement('paragraph')]);
	return fragment;
}

const WORDS = ['a be cia', '12 3  45', 'x y z  w', 'ÄÖ Ü  ßé'];

function writeAtRandom(writers: Writer[], seed: number): void {
	const random = randomFrom(seed);
	const words = WORDS.map((each) => [...each]);
	while (writers.some((_, i) => words[i]!.length > 0)) {
		const i = Math.floor(random() * writers.length);
		if (random() < 0.5) deliver(writers[i]!, 1 + Math.floor(random() * 3));
		else if (words[i]!.length > 0) type(writers[i]!, words[i]!.shift()!);
	}
	for (const writer of writers) deliver(writer);
}

function expectWhole(writers: Writer[], part?: string): void {
	const texts = writers.map(({ doc }) => plainText(readText(fragmentOf(doc, 'n', part))));
	expect(new Set(texts).size, texts.join(' | ')).toBe(1);
	for (const { doc, typed, editor } of writers) {
		expect(lettersBy(fragmentOf(doc, 'n', part)!).get(doc.clientID)).toBe(typed);
		expect(editor.state.doc.textContent).toBe(texts[0]!.replaceAll('\n', ''));
	}
	expect(texts[0]!.replaceAll('\n', '').length).toBe(
		writers.reduce((sum, { typed }) => sum + typed.length, 0),
	);
}

describe('two to four who begin to write in the same empty text', () => {
	for (const [what, start] of [
		['a new note', () => boardWith(writeText([]))],
		['a note of older boards', () => boardWith(bareText())],
	] as const)
		it(`keep every letter in ${what}, each in their order, in whatever order things arrive`, () => {
			for (let seed = 1; seed <= 60; seed++) {
				const writers = writersOn(start(), 2 + (seed % 3), () => {});
				writeAtRandom(writers, seed);
				expectWhole(writers);
			}
		});

	it('keep every letter in a cell that nobody has written in', () => {
		for (let seed = 1; seed <= 40; seed++) {
			const prepare = (doc: Y.Doc): void => seedText(objectsOf(doc).get('n')!, 'cell:r:c');
			const writers = writersOn(boardWith(undefined), 2 + (seed % 3), prepare, 'r:c');
			writeAtRandom(writers, seed);
			expectWhole(writers, 'r:c');
		}
	});

	it('keep every letter in a line that one of them has just begun', () => {
		const [one, other] = writersOn(boardWith(writeText([])), 2, () => {}) as [Writer, Writer];
		one.editor.commands.splitBlock();
		deliver(other);
		other.editor.commands.setTextSelection(other.editor.state.doc.content.size);
		for (const letter of 'abc') type(one, letter);
		for (const letter of '123') type(other, letter);
		deliver(one);
		deliver(other);
		for (const letter of 'de') type(one, letter);
		deliver(other);
		expectWhole([one, other]);
	});
});

it('writes a letter where it was typed, also between equal ones', () => {
	const [one, other] = writersOn(boardWith(writeText([])), 2, () => {}) as [Writer, Writer];
	type(one, 'x');
	deliver(other);
	other.editor.commands.setTextSelection(2);
	type(other, ' ');
	deliver(one);
	// Before the other's space.
	one.editor.commands.setTextSelection(2);
	type(one, ' ');
	type(one, 'y');
	deliver(other);
	expectWhole([one, other]);
	expect(one.editor.state.doc.textContent).toBe('x y ');
});

it('keeps marks, deletes and lines in step', () => {
	const [one, other] = writersOn(boardWith(writeText([{ runs: [{ text: 'one two' }] }])), 2, () => {}) as [
		Writer,
		Writer,
	];
	one.editor.commands.setTextSelection({ from: 1, to: 4 });
	one.editor.commands.toggleBold();
	one.editor.commands.setTextSelection(4);
	one.editor.view.dispatch(one.editor.state.tr.insertText('s'));
	one.editor.commands.setTextSelection(6);
	one.editor.commands.splitBlock();
	deliver(other);
	expect(readText(fragmentOf(other.doc, 'n'))).toEqual([
		{ runs: [{ text: 'ones', bold: true }, { text: ' ' }] },
		{ runs: [{ text: 'two' }] },
	]);
	other.editor.commands.setTextSelection({ from: 2, to: 9 });
	other.editor.commands.deleteSelection();
	deliver(one);
	expect(one.editor.state.doc.textContent).toBe(other.editor.state.doc.textContent);
	expect(readText(fragmentOf(one.doc, 'n'))).toEqual(readText(fragmentOf(other.doc, 'n')));
});
