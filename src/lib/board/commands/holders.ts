/** Commands on holders: adding them, and working on the rows, columns and lines of the one selected. */
import { isActionItems, isList } from '$core/board/kinds/guards';
import {
	addTrack,
	canChangeTracks,
	nodAtRow,
	removeTrack,
	setFact,
	shiftTrack,
	signOff,
	type Axis,
} from '$core/board/holders/edits';
import { HOLDERS, isHolder } from '$core/board/holders/forms';
import { HEAD, partOf, rowAndCol } from '$core/board/holders/parts';
import { textParts, type Holder } from '$core/board/holders/setting';
import { m } from '$lib/messages';
import { kindName } from '$lib/kinds-ui';
import type { Board } from '../board.svelte';
import { putHolder } from '../holders';
import type { Command } from './command';

/** The holder that is selected alone. */
export function holderIn(board: Board): Holder | undefined {
	const [object, more] = board.selected;
	return object && !more && isHolder(object) ? (object as Holder) : undefined;
}

/** The row or column that the picked cell is in, when such can be changed. */
function trackIn(board: Board, axis: Axis): { holder: Holder; id: string } | undefined {
	const holder = holderIn(board);
	if (!holder || holder.lock || !board.cell || !canChangeTracks(holder, axis)) return undefined;
	const id = rowAndCol(board.cell)[axis];
	return { holder, id };
}

/** The line of the picked cell, not a heading. */
export function lineIn(board: Board): { holder: Holder; row: string } | undefined {
	const holder = holderIn(board);
	const row = board.cell ? rowAndCol(board.cell).row : HEAD;
	return holder && holder.parts?.rows.some(({ id }) => id === row) ? { holder, row } : undefined;
}

/** Adds a row or column beside the picked cell, or at the end, and picks the new cell. */
export function addBeside(board: Board, axis: Axis, side: 'before' | 'after'): void {
	const holder = holderIn(board);
	if (!holder || holder.lock || !board.mayEdit) return;
	const tracks = axis === 'row' ? holder.parts!.rows : holder.parts!.cols;
	const there = board.cell && rowAndCol(board.cell)[axis];
	const index = there === undefined ? tracks.length - 1 : tracks.findIndex(({ id }) => id === there);
	const after = side === 'after' ? tracks[index]?.id : tracks[index - 1]?.id;
	let id = '';
	board.asOne(() => {
		id = addTrack(board.room.editContext, board.model, holder.id, axis, after);
		board.writing.grow(board.model.find(holder.id)!);
	});
	const { row, col } = board.cell ? rowAndCol(board.cell) : { row: HEAD, col: HEAD };
	board.cell =
		axis === 'row' ? partOf(id, col === HEAD ? (holder.parts!.cols[0]?.id ?? HEAD) : col) : partOf(row, id);
	board.wake();
}

/** Picks the cell beside the picked one. Says whether there is a picked one at all. */
export function moveCell(board: Board, dx: number, dy: number): boolean {
	const holder = holderIn(board);
	if (!holder?.laid || !board.cell) return false;
	const { laid } = holder;
	const rows = [...(laid.headRow ? [HEAD] : []), ...laid.rows.map(({ id }) => id)];
	const cols = [...(laid.headCol ? [HEAD] : []), ...laid.cols.map(({ id }) => id)];
	const { row, col } = rowAndCol(board.cell);
	const nextRow = rows[Math.max(0, Math.min(rows.length - 1, rows.indexOf(row) + dy))];
	const nextCol = cols[Math.max(0, Math.min(cols.length - 1, cols.indexOf(col) + dx))];
	if (nextRow !== undefined && nextCol !== undefined) board.cell = partOf(nextRow, nextCol);
	board.wake();
	return true;
}

const beside = (axis: Axis, side: 'before' | 'after', label: () => string): Command => ({
	id: `add ${axis} ${side}`,
	label,
	keys: [],
	edits: true,
	section: 'cells',
	when: (board) => {
		const holder = holderIn(board);
		return holder !== undefined && !holder.lock && canChangeTracks(holder, axis);
	},
	run: (board) => addBeside(board, axis, side),
});

const shift = (axis: Axis, by: -1 | 1, label: () => string): Command => ({
	id: `shift ${axis} ${by}`,
	label,
	keys: [],
	edits: true,
	section: 'cells',
	when: (board) => trackIn(board, axis) !== undefined,
	run(board) {
		const track = trackIn(board, axis);
		if (track) shiftTrack(board.room.editContext, board.model, track.holder.id, axis, track.id, by);
	},
});

const remove = (axis: Axis, label: () => string): Command => ({
	id: `remove ${axis}`,
	label,
	keys: [],
	edits: true,
	section: 'cells',
	when: (board) => trackIn(board, axis) !== undefined,
	run(board) {
		const track = trackIn(board, axis);
		if (track && removeTrack(board.room.editContext, board.model, track.holder.id, axis, track.id))
			board.cell = undefined;
	},
});

const isAction = (board: Board): boolean => isActionItems(lineIn(board)?.holder) && !holderIn(board)?.lock;

export const HOLDER_COMMANDS: Command[] = [
	...HOLDERS.map((kind): Command => ({
		id: `add ${kind}`,
		label: () => m.command_add({ kind: kindName(kind) }),
		keys: [],
		edits: true,
		run: (board) => void putHolder(board, kind, board.menuAt ?? board.middle),
	})),
	{
		id: 'shelf',
		label: () => m.command_shelf(),
		keys: ['a'],
		edits: true,
		section: 'put',
		run: (board) => void (board.shelf = true),
	},
	{
		id: 'write cell',
		label: () => m.write_cell(),
		keys: ['Enter', 'F2'],
		edits: true,
		quiet: true,
		when: (board) => {
			const holder = holderIn(board);
			return holder !== undefined && board.cell !== undefined && textParts(holder).includes(board.cell);
		},
		run: (board) => board.startEditing(holderIn(board)!.id, board.cell),
	},
	{
		id: 'next cell',
		label: () => m.next_cell(),
		keys: ['Tab'],
		edits: true,
		quiet: true,
		when: (board) => holderIn(board) !== undefined,
		run(board) {
			const holder = holderIn(board)!;
			const parts = textParts(holder);
			board.cell = parts[(board.cell ? parts.indexOf(board.cell) + 1 : 0) % parts.length];
			board.wake();
		},
	},
	{
		id: 'nod at line',
		label: () => m.line_nod(),
		keys: ['n'],
		edits: true,
		section: 'cells',
		when: (board) => isList(lineIn(board)?.holder),
		run(board) {
			const line = lineIn(board);
			if (line) nodAtRow(board.room.editContext, line.holder.id, line.row);
		},
	},
	{
		id: 'tick item',
		label: () => m.item_done(),
		keys: ['x'],
		edits: true,
		section: 'cells',
		when: isAction,
		run(board) {
			const { holder, row } = lineIn(board)!;
			setFact(
				board.room.editContext,
				holder.id,
				row,
				'done',
				holder.parts!.facts[row]?.done ? undefined : true,
			);
		},
	},
	{
		id: 'sign item',
		label: () => m.item_sign(),
		keys: [],
		edits: true,
		section: 'cells',
		when: isAction,
		run(board) {
			const { holder, row } = lineIn(board)!;
			signOff(board.room.editContext, board.model, holder.id, row);
		},
	},
	beside('row', 'before', () => m.row_above()),
	beside('row', 'after', () => m.row_below()),
	beside('col', 'before', () => m.column_left()),
	beside('col', 'after', () => m.column_right()),
	shift('row', -1, () => m.row_up()),
	shift('row', 1, () => m.row_down()),
	shift('col', -1, () => m.column_back()),
	shift('col', 1, () => m.column_on()),
	remove('row', () => m.row_remove()),
	remove('col', () => m.column_remove()),
];
