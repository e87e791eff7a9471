/** Everything that can be read on a board as one list, in parts: for small screens. */
import { isContainer } from '../kinds/traits';
import { isConnector, isTheme } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import type { BoardObject } from '../objects';
import { wordsOf } from '../words';
import { plainText } from '../../text/rich';
import { fieldsInOrder } from './sequence';

export const READ_BY = ['fields', 'themes'] as const;
export type ReadBy = (typeof READ_BY)[number];

/** A field or theme with what is written in it; without an id what lies in none of them. */
export interface ReadingPart {
	id: string | undefined;
	title: string;
	sheet: string;
	objects: BoardObject[];
}

/** The order in which one reads: from the top, and in a row from the left. */
export const asRead = (a: BoardObject, b: BoardObject): number =>
	a.box[1] - b.box[1] || a.box[0] - b.box[0] || (a.id < b.id ? -1 : 1);

const isReadable = (object: BoardObject): boolean =>
	!isContainer(object) && !isConnector(object) && wordsOf(object).trim() !== '';

/** Themes of a sheet with their notes; everything else lies in none. */
function themesOn(model: BoardQuery, sheet: string): ReadingPart[] {
	const on = model.onSheet(sheet);
	return on
		.filter(isTheme)
		.sort(asRead)
		.map((theme) => ({
			id: theme.id,
			title: plainText(theme.text),
			sheet,
			objects: on.filter((object) => object.theme === theme.id && isReadable(object)).sort(asRead),
		}));
}

function fieldsOn(model: BoardQuery, sheet: string): ReadingPart[] {
	const told = new Set<string>();
	return fieldsInOrder(model, sheet).map((field) => {
		const objects = model
			.contentsOf(field)
			.flatMap((id) => model.find(id) ?? [])
			// What lies where two fields overlap is read once.
			.filter((object) => isReadable(object) && !told.has(object.id))
			.sort(asRead);
		for (const { id } of objects) told.add(id);
		return { id: field.id, title: plainText(field.text), sheet, objects };
	});
}

/**
 * Parts with something in them, sheet by sheet; in each as one reads. Every object stands in one
 * part.
 */
export function readingList(model: BoardQuery, by: ReadBy): ReadingPart[] {
	return model.sheets.flatMap(({ id: sheet, title }) => {
		const parts = by === 'themes' ? themesOn(model, sheet) : fieldsOn(model, sheet);
		const told = new Set(parts.flatMap(({ objects }) => objects.map(({ id }) => id)));
		const rest = model
			.onSheet(sheet)
			.filter((object) => isReadable(object) && !told.has(object.id))
			.sort(asRead);
		return [...parts, { id: undefined, title, sheet, objects: rest }].filter(
			({ objects }) => objects.length > 0,
		);
	});
}
