/** Going on from an object: the next one of a flow, the next note. */
import { isNote } from '$core/board/kinds/guards';
import { growFrom, nextPlace, type Direction } from '$core/board/ops/grow';
import { slotAfter } from '$core/board/holders/cards';
import { makeRoom } from '$core/board/ops/theme-frames';
import { NOTE_SIZES, type BoardObject } from '$core/board/objects';
import { neededHeight } from '$core/board/kinds';
import type { NewObject } from '$core/board/ops/edits';
import { richFrom } from '$core/text/rich';
import { reveal } from '$core/geometry/view';
import { exitWords } from '../words/flows';
import type { Board } from './board.svelte';

/** Adds the next object beside the selected one, linked to it, and lets one write in it. */
export function grow(board: Board, direction: Direction): void {
	const [id] = board.selection;
	if (!board.mayAll || !id || board.selection.size !== 1) return;
	const next = growFrom(board.room.editContext, board.model, id, direction, { words: exitWords() });
	if (next) startOn(board, next);
}

/** The next note beside a note: of the same look, in a free place. */
export function nextNote(board: Board): void {
	const id = board.editing ?? [...board.selection][0];
	board.stopEditing();
	const note = id ? board.model.find(id) : undefined;
	if (!board.mayEdit || !isNote(note)) return;
	const { form, pigment } = note.style;
	const size = NOTE_SIZES[form];
	const place = nextPlace(
		board.model,
		{ ...note, box: [note.box[0], note.box[1], size.w, size.h, 0] },
		'right',
		16,
	);
	const held = note.held && nextHeld(board, note);
	const theme = held?.in === note.theme ? board.model.find(held?.in ?? '') : undefined;
	const box: BoardObject['box'] = [place.x, place.y, place.w, place.h, 0];
	let next = '';
	board.oneStep(() => {
		next = board.add<'note'>({
			kind: 'note',
			...(held ? { held } : {}),
			...(theme ? { theme: theme.id } : {}),
			box,
			style: { ...note.style, form, pigment },
		});
		if (theme) makeRoom(board.room.editContext, board.model, theme, [{ id: next, box, held }]);
	});
	startOn(board, next);
}

/** The place after a note in the holder that it lies in. */
function nextHeld(board: Board, note: BoardObject): BoardObject['held'] {
	const slot = slotAfter(board.model, note);
	return slot && { in: slot.holder, row: slot.row, col: slot.col, at: slot.at };
}

/** The height that a new object needs for its text, board units. */
export function heightFor(board: Pick<Board, 'context'>, spec: NewObject): number {
	const object = {
		...spec,
		text: typeof spec.text === 'string' ? richFrom(spec.text) : (spec.text ?? []),
		id: '',
		z: '',
		by: ['', ''],
		made: 0,
		changed: 0,
	} as unknown as BoardObject;
	return Math.max(spec.box[3], neededHeight(object, board.context));
}

/** Brings a new object into view and lets one write in it. */
export function startOn(board: Board, id: string): void {
	const bounds = board.model.boundsOf(id);
	if (bounds) board.setView(reveal(board.view, bounds, board.size));
	board.startEditing(id);
}
