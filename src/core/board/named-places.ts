/** Places on the board that people have given a name, to come back to. */
import { keysAbove } from './order-keys';
import * as Y from 'yjs';
import { z } from 'zod';
import { placesOf } from './document';
import { type EditContext, transact } from './store';
import { coordinate, identifier } from './kinds/common';
import { byStack } from './objects';

export const placeSchema = z.object({
	id: identifier,
	title: z.string().min(1).max(200),
	z: z.string().min(1).max(256),
	sheet: identifier,
	/** Middle of the view, board units, and its scale. */
	x: coordinate,
	y: coordinate,
	scale: z.number().gt(0).lte(64),
});
export type Place = z.infer<typeof placeSchema>;

/** Places in their order; those that cannot be read are left out. */
export function readPlaces(doc: Y.Doc): Place[] {
	return [...placesOf(doc)]
		.flatMap(([id, map]) => {
			const place = placeSchema.safeParse({
				...(map instanceof Y.Map ? Object.fromEntries(map.entries()) : {}),
				id,
			});
			return place.success ? [place.data] : [];
		})
		.sort(byStack);
}

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
