/** Putting holders and marks on the board, with the words they start with. */
import { isMark } from '$core/board/kinds/guards';
import { hasBox } from '$core/board/kinds/traits';
import type { HolderKind } from '$core/board/holders/forms';
import { newParts, startSize, type HolderWords } from '$core/board/holders/make';
import { MARK_SIZE } from '$core/board/kinds/mark';
import { stickAt } from '$core/board/ops/marks';
import { MAX_TRACKS, partOf } from '$core/board/holders/parts';
import { Fault } from '$core/fault';
import { plainText, type RichText } from '$core/text/rich';
import type { Box, Point } from '$core/geometry/box';
import { m } from '$lib/messages';
import { kindName } from '$lib/kinds-ui';
import type { Room } from '../room/room.svelte';
import type { Board } from './board.svelte';
import type { Writing } from './writing.svelte';

const headings = (count: number): string[] =>
	Array.from({ length: count }, (_, i) => m.heading_column({ number: i + 1 }));

/** How many rows a new holder has, and the words it starts with. */
const FIRST: Record<HolderKind, { rows: number; words: () => HolderWords }> = {
	columns: {
		rows: 0,
		words: () => ({ columns: [m.columns_open(), m.columns_going(), m.columns_done()] }),
	},
	grid: {
		rows: 2,
		words: () => ({ columns: headings(3), rows: [1, 2].map((number) => m.heading_row({ number })) }),
	},
	list: { rows: 4, words: () => ({ columns: [] }) },
	actions: {
		rows: 3,
		words: () => ({
			columns: ['', m.actions_what(), m.actions_who(), m.actions_until(), m.actions_signed()],
		}),
	},
	table: { rows: 4, words: () => ({ columns: headings(3) }) },
	lanes: {
		rows: 3,
		words: () => ({ columns: [''], rows: [1, 2, 3].map((number) => m.heading_lane({ number })) }),
	},
	'column-lanes': {
		rows: 0,
		words: () => ({ columns: [1, 2, 3].map((number) => m.heading_lane({ number })) }),
	},
};

/** What putting things down needs of a board. */
type PuttingBoard = Pick<Board, 'model' | 'add' | 'next' | 'sheet'> & {
	readonly room: Pick<Room, 'editContext'>;
	readonly writing: Pick<Writing, 'grow'>;
};

/** Puts a holder down with its middle at a point, or in a box that the hand drew; selects it. Returns its id. */
export function putHolder(
	board: PuttingBoard & Pick<Board, 'asOne'>,
	kind: HolderKind,
	at: Point,
	drawn?: Box,
): string {
	const { rows, words } = FIRST[kind];
	const parts = newParts(board.room.editContext, kind, rows, words());
	const { w, h } = startSize(kind, parts);
	const size = drawn ? { w: Math.max(drawn.w, w * 0.4), h: Math.max(drawn.h, 90) } : { w, h };
	const corner = drawn ?? { x: at.x - w / 2, y: at.y - h / 2 };
	let id = '';
	board.asOne(() => {
		id = board.add({
			kind,
			box: [Math.round(corner.x), Math.round(corner.y), Math.round(size.w), Math.round(size.h), 0],
			style: { chalk: board.next.chalk },
			text: kindName(kind),
			parts,
		});
		const made = board.model.find(id);
		if (made) board.writing.grow(made);
	});
	return id;
}

/** Cells beyond which a table is no help on a board. */
const MAX_CELLS = 20_000;

/** Whether a table can have so many rows and columns. */
export const fitsTable = (rows: number, columns: number): boolean =>
	rows <= MAX_TRACKS && columns <= MAX_TRACKS && rows * columns <= MAX_CELLS;

/**
 * Puts a table with these cells into the middle of the view; columns are as wide as their longest
 * words. Returns its id.
 * @throws Fault `too many tracks` where there are more cells than a table can have
 */
export function putTable(
	board: PuttingBoard & Pick<Board, 'freeSpot'>,
	cells: readonly (readonly RichText[])[],
	at?: Point,
): string {
	const { editContext } = board.room;
	const count = cells.reduce((max, row) => Math.max(max, row.length), 0);
	if (!fitsTable(cells.length, count)) throw new Fault('too many tracks', { max: MAX_TRACKS });
	const parts = newParts(editContext, 'table', cells.length, {
		columns: Array.from({ length: count }, () => ''),
	});
	parts.cols.forEach((col, i) => {
		const longest = Math.max(...cells.map((row) => plainText(row[i] ?? []).length));
		col.size = Math.max(70, Math.min(260, 24 + longest * 8));
	});
	cells.forEach((row, i) =>
		row.forEach((text, j) => void (parts.cells[partOf(parts.rows[i]!.id, parts.cols[j]!.id)] = text)),
	);
	const { w, h } = startSize('table', parts);
	const free = board.freeSpot(w, Math.min(h, 400));
	const { x, y } = at ? { x: Math.round(at.x), y: Math.round(at.y) } : free;
	const id = board.add<'table'>({
		kind: 'table',
		box: [x, y, w, h, 0],
		style: { chalk: board.next.chalk },
		text: '',
		parts,
	});
	board.writing.grow(board.model.find(id)!);
	return id;
}

/** The hand takes up a holder, to be put down where it is clicked. */
export function takeHolder(board: Board, kind: HolderKind): void {
	board.next.holder = kind;
	board.takeUp('holder');
}

/** A pictogram as it is chosen from the shelf. */
export interface Chosen {
	name: string;
	d: string;
	solid: boolean;
}

/** Puts a mark down with its middle at a point; it sticks to what lies there. Returns its id. */
export function putMark(
	board: Pick<PuttingBoard, 'model' | 'add' | 'next' | 'sheet'>,
	{ name, d, solid }: Chosen,
	at: Point,
	size = MARK_SIZE,
): string {
	const { markFill, chalk } = board.next;
	const on = stickAt(board.model, board.sheet, at, new Set());
	return board.add<'mark'>({
		kind: 'mark',
		box: [Math.round(at.x - size / 2), Math.round(at.y - size / 2), size, size, 0],
		style: { name, d, ...(solid ? { solid } : {}), fill: markFill, chalk },
		...(on ? { on } : {}),
	});
}

/** Puts marks on the upper right corners of what is selected, each on its own; in the middle of nothing. */
export function markSelection(
	board: PuttingBoard & Pick<Board, 'selected' | 'select' | 'oneStep' | 'menuAt' | 'middle'>,
	chosen: Chosen,
): void {
	const hosts = board.selected.filter((object) => hasBox(object) && !isMark(object));
	if (hosts.length === 0) {
		putMark(board, chosen, board.menuAt ?? board.middle);
		return;
	}
	board.oneStep(() => {
		const ids = hosts.map(({ box: [x, y, w], nods }) =>
			// Beside the sign that counts nods, which has the very corner.
			putMark(board, chosen, { x: x + w - (nods ? 54 : 14), y: y + 6 }, 34),
		);
		board.select(ids);
	});
}
