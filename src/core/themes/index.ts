/**
 * Sorting notes into themes: the one entry to this folder.
 *
 *     sortIntoThemes([{ id: 'a', text: 'Queue at the door' }, ...], vectors)
 *
 * `vectors` come from whatever encoder the server has; without any, words alone decide.
 */
import { cluster } from './cluster';
import { consensusOf } from './consensus';
import { findDoubles } from './doubles';
import { languagesOf } from './language';
import { likenessOf } from './likeness';
import { nameThemes } from './names';
import { weigh } from './weights';

export interface NoteText {
	id: string;
	text: string;
}

export interface Theme {
	name: string;
	noteIds: string[];
}

export interface ThemeProposal {
	themes: Theme[];
	/** Notes that fit no theme. */
	left: string[];
	/** Pairs of notes that say the same. */
	doubles: [string, string][];
}

/** Fewer notes are too few to be cut in many ways. */
const ENOUGH_FOR_CONSENSUS = 16;

/**
 * Proposes themes for notes. Notes without any letter are left out. The same input always gives the
 * same proposal.
 * @param vectors sentence vectors in the order of the notes, or undefined
 * @param count wanted number of themes; found by itself when not given
 */
export function sortIntoThemes(
	notes: readonly NoteText[],
	vectors?: readonly ArrayLike<number>[],
	count?: number,
): ThemeProposal {
	const wordy = notes.map((note, i) => ({ note, i })).filter(({ note }) => /\p{L}/u.test(note.text));
	const texts = wordy.map(({ note }) => note.text);
	const usable = vectors && wordy.map(({ i }) => vectors[i]!);
	const languages = languagesOf(texts);
	const weighed = weigh(texts, languages);
	const likeness = likenessOf(weighed, usable);
	const grouping = cluster(likeness, {
		...(count === undefined ? {} : { count }),
		...(usable && texts.length >= ENOUGH_FOR_CONSENSUS ? { cutBy: consensusOf(likeness) } : {}),
	});
	const names = nameThemes(
		grouping.groups.map((group) => group.map((i) => weighed.words[i]!)),
		(index) => `${index + 1}`,
	);
	const idOf = (i: number): string => wordy[i]!.note.id;
	const taken = new Set(grouping.groups.flat().map(idOf));
	return {
		themes: grouping.groups.map((group, g) => ({ name: names[g]!, noteIds: group.map(idOf) })),
		left: notes.filter((note) => !taken.has(note.id)).map((note) => note.id),
		doubles: findDoubles(texts, weighed.words, usable).map(([i, j]) => [idOf(i), idOf(j)]),
	};
}
