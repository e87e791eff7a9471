/** New holders: what stands in them at first. */
import { freshKeys } from '../../order/keys';
import { richFrom } from '../../text/rich';
import type { EditContext } from '../store';
import { formOfHolder, type HolderKind } from './forms';
import { HEAD, partOf, type HolderParts, type Track } from './parts';

/** Words that a new holder starts with, in the language of whoever makes it. */
export interface HolderWords {
	/** Headings over its columns, as many as it has. */
	columns: readonly string[];
	/** Headings beside its rows. */
	rows?: readonly string[];
}

const FIXED_SIZES: Record<string, number> = { done: 36, nods: 52, person: 120, due: 96, signed: 120 };

/** Tracks of these sizes, in this order. */
export function newTracks(
	editContext: EditContext,
	sizes: readonly number[],
	ids?: readonly string[],
): Track[] {
	const places = freshKeys(sizes.length);
	return sizes.map((size, i) => ({ id: ids?.[i] ?? editContext.newId(), z: places[i]!, size }));
}

/** Parts of a new holder with that many rows; its columns follow from the words, or from its form. */
export function newParts(
	editContext: EditContext,
	kind: HolderKind,
	rows: number,
	words: HolderWords,
): HolderParts {
	const form = formOfHolder(kind);
	const sizes = (form.cols ?? words.columns).map((id) => (form.cols && FIXED_SIZES[id]) || form.colSize);
	const cols = newTracks(editContext, sizes, form.cols);
	const lines = newTracks(
		editContext,
		Array.from({ length: form.rows ? rows : 0 }, () => form.rowSize),
	);
	const cells: HolderParts['cells'] = {};
	const headings = { above: HEAD, 'first row': lines[0]?.id, none: undefined }[form.headings];
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
	w: parts.cols.reduce((sum, { size }) => sum + size, formOfHolder(kind).headCol ? 110 : 0),
	h: formOfHolder(kind).rows ? 80 + parts.rows.reduce((sum, { size }) => sum + size, 0) : 380,
});
