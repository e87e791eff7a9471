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

/**
 * @param last id of the note that was dealt last
 * @param space the same notes as asked about before, to go on from what was learnt
 */
export function placeNotes(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	meanings: Meanings | undefined,
	{ last, space }: { last?: string | undefined; space?: PlacingSpace | undefined } = {},
): PlacedNotes {
	const at = new Map(notes.map(({ id }, i) => [id, i]));
	const placed = themes.map(({ noteIds }) => noteIds.flatMap((id) => at.get(id) ?? []));
	const taken = new Set(placed.flat());
	const open = notes.flatMap((_, i) => (taken.has(i) ? [] : [i]));
	const finish = (placings: Placing[], nearness: Nearness): PlacedNotes => ({
		placings,
		order: dealOrder(
			open,
			placings,
			densitiesOf(notes.length, nearness),
			nearness,
			last === undefined ? undefined : at.get(last),
		),
	});
	if (meanings) {
		const used = space ?? new PlacingSpace(meanings.notes, meanings.topics);
		const { likeness } = used;
		const placings = used.place(themes.map((_, t) => ({ named: meanings.names[t]!, placed: placed[t]! })));
		return finish(placings, (i, j) => likeness.get(i, j));
	}
	const texts = [...notes.map(({ text }) => text), ...themes.map(({ name }) => name)];
	const { vectors } = weigh(texts, languagesOf(texts));
	return finish(byWords(vectors, notes.length, placed), (i, j) => sparseCosine(vectors[i]!, vectors[j]!));
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
