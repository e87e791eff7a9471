/** An object in words: for search, for lists, for whoever listens instead of looking, for other programs. */
import { nameOf } from './kinds';
import { plainText } from '../text/rich';
import { formOf, isTextCell } from './holders/forms';
import { HEAD, partOf } from './holders/parts';
import type { BoardObject } from './objects';

/** Lines of a holder, cell by cell, with what is known of action items and how many nod at a line. */
export function rowsOf(object: BoardObject): string[][] {
	const { parts } = object;
	const form = formOf(object.kind);
	if (!parts || !form) return [];
	const cols = [...(form.headCol ? [HEAD] : []), ...parts.cols.map(({ id }) => id)];
	const rows = [...(form.headRow ? [HEAD] : []), ...(form.rows ? parts.rows.map(({ id }) => id) : [])];
	return rows.map((row) =>
		cols.map((col) => {
			if (isTextCell(form, row, col)) return plainText(parts.cells[partOf(row, col)] ?? []);
			const facts = parts.facts[row];
			if (col === 'nods') return String(parts.nods[row]?.length ?? 0);
			if (col === 'done') return facts?.done ? 'x' : '';
			if (col === 'person') return facts?.person?.name ?? '';
			if (col === 'due') return facts?.due ?? '';
			return col === 'signed' ? (facts?.signed?.name ?? '') : '';
		}),
	);
}

/** Everything that can be read in an object, a line each. */
export function wordsOf(object: BoardObject): string {
	const own = plainText(object.text) || nameOf(object);
	if (!object.parts) return own;
	const lines = rowsOf(object).map((cells) => cells.filter(Boolean).join(' | '));
	return [own, ...lines].filter(Boolean).join('\n');
}
