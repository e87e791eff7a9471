/**
 * A sorting looked through: for each note how well it fits where it is, told by what would be said
 * of it if it had not been put there (cross-validation: M. Stone, 1974).
 */
import { rankNotes, type Meanings, type RankedNotes, type ThemeToFill } from './place-notes';
import { LEADS, surenessOf, type Placing, type Sureness } from './placing';
import { cosine } from './likeness';
import { noteDirections } from './topics';
import type { NoteText } from './index';

export interface NoteReview {
	/** All themes, the likeliest first, as if the note lay in none. */
	ranked: number[];
	/** How sure it is that the note belongs where it is; in no theme, to the likeliest one. */
	sureness: Sureness;
}

/** Parts that are left out in turn, of many notes fewer. */
const FOLDS = { few: 5, many: 2 };
const MANY = 300;

/**
 * @param themes with all notes that lie in them
 * @param unsettled notes that lie in a theme because they were thought to belong there: they say
 * nothing about others
 * @returns for each note, in their order
 */
export function reviewNotes(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	meanings: Meanings | undefined,
	unsettled: ReadonlySet<string> = new Set(),
): NoteReview[] {
	const at = new Map(notes.map(({ id }, i) => [id, i]));
	const themeOf = new Map(themes.flatMap(({ noteIds }, t) => noteIds.map((id) => [id, t] as const)));
	const settled = themes.map(({ name, noteIds }) => ({
		name,
		noteIds: noteIds.filter((id) => !unsettled.has(id)),
	}));
	const examples = new Set(settled.flatMap(({ noteIds }) => noteIds));
	const folds = notes.length > MANY ? FOLDS.many : FOLDS.few;
	const out: NoteReview[] = [];
	const judge = (i: number, { placings }: Pick<RankedNotes, 'placings'>): void => {
		const own = themeOf.get(notes[i]!.id);
		const placing = placings[i]!;
		const sureness = own === undefined ? surenessOf(placing) : surenessIn(placing, own);
		out[i] = { ranked: placing.ranked, sureness };
	};
	// Notes that are no examples are told by all that are.
	const others = notes.flatMap(({ id }, i) => (examples.has(id) ? [] : [i]));
	if (others.length > 0) {
		const ranked = rankNotes(notes, settled, meanings);
		for (const i of others) judge(i, ranked);
	}
	for (let fold = 0; fold < folds; fold++) {
		const isOut = (_: string, i: number): boolean => i % folds === fold;
		const tested = settled.flatMap(({ noteIds }) => noteIds.filter(isOut)).flatMap((id) => at.get(id) ?? []);
		if (tested.length === 0) continue;
		const less = settled.map(({ name, noteIds }) => ({
			name,
			noteIds: noteIds.filter((id, i) => !isOut(id, i)),
		}));
		const ranked = rankNotes(notes, less, meanings);
		for (const i of tested) judge(i, ranked);
	}
	return out;
}

/** How sure it is that a note belongs to a theme, be that the likeliest one or not. */
function surenessIn({ ranked, shares }: Placing, own: number): Sureness {
	const mine = shares[ranked.indexOf(own)] ?? 0;
	const other = shares[ranked[0] === own ? 1 : 0] ?? 0;
	if (mine >= other * LEADS.sure) return ranked.length === 1 ? 'likely' : 'sure';
	return mine >= other * LEADS.likely ? 'likely' : 'doubtful';
}

/** Notes that are looked at beside the ones that were moved. */
const NEARBY = 12;

export interface Move {
	/** Ids of the notes that were moved, and the theme that each was in before. */
	moved: readonly { id: string; from: number | undefined }[];
	/** The theme that they are in now. */
	to: number;
}

/**
 * Notes near those that were moved which by that move belong to the same theme and did not before.
 * @param themes as they are after the move
 * @returns their ids, the nearest first; none where there is no meaning to tell by
 */
export function likeMoved(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	meanings: Meanings | undefined,
	{ moved, to }: Move,
): string[] {
	if (!meanings) return [];
	const at = new Map(notes.map(({ id }, i) => [id, i]));
	const near = nearest(
		notes,
		themes,
		meanings,
		moved.flatMap(({ id }) => at.get(id) ?? []),
		to,
	);
	const out = new Set(near.map((i) => notes[i]!.id));
	const without = themes.map(({ name, noteIds }) => ({
		name,
		noteIds: noteIds.filter((id) => !out.has(id)),
	}));
	const wasIn = new Map(moved.map(({ id, from }) => [id, from]));
	const before = without.map(({ name, noteIds }, t) => ({
		name,
		noteIds: [
			...noteIds.filter((id) => !wasIn.has(id)),
			...moved.filter(({ from }) => from === t).map(({ id }) => id),
		],
	}));
	const [then, now] = [before, without].map((each) => rankNotes(notes, each, meanings).placings) as [
		Placing[],
		Placing[],
	];
	const themeOf = new Map(themes.flatMap(({ noteIds }, t) => noteIds.map((id) => [id, t] as const)));
	return near
		.filter((i) => {
			const home = themeOf.get(notes[i]!.id);
			return goes(now[i]!, home, to) && !goes(then[i]!, home, to);
		})
		.map((i) => notes[i]!.id);
}

/** Whether a note belongs to a theme rather than to where it is. */
function goes({ ranked, shares }: Placing, home: number | undefined, to: number): boolean {
	if (ranked[0] !== to) return false;
	const other = home === undefined ? (shares[1] ?? 0) : (shares[ranked.indexOf(home)] ?? 0);
	return shares[0]! >= other * LEADS.likely;
}

/** Indexes of the notes nearest to some, of those that are not in the theme. */
function nearest(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	{ notes: vectors, topics }: Meanings,
	moved: readonly number[],
	to: number,
): number[] {
	const inIt = new Set(themes[to]?.noteIds);
	const directions = noteDirections(vectors, topics);
	const nearness = (i: number): number =>
		Math.max(...moved.map((j) => cosine(directions[i]!, directions[j]!)));
	return notes
		.flatMap(({ id }, i) => (inIt.has(id) || moved.includes(i) ? [] : [{ i, near: nearness(i) }]))
		.filter(({ near }) => near > 0)
		.sort((a, b) => b.near - a.near || a.i - b.i)
		.slice(0, NEARBY)
		.map(({ i }) => i);
}
