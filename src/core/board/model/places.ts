/** Places on the board that people have given a name, as they stand in the live document. */
import * as Y from 'yjs';
import { z } from 'zod';
import { placesOf } from '../document';
import { coordinate, identifier } from '../kinds/common';
import { byStack } from '../objects';

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
