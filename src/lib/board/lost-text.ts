/**
 * What somebody was writing when it was taken away under their hands: they are told, and can put it
 * down again.
 */
import { traitsOf } from '$core/board/kinds/traits';
import type { BoardObject } from '$core/board/objects';
import { isEmpty, plainText, richFrom, type RichText } from '$core/text/rich';
import { readText } from '$core/board/document';
import { m } from '$lib/messages';
import { toaster } from '$lib/ui/toaster';
import type { Node } from '@tiptap/pm/model';
import { prosemirrorToYXmlFragment } from '@tiptap/y-tiptap';
import * as Y from 'yjs';
import type { Board } from './board.svelte';
import { catchTyping } from './typing';

/** How far beside its place a text is put down that would lie over another, board units. */
const BESIDE = 24;

/**
 * Says that a text was taken away; where there was any, it is offered to be put down again, with
 * what is still being typed.
 */
export function offerLostText(board: Board, lost: BoardObject, written: Node, isPart: boolean): void {
	let text = textOf(written);
	const offer = offering(m.text_taken_away());
	const show = (): void =>
		offer(m.text_taken_away_kept({ text: shortened(plainText(text)) }), () =>
			putDownAgain(board, lost, text, isPart),
		);
	if (isEmpty(text)) toaster.info({ title: m.text_taken_away() });
	else show();
	const before = text;
	catchTyping((typed) => {
		text = withTyped(before, typed);
		show();
	});
}

/**
 * Keeps what somebody types on while they may not write any more, and offers it beside where they
 * wrote.
 */
export function keepTypedOn(board: Board, object: BoardObject): void {
	const [x, y, ...size] = object.box;
	const beside: BoardObject = { ...object, box: [x + BESIDE, y + BESIDE, ...size] };
	const offer = offering(m.text_put_down_not_now());
	catchTyping((typed) =>
		offer(m.text_typed_on({ text: shortened(typed) }), () =>
			putDownAgain(board, beside, richFrom(typed), true),
		),
	);
}

/** Offers a text to be put down again; called once more, it says anew what there is by then. */
function offering(title: string): (description: string, putDown: () => void) => void {
	let shown: string | undefined;
	return (description, putDown) => {
		const told = {
			type: 'info' as const,
			title,
			description,
			// It is the only copy of what they wrote: it stays until they decide.
			duration: Number.POSITIVE_INFINITY,
			action: { label: m.text_put_down(), onClick: putDown },
		};
		if (shown === undefined) shown = toaster.create(told);
		else toaster.update(shown, told);
	};
}

/** A text with what was typed at its end. */
function withTyped(text: RichText, typed: string): RichText {
	const [first, ...others] = richFrom(typed);
	const last = text.at(-1);
	if (!last || !first) return [...text, ...richFrom(typed)];
	return [...text.slice(0, -1), { ...last, runs: [...last.runs, ...first.runs] }, ...others];
}

function textOf(written: Node): RichText {
	const fragment = new Y.Doc().getXmlFragment('text');
	prosemirrorToYXmlFragment(written, fragment);
	return readText(fragment);
}

const shortened = (text: string): string => (text.length > 120 ? `${text.slice(0, 119)}…` : text);

function putDownAgain(board: Board, lost: BoardObject, text: RichText, isPart: boolean): void {
	if (board.mayEdit) return void putDown(board, lost, text, isPart);
	toaster.create({
		type: 'info',
		title: m.text_put_down_not_now(),
		description: m.text_put_down_not_now_more(),
		duration: Number.POSITIVE_INFINITY,
		action: { label: m.text_put_down(), onClick: () => putDownAgain(board, lost, text, isPart) },
	});
}

/**
 * As it was and where it was, if its sheet is still there; what stood in a part of something
 * becomes a note.
 */
function putDown(board: Board, lost: BoardObject, text: RichText, isPart: boolean): void {
	const [x, y, w, h, angle] = lost.box;
	const isHere = board.model.sheets.some(({ id }) => id === lost.sheet);
	if (isHere) board.goToSheet(lost.sheet);
	const { x: mx, y: my } = board.middle;
	const at = (width: number, height: number): [number, number] =>
		isHere ? [x, y] : [Math.round(mx - width / 2), Math.round(my - height / 2)];
	const isAsBefore = !isPart && traitsOf(lost).textOnly;
	board.asOne(() => {
		if (isAsBefore) {
			const box: [number, number, number, number, number] = [...at(w, h), w, h, angle];
			board.add({ kind: lost.kind, box, style: lost.style, text } as Parameters<Board['add']>[0]);
		} else {
			const style = { form: 'card', pigment: board.next.pigment } as const;
			const id = board.add({ kind: 'note', box: [...at(160, 96), 160, 96, 0], style, text });
			const note = board.model.find(id);
			if (note) board.writing.grow(note);
		}
	});
	board.showAll([...board.selection]);
}
