/** Asking the language model of the house; nothing is sent before somebody has seen what. */
import { z } from 'zod';
import { PART } from '../language-model/questions';
import { endpoint } from './endpoint';
import { MAX_THEME_NAME } from './themes';

/** Notes that the model is asked about at one go. */
export const MAX_MODEL_NOTES = 500;

/** Which model it is, and where it stands. */
export const modelSchema = z.object({ name: z.string(), host: z.string() });
export type ModelName = z.infer<typeof modelSchema>;

const noteIds = z
	.array(z.string().max(64))
	.min(1, 'pick a note')
	.max(MAX_MODEL_NOTES, `at most ${MAX_MODEL_NOTES} notes at once`);

/** Says what would be sent where; nothing is sent. */
export const readWhatIsSent = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/model/notes',
	request: z.object({ noteIds }),
	response: z.object({
		model: modelSchema,
		/** Notes that would be sent. */
		notes: z.number().int(),
		/** How many questions are left for this board today. */
		questions: z.number().int(),
	}),
});

/** Proposes themes; nothing on the board is changed. */
export const proposeThemesByModel = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/model/themes',
	request: z.object({
		noteIds: noteIds.min(2, 'pick at least two notes'),
		count: z.number().int().min(1).max(50).optional(),
	}),
	response: z.object({
		themes: z.array(z.object({ name: z.string(), noteIds: z.array(z.string()) })),
		/** Notes that it put nowhere. */
		left: z.array(z.string()),
		/** Notes that say the same. */
		doubles: z.array(z.tuple([z.string(), z.string()])),
	}),
});

/** Says in one sentence what a theme says, and what it could be called. */
export const summarizeByModel = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/model/theme',
	request: z.object({
		name: z.string().trim().min(1).max(MAX_THEME_NAME),
		noteIds: noteIds.max(PART),
	}),
	response: z.object({ sentence: z.string(), name: z.string() }),
});
