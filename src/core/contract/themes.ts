/** Proposing themes. */
import { z } from 'zod';
import { endpoint } from './endpoint';

/** Notes that are sorted at one go. */
export const MAX_NOTES = 2000;
const proposalSchema = z.object({
	themes: z.array(z.object({ name: z.string(), noteIds: z.array(z.string()) })),
	/** Notes that go with no theme. */
	left: z.array(z.string()),
	/** Notes that say the same. */
	doubles: z.array(z.tuple([z.string(), z.string()])),
	/** Whether meaning decided; otherwise words alone did. */
	meaning: z.boolean(),
});
export type Proposal = z.infer<typeof proposalSchema>;
/** Proposes themes for notes of the board; nothing on the board is changed. */
export const proposeThemes = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/themes',
	request: z.object({
		noteIds: z
			.array(z.string().max(64))
			.min(2, 'pick at least two notes')
			.max(MAX_NOTES, `at most ${MAX_NOTES} notes at once`),
		count: z.number().int().min(1).max(50).optional(),
		/** Whether words alone may decide, where the encoder does not answer. */
		wordsOnly: z.boolean().optional(),
	}),
	response: proposalSchema,
});
