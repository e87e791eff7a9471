/**
 * What happened on a board: who did what to which thing, and when. Happenings are read from the log of updates
 * (`reader.ts`), kept in the database, and told in lines (`lines.ts`).
 */
import { z } from 'zod';
import type { KindName } from '../board/objects';
import { objectSchema } from '../board/objects';

export const VERBS = [
	'added',
	'deleted',
	'brought back',
	'wrote',
	'moved',
	'resized',
	'moved to sheet',
	'sorted',
	'tied',
	'styled',
	'stacked',
	'locked',
	'unlocked',
	'nodded',
	'took back nod',
	'changed',
	'added sheet',
	'deleted sheet',
	'renamed sheet',
	'changed sheet',
	'commented',
	'answered',
	'resolved',
	'reopened',
	'took back comment',
	'started step',
	'revealed',
	'ended session',
	'changed plan',
	'renamed board',
	'asked model',
] as const;
export type Verb = (typeof VERBS)[number];

/** What something happened to: a kind of object, or one of the other things of a board. */
export const THINGS = [
	...objectSchema.options.map((option) => option.shape.kind.value),
	'sheet',
	'comment',
	'step',
	'board',
] as const satisfies readonly Thing[];
export type Thing = KindName | 'sheet' | 'comment' | 'step' | 'board';
export const thingSchema = z.enum(THINGS);

export const happeningSchema = z.object({
	/** Undefined for the server's own doing. */
	person: z.string().max(64).optional(),
	/** Server times of its first and its last update, ms. */
	at: z.number(),
	until: z.number(),
	verb: z.enum(VERBS),
	thing: thingSchema,
	/** The object, sheet or thread. */
	id: z.string().max(64).optional(),
	sheet: z.string().max(64).optional(),
	/** The first words on it. */
	words: z.string().max(120),
	/** How many things, where they are too many to be told one by one. */
	count: z.int().min(1),
});
export type Happening = z.infer<typeof happeningSchema>;

/** Most letters that are kept of what stands on a thing. */
export const LONGEST_WORDS = 80;

export const firstWords = (text: string): string => {
	const line = text.replace(/\s+/g, ' ').trim();
	return line.length > LONGEST_WORDS ? `${line.slice(0, LONGEST_WORDS - 1)}…` : line;
};

/** How long one goes on with the same thing, ms: letters that are typed one by one are one happening. */
const GOES_ON = 2 * 60_000;
/** What somebody who has just put a thing there does with it belongs to that. */
const FINISHES: readonly Verb[] = [
	'wrote',
	'moved',
	'resized',
	'styled',
	'stacked',
	'sorted',
	'tied',
	'changed',
];

const PUTS_THERE: readonly Verb[] = ['added', 'brought back'];

/** Whether `next` only goes on with what `last` began. */
export const goesOn = (last: Happening, next: Happening): boolean =>
	last.person === next.person &&
	last.id === next.id &&
	next.at - last.until <= GOES_ON &&
	(last.verb === next.verb || (PUTS_THERE.includes(last.verb) && FINISHES.includes(next.verb)));
