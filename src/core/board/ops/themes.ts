/** Making themes, joining them, and sorting notes into them. */
import { placeThemes } from '../../arrange/themes';
import { holdsPoint, overlaps, unionOf, type Box, type Point } from '../../geometry/box';
import { CHALKS } from '../colours';
import { BETWEEN_FRAMES, LEAST_FRAME } from '../holders/theme-layout';
import { isConnector, isField, isNote, isTheme } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import type { BoardObject } from '../objects';
import { type EditContext, transact } from '../store';
import { addObjects, removeObjects } from './edits';
import { notesInOrder, putIntoTheme } from './theme-frames';

/** Chalks of themes, one after the other. */
export const THEME_CHALKS = CHALKS.slice(1, 7);
/** Room between what was there and the first theme, board units. */
const BELOW = 48;
/** Themes stand beside each other until they are about so wide, board units. */
export const ROW = { least: 900, most: 1500 };

/** Themes of a sheet as they are read: row by row. */
export function themesOf(model: BoardQuery, sheet: string): BoardObject[] {
	return model
		.onSheet(sheet)
		.filter(isTheme)
		.sort((a, b) => a.box[1] - b.box[1] || a.box[0] - b.box[0] || (a.id < b.id ? -1 : 1));
}

/** Puts notes into a theme in their order, behind those that are there. */
export function sortInto(
	editContext: EditContext,
	model: BoardQuery,
	theme: string,
	noteIds: Iterable<string>,
): void {
	const into = model.find(theme);
	const notes = [...noteIds]
		.flatMap((id) => model.find(id) ?? [])
		.filter((note) => canBeSorted(note) && note.held?.in !== theme && note.sheet === into?.sheet);
	if (isTheme(into) && notes.length > 0) putIntoTheme(editContext, model, into, notes, Infinity);
}

/**
 * Makes a theme with a name, in a free place beside the themes that are there, else below where
 * its notes lie. Notes are put into it by `sortInto`.
 * @param near the notes that it is for
 * @returns its id
 */
export function addTheme(
	editContext: EditContext,
	model: BoardQuery,
	sheet: string,
	name: string,
	near: readonly string[],
): string {
	const themes = themesOf(model, sheet);
	const { x, y } = placeForTheme(model, sheet, name, themes, near);
	const [id] = addObjects(editContext, model, [
		{
			kind: 'theme',
			sheet,
			box: [x, y, LEAST_FRAME.w, LEAST_FRAME.h, 0],
			style: { chalk: THEME_CHALKS[themes.length % THEME_CHALKS.length]! },
			text: name,
		},
	]);
	return id!;
}

function placeForTheme(
	model: BoardQuery,
	sheet: string,
	name: string,
	themes: readonly BoardObject[],
	near: readonly string[],
): Point {
	const taken = model
		.onSheet(sheet)
		.filter((object) => !isConnector(object))
		.map(({ id }) => model.boundsOf(id)!);
	const around = unionOf(themes.map(({ id }) => model.boundsOf(id)!));
	if (around) return besideThemes(around, taken);
	const notes = near.flatMap((id) => model.find(id) ?? []);
	const fields = new Set(notes.flatMap((note) => model.fieldOf(note) ?? []));
	const below = unionOf([...notes, ...fields].map(({ id }) => model.boundsOf(id)!)) ?? {
		x: 0,
		y: 0,
		w: 0,
		h: 0,
	};
	const start = { x: below.x, y: below.y + below.h + BELOW, width: ROW.least };
	return placeThemes([{ name, notes: [] }], start, taken)[0]!.box;
}

/** The first free place right of a theme, as long as the row is not too wide; else below all. */
function besideThemes(around: Box, taken: readonly Box[]): Point {
	const width = Math.max(ROW.least, Math.min(around.w, ROW.most));
	const step = LEAST_FRAME.w / 4;
	const air = BETWEEN_FRAMES / 2;
	for (let y = around.y; y < around.y + around.h; y += LEAST_FRAME.h)
		for (let x = around.x; x + LEAST_FRAME.w <= around.x + width; x += step) {
			const { w, h } = LEAST_FRAME;
			const withAir = { x: x - air, y: y - air, w: w + 2 * air, h: h + 2 * air };
			if (!taken.some((box) => overlaps(box, withAir))) return { x, y };
		}
	return placeThemes(
		[{ name: '', notes: [] }],
		{ x: around.x, y: around.y + around.h + BETWEEN_FRAMES, width },
		taken,
	)[0]!.box;
}

/** Joins themes: notes of the others go into the first, behind its own, and the others are gone. */
export function mergeThemes(
	editContext: EditContext,
	model: BoardQuery,
	into: string,
	others: readonly string[],
): void {
	const gone = others.filter((id) => id !== into && isTheme(model.find(id)) && !model.find(id)!.lock);
	transact(editContext, () => {
		const notes = gone.flatMap((id) => noteIdsOf(model, id));
		// In this order: what is taken away sets its notes free, and then they are put in.
		removeObjects(editContext, model, gone);
		sortInto(editContext, model, into, notes);
	});
}

/** Ids of the notes of a theme, in their order; none where there is no such theme. */
export function noteIdsOf(model: BoardQuery, theme: string): string[] {
	const object = model.find(theme);
	return isTheme(object) ? notesInOrder(model, object).map(({ id }) => id) : [];
}

/** The uppermost theme at a point that is open to changes. */
export function themeAt(
	model: BoardQuery,
	sheet: string,
	p: Point,
	moving: ReadonlySet<string>,
): BoardObject | undefined {
	return model
		.within(sheet, { ...p, w: 0, h: 0 })
		.reverse()
		.find(
			(each) =>
				isTheme(each) && !each.lock && !moving.has(each.id) && holdsPoint(model.boundsOf(each.id)!, p),
		);
}

/** Whether a note can go into a theme: what lies folded away behind another one goes with that. */
export const canBeSorted = (note: BoardObject): boolean =>
	isNote(note) && note.lock === undefined && !note.hidden;

/** Notes to be sorted: those in a field, or all of a sheet, locked ones too. */
export const notesToSort = (model: BoardQuery, sheet: string, field?: BoardObject): string[] =>
	(field && isField(field) ? model.contentsOf(field) : model.onSheet(sheet).map(({ id }) => id)).filter(
		(id) => {
			const note = model.find(id);
			return isNote(note) && !note.hidden;
		},
	);
