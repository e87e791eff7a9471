/** Leading a session: its steps, silent notes, the parking lot, rehearsals, the clock. */
import { z } from 'zod';
import { LONGEST_PARKED } from '../meeting/parking';
import { done, endpoint, id } from './endpoint';

const BOARD = '/api/boards/[id]';

/** What somebody who leads may ask for. */
export const sessionOrderSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('start'), step: id }),
	/** `from` is the step that runs as whoever asks sees it. */
	z.object({ do: z.literal('next'), from: id.optional() }),
	z.object({ do: z.literal('back'), from: id.optional() }),
	z.object({ do: z.literal('add'), minutes: z.number().gte(-120).lte(120) }),
	z.object({ do: z.literal('pause') }),
	z.object({ do: z.literal('resume') }),
	z.object({ do: z.literal('stop') }),
	z.object({ do: z.literal('end') }),
	/** Takes the proposal for ending on time, or goes back to the lengths that were wished. */
	z.object({ do: z.literal('shorten') }),
	z.object({ do: z.literal('as wished') }),
	z.object({ do: z.literal('reveal'), run: z.string().min(1).max(80), all: z.boolean() }),
	/** Whether a step's silent notes are revealed with names. */
	z.object({ do: z.literal('with names'), step: id, withNames: z.boolean() }),
]);
export type SessionOrder = z.infer<typeof sessionOrderSchema>;
/** Leads the session; how many silent notes were revealed by it. */
export const leadSession = endpoint({
	method: 'POST',
	path: `${BOARD}/session`,
	request: sessionOrderSchema,
	response: z.object({ revealed: z.number() }),
});

const writerCountSchema = z.object({ id: z.string(), name: z.string(), waiting: z.number() });
export type WriterCount = z.infer<typeof writerCountSchema>;
/** How many silent notes everybody has written: nothing else of them is known to anybody. */
export const countSilentNotes = endpoint({
	method: 'GET',
	path: `${BOARD}/silence`,
	response: z.array(writerCountSchema),
});

/** Parks a question, or takes one's own back. */
export const orderParking = endpoint({
	method: 'POST',
	path: `${BOARD}/parking`,
	request: z.discriminatedUnion('do', [
		z.object({ do: z.literal('park'), text: z.string().trim().min(1).max(LONGEST_PARKED) }),
		z.object({ do: z.literal('take back'), id }),
	]),
	response: done,
});

const speed = z.number().gte(0.2).lte(50);
const rehearsalSchema = z.object({
	isOn: z.boolean(),
	/**
	 * Whether the team acts on this server; after it was started anew there is only what they left.
	 */
	isActing: z.boolean(),
	isPaused: z.boolean(),
	speed: z.number(),
	people: z.number(),
});
export type Rehearsal = z.infer<typeof rehearsalSchema>;
export const readRehearsal = endpoint({
	method: 'GET',
	path: `${BOARD}/rehearsal`,
	response: rehearsalSchema,
});
export const rehearsalOrderSchema = z.discriminatedUnion('do', [
	z.object({
		do: z.literal('start'),
		people: z.number().int().gte(3).lte(30),
		seed: z
			.number()
			.int()
			.gte(0)
			.lte(2 ** 31 - 1)
			.default(1),
		speed: speed.default(1),
		/** Also with real people in the room. */
		even: z.boolean().default(false),
	}),
	z.object({ do: z.literal('steer'), isPaused: z.boolean().optional(), speed: speed.optional() }),
	z.object({ do: z.literal('end') }),
]);
export type RehearsalOrder = z.input<typeof rehearsalOrderSchema>;
export const orderRehearsal = endpoint({
	method: 'POST',
	path: `${BOARD}/rehearsal`,
	request: rehearsalOrderSchema,
	response: rehearsalSchema,
});

/** The server's time, ms: the one clock of a session. Also says that the server answers. */
export const readTime = endpoint({
	method: 'GET',
	path: '/api/time',
	response: z.object({ now: z.number() }),
});
