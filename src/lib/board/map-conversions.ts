/** Maps from what is selected, and back into notes, lists and columns. */
import {
	addMap,
	mapIntoColumns,
	mapIntoList,
	mapIntoNotes,
	outlineFrom,
	underOne,
} from '$core/board/ops/map-conversions';
import { moveObjects } from '$core/board/ops/edits';
import { unionOf, type Box } from '$core/geometry/box';
import type { Outline } from '$core/mindmap/outline';
import type { Board } from './board.svelte';
import { heightFor } from './going-on';
import { branchOf } from './maps';

export const CONVERTED = ['notes', 'list', 'columns'] as const;
export type Converted = (typeof CONVERTED)[number];

/** Distance between what something was made of and what was made, board units. */
const BESIDE = 120;

/**
 * What of the selection would be a map by itself: themes, fields, holders, texts of several lines.
 */
export function outlinesOfSelection(board: Pick<Board, 'selected' | 'model' | 'editing'>): Outline[] {
	if (branchOf(board)) return [];
	return board.selected.flatMap((object) => outlineFrom(board.model, object) ?? []);
}

/** Makes a map of what is selected, to the right of it; what is there stays. */
export function mapOfSelection(board: Board): void {
	const outlines = outlinesOfSelection(board);
	const round = unionOf(board.selected.flatMap(({ id }) => board.model.boundsOf(id) ?? []));
	if (outlines.length > 0 && round) putMap(board, underOne(outlines), round);
}

/** Puts a map down right of a box, and shows it. */
function putMap(board: Board, outline: Outline, beside: Box): void {
	let ids: string[] = [];
	board.asOne(() => {
		ids = addMap(board.room.editContext, board.model, outline, {
			sheet: board.sheet,
			at: { x: beside.x + beside.w + BESIDE, y: beside.y + beside.h / 2 },
			heightOf: (spec) => heightFor(board, spec),
		});
		// It grows to both sides: as far over as its left half is wide.
		const made = unionOf(ids.flatMap((id) => board.model.boundsOf(id) ?? []));
		const by = made ? Math.max(0, Math.round(beside.x + beside.w + BESIDE - made.x)) : 0;
		moveObjects(board.room.editContext, board.model, ids.slice(0, 1), by, 0);
	});
	board.select(ids.slice(0, 1));
	board.showAll(ids);
}

/** Makes something else of the map of what is selected. */
export function convertMap(board: Board, into: Converted): void {
	const object = branchOf(board);
	if (!object) return;
	const { editContext } = board.room;
	const all = [object.id, ...board.model.maps.descendantsOf(object.id)];
	const round = unionOf(all.flatMap((id) => board.model.boundsOf(id) ?? []));
	if (!round) return;
	const at = { x: Math.round(round.x + round.w + BESIDE), y: Math.round(round.y) };
	board.asOne(() => {
		if (into === 'notes') return mapIntoNotes(editContext, board.model, object.id);
		const id = (into === 'list' ? mapIntoList : mapIntoColumns)(editContext, board.model, object.id, at);
		const made = id === undefined ? undefined : board.model.find(id);
		if (!made) return;
		board.writing.grow(made);
		board.select([made.id]);
		board.showAll([made.id]);
	});
}
