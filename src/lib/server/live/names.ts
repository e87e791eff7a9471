/** Names of live documents: `board/<id>/stage`, `board/<id>/session` and `board/<id>/talk`. */
import { LAYERS, type Layer } from '$core/session/layers';
import { z } from 'zod';

const nameSchema = z
	.string()
	.max(120)
	.transform((name) => name.split('/'))
	.pipe(z.tuple([z.literal('board'), z.string().regex(/^[A-Za-z0-9_-]{1,64}$/), z.enum(LAYERS)]));

/** Board and layer of a document name; undefined for names that are not ours. */
export function parseName(name: string): { boardId: string; layer: Layer } | undefined {
	const parsed = nameSchema.safeParse(name);
	return parsed.success ? { boardId: parsed.data[1], layer: parsed.data[2] } : undefined;
}

export const documentName = (boardId: string, layer: Layer): string => `board/${boardId}/${layer}`;
