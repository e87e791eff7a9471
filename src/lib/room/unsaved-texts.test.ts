import { addObject, removeObjects } from '$core/board/ops/edits';
import { fragmentOf } from '$core/board/document';
import { removeTrack } from '$core/board/holders/edits';
import { cellKey, partOf } from '$core/board/holders/parts';
import { seedText } from '$core/board/text-nodes';
import { holderAt, noteAt, partner, testBoard } from '$core/board/testing';
import { plainText } from '$core/text/rich';
import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { UnsavedTexts, type LostWords } from './unsaved-texts';

function write(doc: Y.Doc, id: string, words: string, part?: string): void {
	const paragraph = fragmentOf(doc, id, part)!.get(0) as Y.XmlElement;
	(paragraph.get(0) as Y.XmlText).insert(0, words);
}

/** Somebody offline, and what they are told to have lost. */
function offlineWriter(known: readonly string[] = []) {
	const board = testBoard();
	const offline = partner(board);
	const lost: LostWords[] = [];
	let stored: readonly string[] = [];
	const begin = (): UnsavedTexts =>
		new UnsavedTexts(
			offline.model,
			offline.doc,
			known,
			(ids) => (stored = ids),
			(each) => lost.push(each),
		);
	return { board, offline, lost, begin, stored: () => stored };
}
const words = ({ text }: LostWords): string => plainText(text);

describe('texts that are not saved', () => {
	it('are told to be lost, whole, when others delete what they stand in before they arrive', () => {
		const { board, offline, lost, begin, stored } = offlineWriter();
		const id = addObject(board.editContext, board.model, noteAt(board.sheet, 0, 0, 'the bench'));
		begin();
		offline.cut();
		write(offline.doc, id, 'Mend ');
		expect(stored()).toEqual([id]);
		removeObjects(board.editContext, board.model, [id]);
		offline.join();
		expect(lost.map(words)).toEqual(['Mend the bench']);
		expect(stored()).toEqual([]);
	});

	it('of cells are lost with their row as well', () => {
		const { board, offline, lost, begin } = offlineWriter();
		const id = holderAt(board, 'table');
		const { rows, cols } = board.model.find(id)!.parts!;
		const part = partOf(rows[1]!.id, cols[0]!.id);
		const cell = offline.doc.getMap<Y.Map<unknown>>('objects').get(id)!;
		begin();
		offline.cut();
		seedText(cell, cellKey(part));
		write(offline.doc, id, 'two screws', part);
		seedText(board.doc.getMap<Y.Map<unknown>>('objects').get(id)!, cellKey(part));
		removeTrack(board.editContext, board.model, id, 'row', rows[1]!.id);
		offline.join();
		expect(lost.map(({ part: at, ...rest }) => [at, words(rest as LostWords)])).toEqual([
			[part, 'two screws'],
		]);
	});

	it('that are saved, or deleted by their own writer, are not told', () => {
		const { board, offline, lost, begin } = offlineWriter();
		const ids = ['a', 'b'].map((text) =>
			addObject(board.editContext, board.model, noteAt(board.sheet, 0, 0, text)),
		);
		const texts = begin();
		for (const id of ids) write(offline.doc, id, 'x');
		texts.clear();
		removeObjects(board.editContext, board.model, [ids[0]!]);
		write(offline.doc, ids[1]!, 'y');
		removeObjects(offline.editContext, offline.model, [ids[1]!]);
		expect(lost).toEqual([]);
	});

	it('are known again on the next visit', () => {
		const board = testBoard();
		const id = addObject(
			board.editContext,
			board.model,
			noteAt(board.sheet, 0, 0, 'Typed, then the window closed'),
		);
		const offline = partner(board);
		const lost: LostWords[] = [];
		new UnsavedTexts(
			offline.model,
			offline.doc,
			[id, 'gone'],
			() => {},
			(each) => lost.push(each),
		);
		removeObjects(board.editContext, board.model, [id]);
		expect(lost.map(words)).toEqual(['Typed, then the window closed']);
	});
});
