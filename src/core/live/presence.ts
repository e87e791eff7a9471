/**
 * What people tell about themselves while they are in: where they are and look, what they have picked, what they say in
 * passing. It goes through the sync's awareness, is never stored, and is checked by the server, which knows who they are.
 */
import { z } from 'zod';
import { PIGMENTS } from '../board/colours';
import type { Box } from '../geometry/box';

/** Quick signs, for a moment beside one's pointer. */
export const SIGNS = ['agree', 'thanks', 'question', 'slower', 'done'] as const;
export type Sign = (typeof SIGNS)[number];

/** Most letters of an aside. */
export const LONGEST_ASIDE = 140;
/** Most objects whose outlines others see. */
export const MAX_PICKED = 30;
/** Most points of a trail in one message. */
export const MAX_TRAIL = 24;

const number = z.number().min(-1e9).max(1e9);
const spot = z.tuple([number, number]);
const id = z.string().min(1).max(64);
/** A place in a live text, as Yjs writes it. */
const textPlace = z.looseObject({}).nullable();

export const presenceSchema = z.strictObject({
	person: z.string().max(64),
	name: z.string().max(80),
	/** The colour that they chose: said by the server, whatever a page says. */
	pigment: z.enum(PIGMENTS).optional(),
	sheet: id.optional(),
	cursor: spot.nullable().optional(),
	/** Object whose text is being written. */
	editing: id.nullable().optional(),
	/** What is seen of the sheet: x, y, width, height in board units. */
	view: z.tuple([number, number, number, number]).optional(),
	/** How far one is in the warm-up. */
	ready: z.int().min(0).max(10).optional(),
	picked: z.array(id).max(MAX_PICKED).optional(),
	aside: z.string().max(LONGEST_ASIDE).nullable().optional(),
	/** Newest points of a pointer trail, with a number that grows with each stroke. */
	trail: z
		.strictObject({ stroke: z.int(), from: z.int(), points: z.array(spot).max(MAX_TRAIL) })
		.nullable()
		.optional(),
	/** A quick sign, with a number that grows with each. */
	sign: z
		.strictObject({ is: z.enum(SIGNS), count: z.int() })
		.nullable()
		.optional(),
	/** Where in a text one writes. */
	caret: z.strictObject({ anchor: textPlace, head: textPlace }).nullable().optional(),
});
/** What somebody tells about themselves. */
export type PresenceState = z.infer<typeof presenceSchema>;

/** What only those may tell who may talk. */
const SAID = ['aside', 'sign'] as const;

/** The state without what its person may not say now. */
export function withoutTalk(state: PresenceState): PresenceState {
	const quiet = { ...state };
	for (const key of SAID) delete quiet[key];
	return quiet;
}

/** The box that somebody sees. */
export function viewOf({ view }: Pick<PresenceState, 'view'>): Box | undefined {
	return view && { x: view[0], y: view[1], w: view[2], h: view[3] };
}

/**
 * How often pointers are told, ms, with this many people in: what everybody tells everybody grows with the square of
 * their number, and the time between grows with it.
 */
export const paceOf = (people: number): number => Math.round(Math.min(400, Math.max(50, people * 5)));

/** How somebody appears who has not moved for a while: after a minute faded, ms. */
export const IDLE_AFTER = 60_000;
