/** Proposing themes. */
import { SURENESS } from '../themes/placing';
import { z } from 'zod';
import { done, endpoint } from './endpoint';

/** Notes that are sorted at one go. */
export const MAX_NOTES = 2000;
const proposalSchema = z.object({
	themes: z.array(
		z.object({
			name: z.string(),
			/** Further names that it could have. */
			otherNames: z.array(z.string()),
			noteIds: z.array(z.string()),
			/** Words that hold it together, and its most typical notes. */
			words: z.array(z.string()),
			typical: z.array(z.string()),
			/** Index of the kept theme that it is. */
			kept: z.number().int().optional(),
		}),
	),
	/** Notes that go with no theme. */
	left: z.array(z.string()),
	/** Notes that say the same. */
	doubles: z.array(z.tuple([z.string(), z.string()])),
	/** For each note those that perhaps say the same. */
	near: z.array(z.tuple([z.string(), z.array(z.string())])),
	/** Whether meaning decided; otherwise words alone did. */
	meaning: z.boolean(),
});
export type Proposal = z.infer<typeof proposalSchema>;
const noteIds = z.array(z.string().max(64)).max(MAX_NOTES, `at most ${MAX_NOTES} notes at once`);
/** Whether words alone may decide, where the encoder does not answer. */
const wordsOnly = z.boolean().optional();

/** Themes that notes are put among at one go, and letters of a name. */
export const MAX_THEMES = 40;
export const MAX_THEME_NAME = 80;
const themeName = z.string().trim().min(1).max(MAX_THEME_NAME);
/** Themes with the notes that lie in them. */
const themes = z
	.array(z.object({ name: themeName, noteIds }))
	.max(MAX_THEMES, `at most ${MAX_THEMES} themes`);

/** Proposes themes for notes of the board; nothing on the board is changed. */
export const proposeThemes = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/themes',
	request: z.object({
		noteIds: noteIds.min(2, 'pick at least two notes'),
		count: z.number().int().min(1).max(50).optional(),
		/** Themes that are among those found, with the notes that stay in them. */
		kept: z
			.array(z.object({ name: themeName, noteIds, pinned: noteIds }))
			.max(MAX_THEMES)
			.optional(),
		wordsOnly,
	}),
	response: proposalSchema,
});

/** Themes of a note that are told, the likeliest first. */
export const LIKELIEST = 3;

const placedSchema = z.object({
	/** All notes: those that were not placed first, in the order in which they are dealt. */
	places: z.array(
		z.object({
			id: z.string(),
			/** Indexes of the likeliest themes. */
			ranked: z.array(z.number().int()),
			sureness: z.enum(SURENESS),
		}),
	),
	meaning: z.boolean(),
});
export type Placed = z.infer<typeof placedSchema>;
/** Says where notes belong among themes that have names; nothing on the board is changed. */
export const placeAmongThemes = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/themes/places',
	request: z.object({
		noteIds: noteIds.min(1, 'pick a note'),
		/** What was placed by hand so far counts as well. */
		themes,
		/** The note that was dealt last: the next one is like it. */
		last: z.string().max(64).optional(),
		wordsOnly,
	}),
	response: placedSchema,
});

const reviewedSchema = z.object({
	themes: z.array(
		z.object({
			otherNames: z.array(z.string()),
			words: z.array(z.string()),
			typical: z.array(z.string()),
		}),
	),
	notes: z.array(
		z.object({
			id: z.string(),
			/** Indexes of the likeliest themes, as if it lay in none. */
			ranked: z.array(z.number().int()),
			/** How sure it is that it belongs where it lies. */
			sureness: z.enum(SURENESS),
		}),
	),
	meaning: z.boolean(),
});
export type Reviewed = z.infer<typeof reviewedSchema>;

/** Says of each note how well it fits where it lies, and why themes hold together. */
export const reviewThemes = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/themes/review',
	request: z.object({
		noteIds: noteIds.min(1, 'pick a note'),
		themes,
		/** Notes that lie in a theme and say nothing about others. */
		unsettled: noteIds.optional(),
		wordsOnly,
	}),
	response: reviewedSchema,
});

/** Says which other notes belong to a theme, now that some were moved there. */
export const likeMovedNotes = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/themes/like-moved',
	request: z.object({
		noteIds: noteIds.min(1, 'pick a note'),
		/** As they are now. */
		themes,
		moved: z
			.array(z.object({ id: z.string().max(64), from: z.number().int().gte(0).lt(MAX_THEMES).optional() }))
			.min(1)
			.max(MAX_NOTES),
		to: z.number().int().gte(0).lt(MAX_THEMES),
	}),
	response: z.object({ noteIds: z.array(z.string()) }),
});

/** Notes whose meaning is made ready at one go. */
export const READY_PART = 100;

/** Makes ready what sorting notes takes, a part at a time: it can be told how far it is. */
export const readyNotes = endpoint({
	method: 'POST',
	path: '/api/boards/[id]/themes/ready',
	request: z.object({ noteIds: noteIds.min(1, 'pick a note').max(READY_PART) }),
	response: done,
});

/** Names of the themes that stand on a board. */
export const readThemeNames = endpoint({
	method: 'GET',
	path: '/api/boards/[id]/themes/names',
	response: z.object({ names: z.array(z.string()) }),
});
