/** Giving a view a name, to come back to it. */
import { keysAbove } from '../../order/keys';
import * as Y from 'yjs';
import { placesOf } from '../document';
import { type EditContext, transact } from '../store';
import { readPlaces, type Place } from '../model/places';

/** Keeps a view under a name, after the others. Returns its id. */
export function addPlace(editContext: EditContext, place: Omit<Place, 'id' | 'z'>): string {
	const id = editContext.newId();
	const last = readPlaces(editContext.doc).at(-1);
	const values = { ...place, z: keysAbove(last?.z ?? null, 1)[0]! };
	transact(editContext, () => placesOf(editContext.doc).set(id, new Y.Map<unknown>(Object.entries(values))));
	return id;
}

export function renamePlace(editContext: EditContext, id: string, title: string): void {
	const name = title.trim().slice(0, 200);
	if (name !== '') transact(editContext, () => placesOf(editContext.doc).get(id)?.set('title', name));
}

export function removePlace(editContext: EditContext, id: string): void {
	transact(editContext, () => placesOf(editContext.doc).delete(id));
}
