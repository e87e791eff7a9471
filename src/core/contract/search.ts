/** The search over all boards of a person. */
import { z } from 'zod';
import { endpoint } from './endpoint';

const excerptPart = z.object({ text: z.string(), isHit: z.boolean() });

/** What was found on one board: how many objects, and the words around in the first of them. */
const searchHit = z.object({
	boardId: z.string(),
	title: z.string(),
	count: z.number(),
	objects: z.array(z.object({ id: z.string(), excerpt: z.array(excerptPart) })),
});
export type SearchHit = z.infer<typeof searchHit>;

export const searchBoards = endpoint({
	method: 'GET',
	path: '/api/search',
	query: z.object({ words: z.string().max(200) }),
	response: z.array(searchHit),
});
