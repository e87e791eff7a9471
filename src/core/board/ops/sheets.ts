/** The sheets of a board: adding, changing, ordering, duplicating, removing. */
import { isConnector, isMark } from '../kinds/guards';
import * as Y from 'yjs';
import { copyOut, putDown } from './clip';
import { objectsOf, sheetsOf } from '../document';
import { withContents } from './edits';
import { type EditContext, patch, transact } from '../store';
import type { BoardQuery } from '../model/query';
import { keysAfter } from '../../order/keys';
import type { Sheet } from '../objects';

/** Adds a sheet after another one, or after the last one. Returns its id. */
export function addSheet(
	editContext: EditContext,
	model: BoardQuery,
	title: string,
	surface: Sheet['surface'] = 'slate',
	after?: string,
): string {
	const id = editContext.newId();
	const z = placeAfter(model, after ?? model.sheets.at(-1)?.id);
	transact(editContext, () =>
		sheetsOf(editContext.doc).set(id, new Y.Map<unknown>(Object.entries({ title, z, surface }))),
	);
	return id;
}

/** A place in the order of sheets right after one of them, or before all. */
function placeAfter(model: BoardQuery, after: string | undefined, moving?: string): string {
	const others = model.sheets.filter((sheet) => sheet.id !== moving);
	const index = others.findIndex((sheet) => sheet.id === after);
	return keysAfter(
		others.map(({ z }) => z),
		index,
		1,
	)[0]!;
}

/** Changes a sheet's title or surface. */
export function changeSheet(
	editContext: EditContext,
	id: string,
	values: Partial<Omit<Sheet, 'id' | 'z'>>,
): void {
	transact(editContext, () => {
		const sheet = sheetsOf(editContext.doc).get(id);
		for (const [key, value] of Object.entries(values)) {
			if (value === undefined) sheet?.delete(key);
			else sheet?.set(key, value);
		}
	});
}

/** Moves a sheet right after another one; before all when there is none. */
export function moveSheet(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	after: string | undefined,
): void {
	if (after === id) return;
	const z = placeAfter(model, after, id);
	transact(editContext, () => sheetsOf(editContext.doc).get(id)?.set('z', z));
}

/** Copies a sheet with everything on it, and puts it right after. Returns the id of the copy. */
export function duplicateSheet(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	title: string,
): string | undefined {
	const sheet = model.sheets.find((each) => each.id === id);
	if (!sheet) return undefined;
	return editContext.doc.transact(() => {
		const copy = addSheet(editContext, model, title, sheet.surface, id);
		changeSheet(editContext, copy, { ground: sheet.ground });
		const clip = copyOut(
			model,
			model.onSheet(id).map((object) => object.id),
		);
		putDown(editContext, model, clip, copy, 0, 0);
		return copy;
	}, editContext.origin) as string;
}

/**
 * Removes a sheet with everything on it, as one step that can be undone. The last sheet stays. Objects
 * under a facilitator's lock keep their sheet on the board.
 */
export function removeSheet(editContext: EditContext, model: BoardQuery, id: string): boolean {
	const objects = model.onSheet(id);
	if (model.sheets.length < 2 || objects.some((object) => object.lock === 'led')) return false;
	transact(editContext, () => {
		for (const object of objects) objectsOf(editContext.doc).delete(object.id);
		sheetsOf(editContext.doc).delete(id);
	});
	return true;
}

/**
 * Moves objects with what they hold to another sheet, where they keep their places. Connectors go along
 * when everything they are tied to does; the others are removed, for a line cannot leave its sheet.
 */
export function moveToSheet(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	sheet: string,
): void {
	const moving = withContents(model, ids);
	for (const id of [...moving]) if (model.find(id)?.lock) moving.delete(id);
	const links = new Set([...moving].flatMap((id) => model.tiesOf(id)));
	transact(editContext, () => {
		for (const id of links) {
			const link = model.find(id);
			if (!isConnector(link)) continue;
			if (link.ends.every((end) => 'point' in end || moving.has(end.object))) moving.add(id);
			else if (!moving.has(id)) objectsOf(editContext.doc).delete(id);
		}
		for (const id of moving) {
			const object = model.find(id);
			if (!object || object.sheet === sheet) continue;
			const leavesTheme = object.theme && !moving.has(object.theme);
			const leavesHolder = object.held && !moving.has(object.held.in);
			const parent = model.maps.parentOf(id);
			const leavesMap = parent !== undefined && !moving.has(parent);
			patch(editContext, id, {
				sheet,
				...(leavesTheme ? { theme: undefined } : {}),
				...(isMark(object) && object.on && !moving.has(object.on.to)
					? { on: undefined, box: object.box }
					: {}),
				...(leavesHolder ? { held: undefined, box: object.box } : {}),
				...(leavesMap ? { branch: undefined, box: object.box } : {}),
			});
		}
	});
}
