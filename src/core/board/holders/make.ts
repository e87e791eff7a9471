/** New holders: what stands in them at first. */
import { freshKeys } from '../order-keys';
import { richFrom } from '../../text/rich';
import type { Hand } from '../store';
import { ACTION_COLS, LIST_COLS, type HolderKind } from './forms';
import { HEAD, partOf, type HolderParts, type Track } from './parts';

/** Words that a new holder starts with, in the language of whoever makes it. */
export interface HolderWords {
	/** Headings over its columns, as many as it has. */
	columns: readonly string[];
	/** Headings beside its rows. */
	rows?: readonly string[];
}

const COL_SIZE: Record<HolderKind, number> = { columns: 200, grid: 200, list: 300, actions: 240, table: 150 };
const ROW_SIZE: Record<HolderKind, number> = { columns: 0, grid: 130, list: 32, actions: 36, table: 32 };
const FIXED: Partial<Record<HolderKind, readonly string[]>> = { list: LIST_COLS, actions: ACTION_COLS };
const FIXED_SIZES: Record<string, number> = { done: 36, nods: 52, person: 120, due: 96, signed: 120 };

/** Tracks of these sizes, in this order. */
export function newTracks(hand: Hand, sizes: readonly number[], ids?: readonly string[]): Track[] {
	const places = freshKeys(sizes.length);
	return sizes.map((size, i) => ({ id: ids?.[i] ?? hand.newId(), z: places[i]!, size }));
}

/** Parts of a new holder with that many rows; its columns follow from the words, or from its form. */
export function newParts(hand: Hand, kind: HolderKind, rows: number, words: HolderWords): HolderParts {
	const fixed = FIXED[kind];
	const sizes = (fixed ?? words.columns).map((id) => (fixed && FIXED_SIZES[id]) || COL_SIZE[kind]);
	const cols = newTracks(hand, sizes, fixed);
	const lines = newTracks(
		hand,
		Array.from({ length: kind === 'columns' ? 0 : rows }, () => ROW_SIZE[kind]),
	);
	const cells: HolderParts['cells'] = {};
	const headings = kind === 'table' ? lines[0]?.id : kind === 'list' ? undefined : HEAD;
	words.columns.forEach((word, i) => {
		const col = cols[i];
		if (headings && col) cells[partOf(headings, col.id)] = richFrom(word);
	});
	words.rows?.forEach((word, i) => {
		const row = lines[i];
		if (row) cells[partOf(row.id, HEAD)] = richFrom(word);
	});
	return { rows: lines, cols, cells, facts: {}, nods: {} };
}

/** Size that a holder starts with: that of its columns, and as high as its rows need. */
export const startSize = (kind: HolderKind, parts: HolderParts): { w: number; h: number } => ({
	w: parts.cols.reduce((sum, { size }) => sum + size, kind === 'grid' ? 110 : 0),
	h: kind === 'columns' ? 380 : 80 + parts.rows.reduce((sum, { size }) => sum + size, 0),
});
