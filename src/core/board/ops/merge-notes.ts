/**
 * Notes that say the same, as one: one lies on top, the others are folded away behind it, with all
 * that was said about them, and can be taken apart again.
 */
import { placesIn } from '../../geometry/free-place';
import { isConnector, isNote, isTheme } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import type { BoardObject } from '../objects';
import { type EditContext, patch, transact } from '../store';
import { canReparent, hang } from './branches';
import { GATHER_GAP } from './gather';
import { notesInOrder, putIntoTheme } from './theme-frames';

/** Notes that can be laid behind another one: open notes of its sheet. */
function mergeable(model: BoardQuery, top: BoardObject, ids: readonly string[]): BoardObject[] {
	return ids
		.flatMap((id) => model.find(id) ?? [])
		.filter((note) => isNote(note) && note.id !== top.id && canReparent(model, [note.id], top.id));
}

export const canMerge = (model: BoardQuery, top: string, others: readonly string[]): boolean => {
	const note = model.find(top);
	return isNote(note) && note.lock === undefined && mergeable(model, note, others).length > 0;
};

/** Lays notes behind another one that says the same. */
export function mergeNotes(
	editContext: EditContext,
	model: BoardQuery,
	top: string,
	others: readonly string[],
): void {
	const note = model.find(top);
	if (!isNote(note) || note.lock) return;
	const behind = mergeable(model, note, others);
	if (behind.length === 0) return;
	transact(editContext, () => {
		hang(
			editContext,
			model,
			behind.map(({ id }) => id),
			{ parent: top, index: model.maps.branchesOf(top).length },
		);
		patch(editContext, top, { mapStyle: { ...note.mapStyle, folded: true } });
	});
}

/** The notes that lie folded away behind a note, and behind those. */
export const notesBehind = (model: BoardQuery, top: string): string[] =>
	model.find(top)?.mapStyle?.folded
		? model.maps.descendantsOf(top).filter((id) => isNote(model.find(id)))
		: [];

/**
 * Takes notes apart that were one: those from behind come to lie after it in its theme, else in
 * free places beside it. Returns their ids.
 */
export function takeApart(editContext: EditContext, model: BoardQuery, top: string): string[] {
	const note = model.find(top);
	if (!note || note.lock) return [];
	const all = notesBehind(model, top).flatMap((id) => model.find(id) ?? []);
	if (all.length === 0) return [];
	const { folded: _, ...style } = note.mapStyle!;
	transact(editContext, () => {
		patch(editContext, top, { mapStyle: Object.keys(style).length > 0 ? style : undefined });
		const theme = model.find(note.theme ?? '');
		if (isTheme(theme) && !theme.lock) {
			const index = notesInOrder(model, theme).findIndex(({ id }) => id === top) + 1;
			putIntoTheme(editContext, model, theme, all, index);
		} else {
			const place = placesBeside(model, note);
			for (const { id, box } of all) {
				const [, , w, h, angle] = box;
				const { x, y } = place({ w, h });
				patch(editContext, id, { branch: undefined, box: [x, y, w, h, angle] });
			}
		}
	});
	return all.map(({ id }) => id);
}

/** Room beside a note in which free places are looked for first, board units. */
const ROOM = { w: 540, h: 300 };

function placesBeside(
	model: BoardQuery,
	{ sheet, box: [x, y, w] }: BoardObject,
): ReturnType<typeof placesIn> {
	const room = { x: x + w + GATHER_GAP, y, ...ROOM };
	const taken = model
		.within(sheet, { x: room.x - 1e4, y, w: 2e4, h: 1e5 })
		.filter((other) => isNote(other) && !other.hidden && !isConnector(other))
		.map(({ id }) => model.boundsOf(id)!);
	return placesIn({ room, taken, gap: GATHER_GAP });
}
