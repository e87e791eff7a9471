/** Lining things up: edges, centres, even gaps, rows. Each gives the new upper left corners. */
import { unionOf, type Box, type Point } from '../geometry/box';

export interface Placed {
	id: string;
	box: Box;
}
export type Moves = Map<string, Point>;

export const EDGES = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Edge = (typeof EDGES)[number];

/** Moves everything so that it shares an edge or a centre line of the box round all of it. */
export function align(items: readonly Placed[], edge: Edge): Moves {
	const round = unionOf(items.map((item) => item.box));
	const moves: Moves = new Map();
	if (!round) return moves;
	for (const { id, box } of items) {
		const to: Point = { x: box.x, y: box.y };
		if (edge === 'left') to.x = round.x;
		else if (edge === 'right') to.x = round.x + round.w - box.w;
		else if (edge === 'centre') to.x = round.x + (round.w - box.w) / 2;
		else if (edge === 'top') to.y = round.y;
		else if (edge === 'bottom') to.y = round.y + round.h - box.h;
		else to.y = round.y + (round.h - box.h) / 2;
		moves.set(id, to);
	}
	return moves;
}

/** Spaces things evenly between the first and the last, which stay; fewer than three stay as they are. */
export function distribute(items: readonly Placed[], axis: 'x' | 'y'): Moves {
	const size = axis === 'x' ? 'w' : 'h';
	const moves: Moves = new Map();
	const sorted = [...items].sort(
		(a, b) => a.box[axis] + a.box[size] / 2 - (b.box[axis] + b.box[size] / 2) || (a.id < b.id ? -1 : 1),
	);
	const first = sorted[0];
	const last = sorted.at(-1);
	if (!first || !last || sorted.length < 3) return moves;
	const from = first.box[axis];
	const room = last.box[axis] + last.box[size] - from;
	const filled = sorted.reduce((sum, { box }) => sum + box[size], 0);
	const gap = (room - filled) / (sorted.length - 1);
	let at = from;
	for (const { id, box } of sorted) {
		moves.set(id, { x: box.x, y: box.y, [axis]: at });
		at += box[size] + gap;
	}
	return moves;
}

/** Distance between things that are tidied up, board units. */
export const TIDY_GAP = 16;

/**
 * Puts things into even rows from the upper left corner of what they cover, in the order in which one
 * would read them. Rows are about as wide as they were; nothing overlaps.
 */
export function tidyRows(items: readonly Placed[], gap = TIDY_GAP): Moves {
	const moves: Moves = new Map();
	const round = unionOf(items.map((item) => item.box));
	if (!round) return moves;
	const rows = readingRows(items);
	const widest = Math.max(...items.map(({ box }) => box.w));
	const area = items.reduce((sum, { box }) => sum + (box.w + gap) * (box.h + gap), 0);
	// A heap becomes a block of a card's proportions; what already stands in rows keeps their width.
	const width = Math.max(
		widest,
		rows.length > 1 || items.length < 3 ? Math.min(round.w, Math.sqrt(area * 2.4)) : round.w + widest,
	);
	let x = round.x;
	let y = round.y;
	let height = 0;
	for (const { id, box } of rows.flat()) {
		if (x > round.x && x + box.w > round.x + width + 0.5) {
			x = round.x;
			y += height + gap;
			height = 0;
		}
		moves.set(id, { x, y });
		x += box.w + gap;
		height = Math.max(height, box.h);
	}
	return moves;
}

/** Things in rows as one reads them: those belong together that share half the height of the lower one. */
export function readingRows<T extends Placed>(items: readonly T[]): T[][] {
	const rows: { top: number; bottom: number; items: T[] }[] = [];
	const byTop = (a: T, b: T): number => a.box.y - b.box.y || a.box.x - b.box.x || (a.id < b.id ? -1 : 1);
	for (const item of [...items].sort(byTop)) {
		const { y, h } = item.box;
		const row = rows.find(({ top, bottom }) => {
			const shared = Math.min(bottom, y + h) - Math.max(top, y);
			return shared >= Math.min(h, bottom - top) / 2;
		});
		if (row) row.items.push(item);
		else rows.push({ top: y, bottom: y + h, items: [item] });
	}
	return rows.map(({ items: row }) => row.sort((a, b) => a.box.x - b.box.x || (a.id < b.id ? -1 : 1)));
}
