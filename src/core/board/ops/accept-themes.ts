/** Takes a proposal of themes over onto the board, as one transaction and so as one undo step. */
import { isConnector, isNote, isTheme } from '../kinds/guards';
import { placeThemes } from '../../arrange/themes';
import { unionOf } from '../../geometry/box';
import { keysAfter } from '../../order/keys';
import { LEAST_FRAME } from '../holders/theme-layout';
import type { Theme } from '../../themes';
import { objectsOf } from '../document';
import { addObjects, type NewObject } from './edits';
import { type EditContext, patch } from '../store';
import { valuesInTheme } from './theme-frames';
import { canBeSorted, THEME_CHALKS } from './themes';
import type { BoardQuery } from '../model/query';
import type { BoardObject } from '../objects';

/**
 * Lays the notes of each theme out under its heading. Notes that are gone by now, locked, or on
 * another sheet are passed over, and a theme without notes is not made. The block goes below the
 * field the notes come from when they share one, else to where the notes were. Returns the ids of
 * the new themes.
 */
export function acceptThemes(
	editContext: EditContext,
	model: BoardQuery,
	themes: readonly Theme[],
): string[] {
	const found = themes.flatMap(({ noteIds }) => noteIds).flatMap((id) => model.find(id) ?? []);
	const here = found.find(isNote)?.sheet;
	const canGo = (note: BoardObject): boolean => canBeSorted(note) && note.sheet === here;
	const present = themes
		.map((theme) => ({
			name: theme.name,
			notes: theme.noteIds.flatMap((id) => model.find(id) ?? []).filter(canGo),
		}))
		.filter((theme) => theme.notes.length > 0);
	const all = present.flatMap((theme) => theme.notes);
	const first = all[0];
	if (!first) return [];
	const sheet = first.sheet;
	const moving = new Set(all.map((note) => note.id));
	const emptied = themesLeftEmpty(model, moving);

	const boxes = all.map(({ box: [x, y, w, h] }) => ({ x, y, w, h }));
	const field = sharedField(model, all);
	const around = unionOf(field ? [model.boundsOf(field.id)!] : boxes)!;
	const extent = model.extent(sheet)!;
	const taken = model
		.within(sheet, { x: -1e7, y: -1e7, w: 2e7, h: 2e7 })
		.filter((o) => !isConnector(o) && !moving.has(o.id) && !emptied.has(o.id))
		.map((o) => model.boundsOf(o.id)!);
	const placed = placeThemes(
		present.map((theme) => ({
			name: theme.name,
			notes: theme.notes.map(({ id, box: [, , w, h] }) => ({ id, w, h })),
		})),
		{ x: around.x, y: around.y + around.h + 48, width: Math.max(900, Math.min(extent.w, 1500)) },
		taken,
	);
	return editContext.doc.transact(() => {
		const ids = addObjects(
			editContext,
			model,
			placed.map((theme, i): NewObject => ({
				kind: 'theme',
				sheet,
				// It grows by itself to what its notes need, and shrinks again.
				box: [theme.box.x, theme.box.y, LEAST_FRAME.w, LEAST_FRAME.h, 0],
				style: { chalk: THEME_CHALKS[i % THEME_CHALKS.length]! },
				text: theme.name,
			})),
		);
		placed.forEach((theme, i) => {
			const keys = keysAfter([], -1, theme.notes.length);
			theme.notes.forEach(({ id, x, y }, k) => {
				const note = model.find(id)!;
				patch(editContext, id, {
					box: [x, y, note.box[2], note.box[3], 0],
					...valuesInTheme(note, ids[i]!, keys[k]!),
				});
			});
		});
		for (const id of emptied) objectsOf(editContext.doc).delete(id);
		return ids;
	}, editContext.origin) as string[];
}

/** Themes that lose all their notes to the new ones and so go. */
export function themesLeftEmpty(model: BoardQuery, moving: ReadonlySet<string>): Set<string> {
	const gone = new Set<string>();
	for (const object of model.objects.values()) {
		if (!isTheme(object) || object.lock) continue;
		const notes = model.contentsOf(object);
		if (notes.length > 0 && notes.every((id) => moving.has(id))) gone.add(object.id);
	}
	return gone;
}

function sharedField(model: BoardQuery, notes: readonly BoardObject[]): BoardObject | undefined {
	const fields = new Set(notes.map((note) => model.fieldOf(note)?.id));
	const [only] = fields;
	return fields.size === 1 && only ? model.find(only) : undefined;
}
