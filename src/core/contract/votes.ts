/** What the server tells about votes, and what is asked of it; checked on both sides. */
import { z } from 'zod';
import { endpoint, id, made } from './endpoint';
import { MEASURES, RULES } from '../decide/outcome';
import { choiceSchema, optionSchema, termsSchema } from '../decide/vote';

/** Shortest and longest that a vote stays open, minutes. */
export const OPEN_MINUTES = { min: 0.5, max: 60 * 24 * 60 };

export const newVoteSchema = z.object({
	terms: termsSchema,
	/** Objects that are voted on. */
	objects: z.array(id).min(2).max(300),
	/** How long it stays open; until somebody closes it where nothing is said. */
	minutes: z.number().gte(OPEN_MINUTES.min).lte(OPEN_MINUTES.max).optional(),
});
export type NewVote = z.input<typeof newVoteSchema>;

const resultSchema = z.object({
	option: optionSchema,
	rank: z.number(),
	score: z.number(),
	voters: z.number(),
	spread: z.number().optional(),
	agreement: z.number().optional(),
	place: z.tuple([z.number(), z.number()]).optional(),
});

export const outcomeSchema = z.object({
	rule: z.enum(RULES),
	results: z.array(resultSchema),
	tied: z.array(optionSchema),
	turnout: z.object({ voted: z.number(), entitled: z.number() }),
	agreement: z.object({ measure: z.enum(MEASURES), value: z.number() }).optional(),
	others: z.array(
		z.object({
			rule: z.enum(RULES),
			top: z.array(optionSchema),
			isSame: z.boolean(),
		}),
	),
});

export const shownVoteSchema = z.object({
	id,
	terms: termsSchema,
	options: z.array(optionSchema),
	openedAt: z.number(),
	closesAt: z.number().optional(),
	/** When it was closed, or has closed by itself. */
	closedAt: z.number().optional(),
	round: z.number(),
	follows: id.optional(),
	/** Whether whoever asks may vote, and what stands on their ballot. */
	mayVote: z.boolean(),
	own: z.object({ choice: choiceSchema, revision: z.number() }).optional(),
	turnout: z.object({ voted: z.number(), entitled: z.number() }),
	/** Once it is closed, or while it is open where it is not secret. */
	outcome: outcomeSchema.optional(),
	/** Who voted for what, once it is closed, where that is not secret. */
	ballots: z.array(z.object({ name: z.string(), choice: choiceSchema })).optional(),
});
export type ShownVote = z.infer<typeof shownVoteSchema>;

export const ballotSchema = z.object({
	choice: choiceSchema,
	/** The revision of one's ballot that this changes; 0 for the first. */
	basedOn: z.number().int().gte(0).lte(1_000_000),
});

/** What those who lead do with a vote. */
export const voteOrderSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('close') }),
	/** Asks the same again, of all objects or of some of them; the vote itself stays as it is. */
	z.object({ do: z.literal('again'), objects: z.array(id).min(2).max(300).optional() }),
	z.object({ do: z.literal('remove') }),
]);
export type VoteOrder = z.infer<typeof voteOrderSchema>;

const BOARD = '/api/boards/[id]';
const VOTE = `${BOARD}/votes/[vote]` as const;

/** All votes of a board, as whoever asks may see them. */
export const listVotes = endpoint({
	method: 'GET',
	path: `${BOARD}/votes`,
	response: z.array(shownVoteSchema),
});
export const createVote = endpoint({
	method: 'POST',
	path: `${BOARD}/votes`,
	request: newVoteSchema,
	response: made,
	status: 201,
});
export const readVote = endpoint({ method: 'GET', path: VOTE, response: shownVoteSchema });
/** Closes it, asks it again, or takes it away; the id of the vote that stands then. */
export const orderVote = endpoint({
	method: 'POST',
	path: VOTE,
	request: voteOrderSchema,
	response: made,
});
/** Whether a ballot was taken, and what stands now. */
const castBallotSchema = z.object({
	isTaken: z.boolean(),
	choice: choiceSchema.optional(),
	revision: z.number(),
});
export type CastBallot = z.infer<typeof castBallotSchema>;
/**
 * Takes one's ballot, in place of the one before; one that does not go on from what stands is not
 * taken, and the answer says what stands.
 */
export const castBallot = endpoint({
	method: 'PUT',
	path: `${VOTE}/ballot`,
	request: ballotSchema,
	response: castBallotSchema,
});
