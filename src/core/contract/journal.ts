/** What happened on a board, and its history to replay. */
import { z } from 'zod';
import { happeningSchema, thingSchema } from '../journal/happenings';
import { BYTES, endpoint, id, instant } from './endpoint';

const BOARD = '/api/boards/[id]';

export const journalQuerySchema = z.object({
	/** Goes on where the last page ended. */
	before: z
		.string()
		.regex(/^\d{1,15}\.\d{1,15}$/)
		.optional(),
	person: id.optional(),
	thing: thingSchema.optional(),
	sheet: id.optional(),
	/** Only what happened after, and before. */
	from: instant.optional(),
	until: instant.optional(),
});
export type JournalQuery = z.output<typeof journalQuerySchema>;
const pageSchema = z.object({
	/** Newest first. */
	happenings: z.array(happeningSchema),
	/** Names of everybody who did something on the board. */
	people: z.array(z.object({ id: z.string(), name: z.string() })),
	/** Where the next page begins; undefined when there is none. */
	next: z.string().optional(),
	/**
	 * After how many ms there may be something newer that is saved already; 0 when there is not.
	 */
	again: z.number().nonnegative(),
});
export type JournalPage = z.infer<typeof pageSchema>;
/** What happened, a page at a time. */
export const readJournal = endpoint({
	method: 'GET',
	path: `${BOARD}/journal`,
	query: journalQuerySchema,
	response: pageSchema,
});

const historySchema = z.object({
	/** Times in which something happened, ms. */
	periods: z.array(z.object({ from: z.number(), to: z.number() })),
	/** The pieces in which the history can be had; at what time each ends, ms. */
	segments: z.array(z.object({ upTo: z.number(), at: z.number() })).min(1),
});
export type History = z.infer<typeof historySchema>;
export const readHistory = endpoint({ method: 'GET', path: `${BOARD}/history`, response: historySchema });
/** A piece of the history: a state, and the updates from there to the next piece. */
export const readSegment = endpoint({ method: 'GET', path: `${BOARD}/history/[upTo]`, response: BYTES });
