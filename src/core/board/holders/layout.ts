/**
 * Where everything in a holder stands. Places of what was put in are never written to the document: they
 * follow from the order, so two people who put things in at once, or undo it, can never leave a gap or a heap.
 */
import { centreOf, turn, type Point } from '../../geometry/box';
import { isTheme } from '../kinds/guards';
import { boxOf } from '../kinds/outline';
import type { BoardObject, BoxValues } from '../objects';
import {
	flow,
	inOrder,
	ONLY_ROW,
	PAD,
	type Card,
	type HolderLayout,
	type Laid,
	type LaidTrack,
} from './flow';
import { layTheme } from './theme-layout';
import { formOf, type HolderForm } from './forms';
import { HEAD, type HolderParts, type Track } from './parts';

export { ONLY_ROW, PAD, type Card, type HolderLayout, type Laid, type LaidTrack };

/** Height of the line with the title, of a row of headings, and the least height of any row. */
export const TITLE = 38;
export const HEAD_ROW = 34;
export const MIN_ROW = 32;
const HEAD_COL = 110;
/** Room for one card that is kept free in an empty slot. */
const EMPTY_SLOT = 76;

/** Cards by slot, each slot in its order. Cards of rows and columns that are gone go to the first one. */
function bySlot(form: HolderForm, parts: HolderParts, cards: readonly Card[]): Map<string, Card[]> {
	const rows = form.rows ? parts.rows.map(({ id }) => id) : [ONLY_ROW];
	const cols = parts.cols.map(({ id }) => id);
	const slots = new Map<string, Card[]>();
	for (const card of cards) {
		const row = rows.includes(card.row) ? card.row : rows[0];
		const col = cols.includes(card.col) ? card.col : cols[0];
		const key = `${row}:${col}`;
		const slot = slots.get(key);
		if (slot) slot.push(card);
		else slots.set(key, [card]);
	}
	for (const slot of slots.values()) slot.sort(inOrder);
	return slots;
}

/** Cards of a column, one under the other, in its middle; returns the height that they need. */
function stack(
	cards: readonly Card[],
	width: number,
	put: (card: Card, x: number, y: number) => void,
): number {
	let y = PAD;
	for (const card of cards) {
		put(card, Math.max(PAD, (width - card.w) / 2), y);
		y += card.h + PAD;
	}
	return y;
}

function follow(tracks: readonly Track[], start: number, sizeOf: (track: Track) => number): LaidTrack[] {
	let at = start;
	return tracks.map((track) => {
		const size = sizeOf(track);
		const laid = { id: track.id, at, size };
		at += size;
		return laid;
	});
}

/**
 * Lays out what things are put into, each kind in its way.
 * @param set the box as it stands in the document, board units
 */
export function layOut(
	{ kind, parts }: Pick<BoardObject, 'kind' | 'parts'>,
	set: BoxValues,
	cards: readonly Card[],
): HolderLayout {
	return isTheme({ kind }) ? layTheme(set, cards) : layHolder(kind, set, parts!, cards);
}

/**
 * Lays a holder out. Columns share its width by their sizes and are never narrower than what lies in them;
 * rows grow with their content, and those of a grid also share its height.
 *
 * @param box the holder's box as it stands in the document, board units
 */
export function layHolder(
	kind: BoardObject['kind'],
	box: BoxValues,
	parts: HolderParts,
	cards: readonly Card[],
): HolderLayout {
	const form = formOf(kind)!;
	const slots = bySlot(form, parts, cards);
	const inSlot = (row: string, col: string): Card[] => slots.get(`${row}:${col}`) ?? [];
	const headW = form.headCol ? (parts.head?.w ?? HEAD_COL) : 0;
	const headH = form.headRow ? Math.max(HEAD_ROW, parts.head?.h ?? 0) : 0;
	const shares = parts.cols.reduce((sum, { size }) => sum + size, 0) || 1;
	const scale = Math.max(0.05, box[2] / (shares + headW));
	const rowIds = form.rows ? parts.rows.map(({ id }) => id) : [ONLY_ROW];
	const widest = (col: string): number =>
		Math.max(0, ...rowIds.flatMap((row) => inSlot(row, col).map((card) => card.w + 2 * PAD)));
	const cols = follow(parts.cols, headW * scale, (col) => Math.max(col.size * scale, widest(col.id)));
	const last = cols.at(-1);
	const w = last ? last.at + last.size : Math.max(headW, box[2]);
	const top = TITLE + headH;

	const places = new Map<string, Point>();
	/** Puts the cards of a slot at a height; returns the height that they need. */
	const fill = (row: string, y: number): number => {
		const needs = cols.map(({ id, at, size }) => {
			const put = (card: Card, dx: number, dy: number): void =>
				void places.set(card.id, { x: at + dx, y: y + dy });
			return (form.flow === 'down' ? stack : flow)(inSlot(row, id), size, put);
		});
		return Math.max(form.flow ? EMPTY_SLOT : 0, ...needs);
	};

	let rows: LaidTrack[];
	if (!form.rows) {
		const needed = fill(ONLY_ROW, top);
		rows = [{ id: ONLY_ROW, at: top, size: Math.max(needed, box[3] - top) }];
		for (const col of cols) col.count = inSlot(ONLY_ROW, col.id).length;
	} else {
		const natural = parts.rows.reduce((sum, { size }) => sum + Math.max(MIN_ROW, size), 0) || 1;
		const stretch = form.flow || form.open ? Math.max(0.05, (box[3] - top) / natural) : 1;
		let at = top;
		rows = parts.rows.map(({ id, size }) => {
			const needed = form.flow ? fill(id, at) : 0;
			const row = { id, at, size: Math.max(needed, Math.max(MIN_ROW, size) * stretch) };
			at += row.size;
			return row;
		});
	}
	const bottom = rows.at(-1);
	const h = bottom ? bottom.at + bottom.size : top + MIN_ROW;
	return {
		laid: {
			w,
			h,
			cols,
			rows,
			...(form.headRow ? { headRow: { id: HEAD, at: TITLE, size: headH } } : {}),
			...(form.headCol ? { headCol: { id: HEAD, at: 0, size: headW * scale } } : {}),
		},
		places,
	};
}

/** The box of a card in board units: in its place in the holder, turned with it. */
export function cardBox(holder: BoxValues, place: Point, card: { w: number; h: number }): BoxValues {
	const box = boxOf(holder);
	const middle = { x: box.x + place.x + card.w / 2, y: box.y + place.y + card.h / 2 };
	const centre = box.angle ? turn(middle, centreOf(box), box.angle) : middle;
	return [centre.x - card.w / 2, centre.y - card.h / 2, card.w, card.h, box.angle];
}

/** A point of the board in the holder's own coordinates. */
export function localPoint(holder: BoxValues, p: Point): Point {
	const box = boxOf(holder);
	const straight = box.angle ? turn(p, centreOf(box), -box.angle) : p;
	return { x: straight.x - box.x, y: straight.y - box.y };
}

/** A holder as it is laid out, scaled to its box: while it is being resized the two differ. */
export function laidOf(object: BoardObject): Laid | undefined {
	const { laid } = object;
	if (!laid) return undefined;
	const [, , w, h] = object.box;
	if (Math.abs(w - laid.w) < 0.01 && Math.abs(h - laid.h) < 0.01) return laid;
	const [kx, ky] = [w / (laid.w || 1), (h - TITLE) / (laid.h - TITLE || 1)];
	const across = (track: LaidTrack): LaidTrack => ({ ...track, at: track.at * kx, size: track.size * kx });
	const down = (track: LaidTrack): LaidTrack => ({
		...track,
		at: TITLE + (track.at - TITLE) * ky,
		size: track.size * ky,
	});
	return {
		w,
		h,
		cols: laid.cols.map(across),
		rows: laid.rows.map(down),
		...(laid.headRow ? { headRow: down(laid.headRow) } : {}),
		...(laid.headCol ? { headCol: across(laid.headCol) } : {}),
	};
}
