/** Steps in which everybody sorts notes at once, in silence. */
import { isField, isNote } from '../board/kinds/guards';
import { themesOf } from '../board/ops/themes';
import type { BoardQuery } from '../board/model/query';
import { plainText } from '../text/rich';
import type { Running } from './runsheet';
import type { Step } from './steps';

/** Tells one run of a step from another. */
export const sortingRun = ({ step, startedAt }: Running): string => `${step}.${startedAt}`;

/** What is sorted in a step: notes in no theme yet, and the themes that stand there. */
export interface ToSort {
	sheet: string;
	notes: { id: string; text: string }[];
	themes: { id: string; name: string }[];
}

/**
 * Notes of the field of a step, or of its sheet; where it has neither, of the sheet with the most
 * notes in no theme.
 */
export function toSortIn(model: BoardQuery, { field, sheet }: Pick<Step, 'field' | 'sheet'>): ToSort {
	const loose = (ids: readonly string[]): ToSort['notes'] =>
		ids.flatMap((id) => {
			const note = model.find(id);
			const isOpen = isNote(note) && note.theme === undefined && !note.hidden && note.lock === undefined;
			return isOpen ? [{ id, text: plainText(note.text) }] : [];
		});
	const region = model.find(field ?? '');
	const onSheet = (id: string): ToSort['notes'] => loose(model.onSheet(id).map((object) => object.id));
	const place =
		region && isField(region)
			? { sheet: region.sheet, notes: loose(model.contentsOf(region)) }
			: model.sheets
					.filter(({ id }) => sheet === undefined || id === sheet)
					.map(({ id }) => ({ sheet: id, notes: onSheet(id) }))
					.reduce((most, next) => (next.notes.length > most.notes.length ? next : most), {
						sheet: sheet ?? '',
						notes: [] as ToSort['notes'],
					});
	const themes = themesOf(model, place.sheet).map(({ id, text }) => ({ id, name: plainText(text).trim() }));
	return { ...place, themes };
}
