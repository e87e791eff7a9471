/**
 * Notes put among themes that have names: by what they mean, or by their words where that is all
 * there is.
 */
import { softmax } from './classifier';
import { dealOrder, densitiesOf, type Nearness } from './deal';
import { languagesOf } from './language';
import { PlacingSpace, rankShares, type Placing } from './placing';
import { sparseCosine, weigh, type Sparse } from './weights';
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

export interface PlacedNotes {
	/** For each note all themes, the likeliest first; also for those that were placed by hand. */
	placings: Placing[];
	/** Indexes of the notes that were not placed, in the order in which they are dealt. */
	order: number[];
}

/** How sharply likeness in words tells themes apart. */
const SHARPNESS = 8;

/** How well each note fits each theme, and how alike notes are. */
export interface RankedNotes {
	placings: Placing[];
	nearness: Nearness;
}

/**
 * For each note all themes, the likeliest first.
 * @param space the same notes as asked about before, to go on from what was learnt
 */
export function rankNotes(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	meanings: Meanings | undefined,
	space?: PlacingSpace,
): RankedNotes {
	const placed = placedIn(notes, themes);
	if (meanings) {
		const used = space ?? new PlacingSpace(meanings.notes, meanings.topics);
		const placings = used.place(themes.map((_, t) => ({ named: meanings.names[t]!, placed: placed[t]! })));
		return { placings, nearness: (i, j) => used.likeness.get(i, j) };
	}
	const texts = [...notes.map(({ text }) => text), ...themes.map(({ name }) => name)];
	const { vectors } = weigh(texts, languagesOf(texts));
	return {
		placings: byWords(vectors, notes.length, placed),
		nearness: (i, j) => sparseCosine(vectors[i]!, vectors[j]!),
	};
}

/** Indexes of the notes that lie in each theme. */
function placedIn(notes: readonly NoteText[], themes: readonly ThemeToFill[]): number[][] {
	const at = new Map(notes.map(({ id }, i) => [id, i]));
	return themes.map(({ noteIds }) => noteIds.flatMap((id) => at.get(id) ?? []));
}

/**
 * @param last id of the note that was dealt last
 * @param space as for `rankNotes`
 */
export function placeNotes(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	meanings: Meanings | undefined,
	{ last, space }: { last?: string | undefined; space?: PlacingSpace | undefined } = {},
): PlacedNotes {
	const { placings, nearness } = rankNotes(notes, themes, meanings, space);
	const taken = new Set(placedIn(notes, themes).flat());
	const open = notes.flatMap((_, i) => (taken.has(i) ? [] : [i]));
	const dealt = last === undefined ? -1 : notes.findIndex(({ id }) => id === last);
	const densities = densitiesOf(notes.length, nearness);
	return { placings, order: dealOrder(open, placings, densities, nearness, dealt < 0 ? undefined : dealt) };
}

/** By the words that a note shares with a theme's name, or with one of its notes. */
function byWords(vectors: readonly Sparse[], count: number, placed: readonly number[][]): Placing[] {
	return Array.from({ length: count }, (_, i) =>
		rankShares(
			softmax(
				placed.map(
					(each, t) =>
						SHARPNESS * Math.max(...[count + t, ...each].map((j) => sparseCosine(vectors[i]!, vectors[j]!))),
				),
			),
		),
	);
}
