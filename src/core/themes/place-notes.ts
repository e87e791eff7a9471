/** Notes put among themes that have names: by what they mean, or by their words where that is all there is. */
import { languagesOf } from './language';
import { PlacingSpace, rankShares, type Placing } from './placing';
import { softmax } from './classifier';
import { sparseCosine, weigh } from './weights';
import type { NoteText } from './index';
import type { Topics } from './topics';

export interface ThemeToFill {
	name: string;
	/** Notes that were placed in it by hand. */
	noteIds: readonly string[];
}

/** What there is to tell meaning by. */
export interface Meanings {
	/** Vectors of the notes, in their order. */
	notes: readonly ArrayLike<number>[];
	/** Vectors of the themes' names, in their order. */
	names: readonly ArrayLike<number>[];
	topics?: Topics | undefined;
}

/** How sharply likeness in words tells themes apart. */
const SHARPNESS = 8;

/**
 * For each note all themes, the likeliest first. Notes that were placed by hand are ranked as well.
 * @param space the same notes as asked about before, to go on from what was learnt
 */
export function placeNotes(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	meanings: Meanings | undefined,
	space = meanings && new PlacingSpace(meanings.notes, meanings.topics),
): Placing[] {
	const at = new Map(notes.map(({ id }, i) => [id, i]));
	const placed = themes.map(({ noteIds }) => noteIds.flatMap((id) => at.get(id) ?? []));
	if (meanings && space)
		return space.place(themes.map((_, t) => ({ named: meanings.names[t]!, placed: placed[t]! })));
	return byWords(notes, themes, placed);
}

/** By the words that a note shares with a theme's name, or with one of its notes. */
function byWords(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	placed: readonly number[][],
): Placing[] {
	const texts = [...notes.map(({ text }) => text), ...themes.map(({ name }) => name)];
	const { vectors } = weigh(texts, languagesOf(texts));
	return notes.map((_, i) =>
		rankShares(
			softmax(
				themes.map(
					(_, t) =>
						SHARPNESS *
						Math.max(...[notes.length + t, ...placed[t]!].map((j) => sparseCosine(vectors[i]!, vectors[j]!))),
				),
			),
		),
	);
}
