/**
 * What edits that did not know of each other leave behind: objects on a sheet that was deleted
 * meanwhile, connectors to something that was. Objects come onto a sheet of their own, where they
 * are found again; such connectors go, as those go that stood there before.
 */
import { isConnector } from '../kinds/guards';
import * as Y from 'yjs';
import { objectsOf, sheetsOf } from '../document';
import type { BoardQuery } from '../model/query';
import { keysAfter } from '../../order/keys';

/** Id of the sheet on which lost objects are found again: the same whoever makes it. */
export const FOUND_SHEET = 'found-again';

export interface Orphans {
	/** Objects whose sheet is not there. */
	lost: string[];
	/** Connectors tied to something that is not there. */
	loose: string[];
}

/** @param ids what is looked at; everything where left out */
export function orphansOn(model: BoardQuery, ids: Iterable<string> = model.objects.keys()): Orphans {
	const sheets = new Set(model.sheets.map(({ id }) => id));
	const orphans: Orphans = { lost: [], loose: [] };
	for (const id of ids) {
		const object = model.find(id);
		if (!object) continue;
		const isLoose =
			isConnector(object) &&
			object.ends.some((end) => 'object' in end && model.find(end.object) === undefined);
		if (isLoose) orphans.loose.push(id);
		else if (!sheets.has(object.sheet)) orphans.lost.push(id);
	}
	return orphans;
}

/** Makes the sheet for what is found again, if it is not there. Call it in a transaction. */
export function addFoundSheet(doc: Y.Doc, model: BoardQuery, title: string): void {
	if (sheetsOf(doc).has(FOUND_SHEET)) return;
	const keys = model.sheets.map(({ z }) => z);
	const [z] = keysAfter(keys, keys.length - 1, 1);
	sheetsOf(doc).set(FOUND_SHEET, new Y.Map<unknown>(Object.entries({ title, z, surface: 'slate' })));
}

/**
 * Puts orphans right. Returns how many objects of each writer were moved. Call it in a transaction.
 */
export function adopt(
	doc: Y.Doc,
	model: BoardQuery,
	{ lost, loose }: Orphans,
	title: string,
): Map<string, number> {
	const writers = new Map<string, number>();
	for (const id of loose) objectsOf(doc).delete(id);
	if (lost.length > 0) addFoundSheet(doc, model, title);
	for (const id of lost) {
		objectsOf(doc).get(id)?.set('sheet', FOUND_SHEET);
		const writer = model.find(id)?.by[0];
		if (writer !== undefined) writers.set(writer, (writers.get(writer) ?? 0) + 1);
	}
	return writers;
}
