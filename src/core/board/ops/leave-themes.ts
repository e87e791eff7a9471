/** Taking notes out of their themes, back to where they lay before. */
import { overlaps, type Box } from '../../geometry/box';
import { placesIn } from '../../geometry/free-place';
import { takesCards } from '../holders/forms';
import { BETWEEN_FRAMES } from '../holders/theme-layout';
import { isConnector, isNote, isTheme } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import type { BoardObject } from '../objects';
import { type EditContext, patch, transact } from '../store';
import { removeObjects } from './edits';
import { GATHER_GAP } from './gather';
import { notesInOrder } from './theme-frames';

/** Height of the room below themes in which free places are looked for first, board units. */
const ROOM = 400;

/** The holder in which a note lay, where it is there and open. */
function holderBefore(model: BoardQuery, { before, sheet }: BoardObject): BoardObject['held'] {
	const holder = model.find(before?.held?.in ?? '');
	const isOpen = holder !== undefined && holder.sheet === sheet && !holder.lock && takesCards(holder);
	return isOpen ? before!.held : undefined;
}

/** Values of a note that lies where it lay before it was sorted. */
function valuesBefore(model: BoardQuery, note: BoardObject): Record<string, unknown> | undefined {
	if (!note.before) return undefined;
	const [x, y] = note.before.at;
	return {
		box: [x, y, note.box[2], note.box[3], note.box[4]],
		held: holderBefore(model, note),
		theme: undefined,
		before: undefined,
	};
}

/**
 * Takes notes out of their themes: each to where it lay before; where nobody knows that, or
 * another note lies there now, to a free place below the frame.
 */
export function takeOutOfThemes(
	editContext: EditContext,
	model: BoardQuery,
	noteIds: Iterable<string>,
): void {
	const notes = [...noteIds]
		.flatMap((id) => model.find(id) ?? [])
		.filter((note) => isNote(note) && note.theme !== undefined && note.lock === undefined);
	const leaving = new Set(notes.map(({ id }) => id));
	transact(editContext, () => {
		const places = new Map<string, ReturnType<typeof placesIn>>();
		for (const note of notes) {
			const back = valuesBefore(model, note);
			if (back && (back['held'] || isFree(model, note, leaving))) {
				patch(editContext, note.id, back);
				continue;
			}
			const frame = model.boundsOf(note.theme!) ?? boxAround(note);
			let place = places.get(note.theme!);
			if (!place) places.set(note.theme!, (place = placesBelow(model, note.sheet, frame)));
			const [, , w, h, angle] = note.box;
			const { x, y } = place({ w, h });
			patch(editContext, note.id, {
				box: [x, y, w, h, angle],
				held: undefined,
				theme: undefined,
				before: undefined,
			});
		}
	});
}

const boxAround = ({ box: [x, y, w, h] }: BoardObject): Box => ({ x, y, w, h });

/** Whether no other note lies where a note lay before. */
function isFree(
	model: BoardQuery,
	{ sheet, before, box }: BoardObject,
	leaving: ReadonlySet<string>,
): boolean {
	const [x, y] = before!.at;
	const wanted = { x, y, w: box[2], h: box[3] };
	return !model
		.within(sheet, wanted)
		.some((other) => isNote(other) && !leaving.has(other.id) && overlaps(boxAround(other), wanted));
}

function placesBelow(model: BoardQuery, sheet: string, frame: Box): ReturnType<typeof placesIn> {
	const room = { x: frame.x, y: frame.y + frame.h + BETWEEN_FRAMES, w: Math.max(frame.w, 540), h: ROOM };
	const taken = model
		.within(sheet, { ...room, x: room.x - 1e4, w: room.w + 2e4, h: 1e6 })
		.filter((other) => !isConnector(other))
		.map(({ id }) => model.boundsOf(id)!);
	return placesIn({ room, taken, gap: GATHER_GAP });
}

/** Open themes of a sheet some of whose notes can go back to where they lay before. */
export const themesToLayBack = (model: BoardQuery, sheet: string): BoardObject[] =>
	model
		.onSheet(sheet)
		.filter((theme) => isTheme(theme) && theme.lock === undefined)
		.filter((theme) => notesInOrder(model, theme).some(({ before, lock }) => before && lock === undefined));

/**
 * Puts the notes of themes back to where they lay before they were sorted; themes that are empty
 * then go.
 */
export function layBack(editContext: EditContext, model: BoardQuery, themes: Iterable<string>): void {
	const empty: string[] = [];
	const back: { id: string; values: Record<string, unknown> }[] = [];
	for (const id of themes) {
		const theme = model.find(id);
		if (!isTheme(theme) || theme.lock) continue;
		const notes = notesInOrder(model, theme);
		const going = notes.flatMap((note) => {
			const values = note.lock === undefined ? valuesBefore(model, note) : undefined;
			return values ? [{ id: note.id, values }] : [];
		});
		if (going.length === notes.length && going.length > 0) empty.push(id);
		back.push(...going);
	}
	transact(editContext, () => {
		// In this order: a frame that goes leaves its notes where they stand in it.
		removeObjects(editContext, model, empty);
		for (const { id, values } of back) patch(editContext, id, values);
	});
}
