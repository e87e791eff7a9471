/**
 * A round in which everybody sorts notes at once: what is shown of it, and what people do in it.
 */
import { z } from 'zod';
import { endpoint, id } from './endpoint';
import { MAX_THEME_NAME } from './themes';

/** Notes that lie before one person at a time. */
export const DEALT = 3;
/** Themes that a round can have. */
export const MAX_ROUND_THEMES = 60;

const shownThemeSchema = z.object({
	id,
	name: z.string(),
	/** Notes that most people put there. */
	count: z.number().int(),
});

/** What everybody sees alike; it is told to all as the round goes on. */
export const sharedRoundSchema = z.object({
	/** Tells one round from another. */
	run: z.string(),
	themes: z.array(shownThemeSchema),
	/** Pairs of themes that are called nearly the same. */
	similar: z.array(z.tuple([id, id])),
	notes: z.number().int(),
	progress: z.object({
		/** Notes that need nobody any more, and those of them on which people differ. */
		through: z.number().int(),
		disputed: z.number().int(),
		open: z.number().int(),
	}),
	/** How many people sort now. */
	people: z.number().int(),
});
export type SharedRound = z.infer<typeof sharedRoundSchema>;

export const shownRoundSchema = sharedRoundSchema.extend({
	/** Whether whoever asks sorts with the others. */
	sorts: z.boolean(),
	/**
	 * Notes that lie before whoever asks, the next one first, with the likeliest themes of each.
	 */
	deal: z.array(z.object({ note: z.string(), likeliest: z.array(z.string()) })),
	/** What whoever asks said last, the latest at the end. */
	own: z.array(z.object({ note: z.string(), theme: z.string().optional() })),
	/** For those who lead. */
	led: z
		.object({
			/** Krippendorff's alpha. */
			agreement: z.number().optional(),
			overlaps: z.array(z.object({ themes: z.tuple([id, id]), notes: z.number().int() })),
			/**
			 * Notes on which people differ, with what was said; by whom only where names are shown.
			 */
			disputed: z.array(
				z.object({
					note: z.string(),
					said: z.array(z.object({ theme: z.string().optional(), by: z.string().optional() })),
				}),
			),
			/** What came of it so far: notes by theme, and those in none. */
			outcome: z.object({
				themes: z.array(z.object({ id, name: z.string(), noteIds: z.array(z.string()) })),
				left: z.array(z.string()),
			}),
		})
		.optional(),
});
export type ShownRound = z.infer<typeof shownRoundSchema>;

const run = z.string().min(1).max(140);
export const roundOrderSchema = z.discriminatedUnion('do', [
	/** Says where a note belongs; no theme puts it aside. */
	z.object({ do: z.literal('answer'), run, note: id, theme: id.optional() }),
	/** Takes one's answer about a note back. */
	z.object({ do: z.literal('take back'), run, note: id }),
	/** Names a new theme, for a note; one of that name is taken where there is one. */
	z.object({
		do: z.literal('name'),
		run,
		name: z.string().trim().min(1).max(MAX_THEME_NAME),
		note: id.optional(),
	}),
	/** Joins a theme with another one: of nearly the same name, or any by those who lead. */
	z.object({ do: z.literal('join'), run, theme: id, into: id }),
]);
export type RoundOrder = z.infer<typeof roundOrderSchema>;

const BOARD = '/api/boards/[id]';
const shown = z.object({ round: shownRoundSchema.optional() });

/** The round that runs, if any; asking says that one is here. */
export const readRound = endpoint({ method: 'GET', path: `${BOARD}/sorting-round`, response: shown });
export const orderRound = endpoint({
	method: 'POST',
	path: `${BOARD}/sorting-round`,
	request: roundOrderSchema,
	response: shown,
});
