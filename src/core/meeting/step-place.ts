/** Where a step happens, as a place to which everybody can be called. */
import type { BoardQuery } from '../board/model/query';
import { unionOf, type Box } from '../geometry/box';
import type { Step } from './steps';

export interface StepPlace {
	sheet: string;
	/** What is to be seen there. */
	view: Box;
}

/**
 * The view, the field or the sheet of a step; undefined where it has none, or that is empty or
 * gone.
 */
export function placeOf(
	{ view, field, sheet }: Pick<Step, 'view' | 'field' | 'sheet'>,
	model: BoardQuery,
): StepPlace | undefined {
	const isThere = sheet !== undefined && model.sheets.some(({ id }) => id === sheet);
	if (view && isThere) {
		const [x, y, w, h] = view;
		return { sheet, view: { x, y, w, h } };
	}
	const home = field === undefined ? undefined : model.find(field);
	const bounds = home && model.boundsOf(home.id);
	if (bounds) return { sheet: home.sheet, view: bounds };
	const all = isThere
		? unionOf(model.onSheet(sheet).flatMap(({ id }) => model.boundsOf(id) ?? []))
		: undefined;
	return all && { sheet: sheet!, view: all };
}
