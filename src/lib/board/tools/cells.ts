/** The hand inside a holder: cells are picked, lines nodded at and ticked, columns made wider. */
import { spotAt, type HolderSpot } from '$core/board/holders/draw';
import { nodAtRow, setColumnWidth, setFact, setLaneSize } from '$core/board/holders/edits';
import { formOfHolder, isHolder, isOpen, NODS_COL } from '$core/board/holders/forms';
import { areRows } from '$core/board/holders/lanes';
import type { BoardObject } from '$core/board/objects';
import { localPoint, TITLE } from '$core/board/holders/layout';
import { HEAD } from '$core/board/holders/parts';
import { textParts, type Holder } from '$core/board/holders/setting';
import { chalkOn } from '$core/board/colours';
import type { Primitive } from '$core/board/drawing';
import { turn, type Point } from '$core/geometry/box';
import type { Board } from '../board.svelte';
import type { HandEvent } from './tool';

/** How near the hand must come to the edge of a column, pixels. */
const NEAR = 5;

export interface Spot extends HolderSpot {
	holder: Holder;
}

/** What of the uppermost holder is under the hand; nothing where something else lies on it. */
export function spotUnder(board: Board, event: HandEvent, id: string | undefined): Spot | undefined {
	const holder = id ? board.model.find(id) : undefined;
	if (!holder || !isHolder(holder)) return undefined;
	const spot = spotAt(holder as Holder, event.at, (event.touch ? 3 : 1) * (NEAR / board.view.scale));
	return spot && { ...spot, holder: holder as Holder };
}

/** Whether a spot does something when it is clicked, whatever is selected. */
export const isActive = ({ holder, row, col }: Spot): boolean =>
	row !== undefined &&
	row !== HEAD &&
	(col === NODS_COL || (formOfHolder(holder.kind).items && col === 'done'));

/** Nods at a line, or ticks an item. */
export function act(board: Board, { holder, row, col }: Spot): void {
	if (row === undefined) return;
	if (col === 'nods') {
		if (board.room.may('nod')) nodAtRow(board.room.editContext, holder.id, row);
	} else if (!holder.lock && board.mayEdit) {
		const isDone = holder.parts?.facts[row]?.done;
		setFact(board.room.editContext, holder.id, row, 'done', isDone ? undefined : true);
	}
}

/** Picks the cell under the hand in a holder that was selected already. */
export function pickCell(board: Board, spot: Spot | undefined): void {
	board.cell = spot?.part;
	board.wake();
}

/** Writes in the cell under the hand, or in the title. */
export function writeAt(board: Board, { holder, part }: Spot): void {
	if (part === undefined || textParts(holder).includes(part)) board.startEditing(holder.id, part);
	else pickCell(board, { holder, part });
}

export interface Widening {
	id: string;
	axis: 'row' | 'col';
	/** The column, or the lane. */
	track: string;
	/** Where the hand took hold, and how large it was. */
	from: Point;
	size: number;
	/** How large it would be now. */
	width: number;
}

const tracksOf = ({ laid }: BoardObject, axis: 'row' | 'col') =>
	(axis === 'row' ? laid?.rows : laid?.cols) ?? [];

/** Begins to make the column or lane larger whose edge is under the hand. */
export function startWidening(board: Board, { holder, edge }: Spot, event: HandEvent): Widening | undefined {
	if (!edge || holder.lock || !board.mayEdit) return undefined;
	const { axis, id: track } = edge;
	const size = tracksOf(holder, axis).find(({ id }) => id === track)?.size;
	if (size === undefined) return undefined;
	return { id: holder.id, axis, track, from: localPoint(holder.box, event.at), size, width: size };
}

/** The size that it would have with the hand where it is now. */
export function widen(board: Board, widening: Widening, event: HandEvent): void {
	const holder = board.model.find(widening.id);
	if (!holder) return;
	const { x, y } = localPoint(holder.box, event.at);
	const by = widening.axis === 'row' ? y - widening.from.y : x - widening.from.x;
	widening.width = Math.max(30, Math.round(widening.size + by));
	board.wake();
}

export function finishWidening(board: Board, { id, axis, track, size, width }: Widening): void {
	const before = board.model.find(id);
	if (width === size || !before) return;
	const isLane = isOpen(before) && areRows(before) === (axis === 'row');
	const setSize = isLane ? setLaneSize : setColumnWidth;
	board.asOne(() => {
		setSize(board.room.editContext, board.model, id, track, width);
		const holder = board.model.find(id);
		if (holder) board.writing.grow(holder);
	});
}

/** The line at which the edge would be. */
export function wideningItems(board: Board, { id, axis, track, width }: Widening): Primitive[] {
	const holder = board.model.find(id);
	const laid = holder && tracksOf(holder, axis).find((each) => each.id === track);
	if (!holder || !laid) return [];
	const [x, y, w, h, angle] = holder.box;
	const centre = { x: x + w / 2, y: y + h / 2 };
	const at = laid.at + width;
	const end = (dx: number, dy: number): [number, number] => {
		const p = turn({ x: x + dx, y: y + dy }, centre, angle);
		return [p.x, p.y];
	};
	const stroke = chalkOn('ochre', board.ground.surface);
	const points = axis === 'row' ? [end(0, at), end(w, at)] : [end(at, TITLE), end(at, h)];
	return [{ type: 'path', points, closed: false, stroke, width: 2 / board.view.scale }];
}
