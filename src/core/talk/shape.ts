/**
 * What people say about a board, as it stands in the live document `talk`: threads of comments on objects and spots, and a
 * chat. One flat map of plain values, each with a key that says whose word it is about:
 *
 *     thread:<id>             what it hangs on, who began it and when
 *     number:<thread>         its number on the board; only the server gives numbers
 *     remark:<thread>:<id>    a comment
 *     end:<thread>            who resolved it, and when; gone when it is open
 *     chat:<id>               a line of the chat
 *     numbers                 the highest number that was ever given, so that none is given twice
 */
import * as Y from 'yjs';
import { z } from 'zod';

export const talkOf = (doc: Y.Doc): Y.Map<unknown> => doc.getMap('talk');

/** Most letters of a comment or a line of the chat. */
export const LONGEST = 4000;
/** Most letters that are kept of what a thread hangs on, for the time when that is gone. */
export const LONGEST_QUOTE = 120;
/** Most values in a document of talk: a thousand comments a board are lively, this many are a flood. */
export const MAX_VALUES = 20_000;

const id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/);
/** Id and name of a person. */
const person = z.tuple([z.string().min(1).max(64), z.string().max(80)]);
export type Speaker = z.infer<typeof person>;
const time = z.number().finite();
const text = z.string().min(1).max(LONGEST);

const thread = z.strictObject({
	by: person,
	made: time,
	sheet: z.string().min(1).max(64),
	/** The object that it hangs on; a spot of the sheet when there is none. */
	on: z.string().min(1).max(64).optional(),
	/** A spot in board units; on an object, shares of its width and height. */
	at: z.tuple([z.number().finite(), z.number().finite()]),
	/** What the object said when the thread was begun. */
	quote: z.string().max(LONGEST_QUOTE).optional(),
});
const remark = z.strictObject({
	by: person,
	made: time,
	edited: time.optional(),
	text,
	/** Ids of the people who are spoken to by name. */
	to: z.array(z.string().max(64)).max(50).optional(),
});
const end = z.strictObject({ by: person, made: time });
const chat = z.strictObject({ by: person, made: time, text });

export type ThreadValue = z.infer<typeof thread>;
export type RemarkValue = z.infer<typeof remark>;
export type EndValue = z.infer<typeof end>;
export type ChatValue = z.infer<typeof chat>;

/** A value with what its key says. */
export type Entry =
	| { is: 'thread'; id: string; value: ThreadValue }
	| { is: 'number'; thread: string; value: number }
	| { is: 'remark'; thread: string; id: string; value: RemarkValue }
	| { is: 'end'; thread: string; value: EndValue }
	| { is: 'chat'; id: string; value: ChatValue };

export const threadKey = (threadId: string): string => `thread:${threadId}`;
export const numberKey = (threadId: string): string => `number:${threadId}`;
export const remarkKey = (threadId: string, remarkId: string): string => `remark:${threadId}:${remarkId}`;
export const endKey = (threadId: string): string => `end:${threadId}`;
export const chatKey = (lineId: string): string => `chat:${lineId}`;
export const NUMBERS = 'numbers';

/** Reads one value; undefined when it is none of ours. */
export function readEntry(key: string, value: unknown): Entry | undefined {
	const [is, first, second, more] = key.split(':');
	if (more !== undefined || !id.safeParse(first).success) return undefined;
	if ((is === 'remark') !== (second !== undefined)) return undefined;
	switch (is) {
		case 'thread': {
			const read = thread.safeParse(value);
			return read.success ? { is, id: first!, value: read.data } : undefined;
		}
		case 'number': {
			const read = z.int().positive().safeParse(value);
			return read.success ? { is, thread: first!, value: read.data } : undefined;
		}
		case 'remark': {
			const read = remark.safeParse(value);
			return read.success && id.safeParse(second).success
				? { is, thread: first!, id: second!, value: read.data }
				: undefined;
		}
		case 'end': {
			const read = end.safeParse(value);
			return read.success ? { is, thread: first!, value: read.data } : undefined;
		}
		case 'chat': {
			const read = chat.safeParse(value);
			return read.success ? { is, id: first!, value: read.data } : undefined;
		}
		default:
			return undefined;
	}
}
