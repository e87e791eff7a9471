/** Frames of themes: what lies in them, and room for what they grow by. */
import { isNote, isTheme } from '../kinds/guards';
import { overlaps, type Box } from '../../geometry/box';
import { keysAfter } from '../../order/keys';
import { layOut, ONLY_ROW, type Card } from '../holders/layout';
import { BETWEEN_FRAMES, ONLY_COLUMN } from '../holders/theme-layout';
import { asCard } from '../model/derived-layout';
import type { BoardQuery } from '../model/query';
import type { BoardObject, BoxValues } from '../objects';
import { type EditContext, patch, transact } from '../store';

const asBox = ([x, y, w, h]: BoxValues): Box => ({ x, y, w, h });

/**
 * Notes of a theme in their order; behind them those that lie in it as they please, as they are
 * read.
 */
export function notesInOrder(model: BoardQuery, theme: BoardObject): BoardObject[] {
	const placeOf = ({ held }: BoardObject): string | undefined =>
		held?.in === theme.id ? held.at : undefined;
	return model
		.contentsOf(theme)
		.flatMap((id) => model.find(id) ?? [])
		.filter(isNote)
		.sort((a, b) => {
			const [p, q] = [placeOf(a), placeOf(b)];
			if (p !== q) return p === undefined ? 1 : q === undefined ? -1 : p < q ? -1 : 1;
			const asRead = p === undefined ? a.box[1] - b.box[1] || a.box[0] - b.box[0] : 0;
			return asRead || (a.id < b.id ? -1 : 1);
		});
}

/**
 * Gives notes of a theme that lie in it as they please their places in its rows, as they are read,
 * behind those that have one.
 * @param coming notes that are put in now, and get their places by that
 * @returns the places of all but those, in their order
 */
function adopt(
	editContext: EditContext,
	model: BoardQuery,
	theme: BoardObject,
	coming: ReadonlySet<string>,
): string[] {
	const all = notesInOrder(model, theme).filter(({ id }) => !coming.has(id));
	const taken = all.flatMap(({ held }) => (held?.in === theme.id ? held.at : []));
	const loose = all.filter(({ held, lock }) => held?.in !== theme.id && lock === undefined);
	const places = keysAfter(taken, taken.length - 1, loose.length);
	loose.forEach(({ id }, i) => patch(editContext, id, { held: heldIn(theme.id, places[i]!) }));
	return [...taken, ...places];
}

/** A place among the notes of a theme. */
export const heldIn = (theme: string, at: string): NonNullable<BoardObject['held']> => ({
	in: theme,
	row: ONLY_ROW,
	col: ONLY_COLUMN,
	at,
});

/** Values of a note that is put into a theme; where it lay before is kept. */
export const valuesInTheme = (note: BoardObject, theme: string, at: string): Record<string, unknown> => ({
	branch: undefined,
	theme,
	held: heldIn(theme, at),
	...(note.theme === undefined
		? { before: { at: [note.box[0], note.box[1]], ...(note.held ? { held: note.held } : {}) } }
		: {}),
});

/** A note as far as it takes room in a frame. */
type SizedNote = Pick<BoardObject, 'id' | 'box' | 'held'>;

/** The box that a theme has with more notes in it, or with some of another size, board units. */
function frameWith(model: BoardQuery, theme: BoardObject, more: readonly SizedNote[]): Box {
	const set = theme.set ?? theme.box;
	const coming = new Set(more.map(({ id }) => id));
	const there = notesInOrder(model, theme).filter(({ id }) => !coming.has(id));
	const cards: Card[] = [...there, ...more].map(asCard);
	const { laid } = layOut(theme, set, cards);
	return { x: set[0], y: set[1], w: laid.w, h: laid.h };
}

/**
 * Puts notes into a theme, in their order, after `index` of those that are there, and makes room
 * for its frame.
 */
export function putIntoTheme(
	editContext: EditContext,
	model: BoardQuery,
	theme: BoardObject,
	notes: readonly BoardObject[],
	index: number,
): void {
	transact(editContext, () => {
		const taken = adopt(editContext, model, theme, new Set(notes.map(({ id }) => id)));
		const places = keysAfter(taken, Math.min(index, taken.length) - 1, notes.length);
		notes.forEach((note, i) =>
			patch(editContext, note.id, { box: note.box, ...valuesInTheme(note, theme.id, places[i]!) }),
		);
		makeRoom(editContext, model, theme, notes);
	});
}

/**
 * Moves other themes down out of the way of one that grows; locked ones stay.
 * @param theme as it is before it grows
 * @param coming notes that come into it, or have another size
 */
export function makeRoom(
	editContext: EditContext,
	model: BoardQuery,
	theme: BoardObject,
	coming: readonly SizedNote[],
): void {
	const others = model
		.onSheet(theme.sheet)
		.filter((other) => isTheme(other) && other.id !== theme.id && other.lock === undefined)
		.sort((a, b) => a.box[1] - b.box[1]);
	const before = asBox(theme.box);
	const still = [frameWith(model, theme, coming)];
	for (const other of others) {
		let box = asBox(other.box);
		// Frames that were drawn over each other stay so.
		if (overlaps(box, before)) continue;
		for (let hit = blocking(box, still); hit; hit = blocking(box, still))
			box = { ...box, y: hit.y + hit.h + BETWEEN_FRAMES };
		still.push(box);
		const down = box.y - other.box[1];
		if (down === 0) continue;
		const [x, y, w, h, angle] = other.set ?? other.box;
		patch(editContext, other.id, { box: [x, y + down, w, h, angle] });
	}
}

const blocking = (box: Box, still: readonly Box[]): Box | undefined =>
	still.find((other) => overlaps(box, other));
