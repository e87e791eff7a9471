/** Names of live documents: `board/<id>/<layer>`, and `board/<id>/silent/<person>` for each person's silent notes. */
import { ALL_LAYERS, type Layer } from '$core/access/layers';
import { z } from 'zod';

const id = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);
const nameSchema = z
	.string()
	.max(200)
	.transform((name) => name.split('/'))
	.pipe(
		z.union([
			z.tuple([z.literal('board'), id, z.enum(ALL_LAYERS).exclude(['silent'])]),
			z.tuple([z.literal('board'), id, z.literal('silent'), id]),
		]),
	);

export interface DocumentName {
	boardId: string;
	layer: Layer;
	/** Whose silent notes it holds. */
	person?: string;
}

/** What a document name stands for; undefined for names that are not ours. */
export function parseName(name: string): DocumentName | undefined {
	const parsed = nameSchema.safeParse(name);
	if (!parsed.success) return undefined;
	const [, boardId, layer, person] = parsed.data;
	return { boardId, layer, ...(person === undefined ? {} : { person }) };
}

export const documentName = (boardId: string, layer: Layer, person?: string): string =>
	layer === 'silent' ? `board/${boardId}/silent/${person}` : `board/${boardId}/${layer}`;
