/** Bringing everybody to a place: once, by a call, or for a while, by leading the view. */
import * as Y from 'yjs';
import { z } from 'zod';

const number = z.number().min(-1e9).max(1e9);

/** A place to which everybody is called, and by whom. */
export const callSchema = z.object({
	/** Tells it from others: whoever hears it twice goes there once. */
	id: z.string().min(1).max(64),
	by: z.object({ id: z.string().max(64), name: z.string().max(80) }),
	sheet: z.string().min(1).max(64),
	/** What is to be seen: x, y, width, height in board units. */
	view: z.tuple([number, number, number.positive(), number.positive()]),
});
export type Call = z.infer<typeof callSchema>;

/** What somebody who leads may ask for. */
export const callOrderSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('call'), ...callSchema.omit({ id: true, by: true }).shape }),
	z.object({ do: z.literal('lead') }),
	z.object({ do: z.literal('let go') }),
]);

/** Whose view everybody follows, as the document `session` has it. */
export const leaderSchema = z.object({ id: z.string().max(64), name: z.string().max(80) });
export type Leader = z.infer<typeof leaderSchema>;

const LED = 'led';

export function leaderIn(doc: Y.Doc): Leader | undefined {
	const read = leaderSchema.safeParse(doc.getMap('session').get(LED));
	return read.success ? read.data : undefined;
}

/** Makes everybody follow somebody's view, or nobody's. */
export function writeLeader(doc: Y.Doc, leader: Leader | undefined): void {
	const map = doc.getMap('session');
	if (leader) map.set(LED, leader);
	else map.delete(LED);
}
