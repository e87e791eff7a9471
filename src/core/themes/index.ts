/**
 * Sorting notes into themes: the one entry to this folder.
 *
 *     sortIntoThemes([{ id: 'a', text: 'Queue at the door' }, ...], { vectors })
 *
 * `vectors` come from whatever encoder the server has; without any, words alone decide.
 */
import { closeness } from './cluster';
import { consensusOf } from './consensus';
import { clusterAround, type KeptGroup } from './kept';
import { findDoubles, perhapsTheSame } from './doubles';
import { languagesOf, type Language } from './language';
import { likenessOf, type Likeness } from './likeness';
import { nameThemes, type GroupToName } from './names';
import { headingsFor, noteDirections, topicLanguage, type Topics } from './topics';
import { weigh, type WeighedNotes } from './weights';

export interface NoteText {
	id: string;
	text: string;
}

export interface Theme {
	name: string;
	noteIds: string[];
}

/** Why notes go together. */
export interface ThemeReasons {
	/** Words that hold them together, and the most typical of them. */
	words: string[];
	typical: string[];
}

export interface ProposedTheme extends Theme, ThemeReasons {
	/** Further names that it could have. */
	otherNames: string[];
	/** Index of the kept theme that it is. */
	kept?: number;
}

/** A theme that stays when themes are found anew. */
export interface KeptTheme extends Theme {
	/** Those of its notes that stay in it. */
	pinned: readonly string[];
}

export interface ThemeProposal {
	themes: ProposedTheme[];
	/** Notes that fit no theme. */
	left: string[];
	/** Pairs of notes that say the same. */
	doubles: [string, string][];
	/** For each note those that perhaps say the same, the nearest first; none by words alone. */
	near: [string, string[]][];
}

export interface SortOptions {
	/** Sentence vectors in the order of the notes. */
	vectors?: readonly ArrayLike<number>[] | undefined;
	/** Wanted number of themes, with the kept ones; found by itself when not given. */
	count?: number | undefined;
	/** Themes that are among those found, under their names, with their pinned notes. */
	kept?: readonly KeptTheme[] | undefined;
	/** Headings by which themes are named; their vectors are of the same encoder. */
	topics?: Topics | undefined;
}

/** Fewer notes are too few to be cut in many ways. */
const ENOUGH_FOR_CONSENSUS = 16;

/** Of more notes nobody looks through what perhaps says the same. */
const MOST_COMPARED = 1000;

/** Notes with something to say, ready to be compared. */
interface Readied {
	notes: NoteText[];
	languages: Language[];
	weighed: WeighedNotes;
	vectors: readonly ArrayLike<number>[] | undefined;
	likeness: Likeness;
}

/**
 * Proposes themes for notes. Notes without any letter are left out. The same input always gives the
 * same proposal.
 */
export function sortIntoThemes(notes: readonly NoteText[], options: SortOptions = {}): ThemeProposal {
	const { count, topics, kept = [] } = options;
	const readied = ready(notes, options.vectors);
	const { likeness, vectors, weighed } = readied;
	const { groups, keptAs } = clusterAround(likeness, keptGroups(readied.notes, kept), {
		...(count === undefined ? {} : { count }),
		...(vectors && readied.notes.length >= ENOUGH_FOR_CONSENSUS ? { cutBy: consensusOf(likeness) } : {}),
	});
	const described = describeGroups(readied, groups, topics);
	const given = keptAs.map((k) => (k === undefined ? undefined : kept[k]!.name));
	const names = nameThemes(described, given);
	const idOf = (i: number): string => readied.notes[i]!.id;
	const taken = new Set(groups.flat().map(idOf));
	return {
		themes: groups.map((group, g) => ({
			name: names[g]!.name,
			otherNames: names[g]!.others,
			noteIds: group.map(idOf),
			words: names[g]!.words,
			typical: described[g]!.typical.slice(0, TYPICAL).map(idOf),
			...(keptAs[g] === undefined ? {} : { kept: keptAs[g] }),
		})),
		left: notes.filter((note) => !taken.has(note.id)).map((note) => note.id),
		doubles: findDoubles(
			readied.notes.map(({ text }) => text),
			weighed.words,
			vectors,
		).map(([i, j]) => [idOf(i), idOf(j)]),
		near: perhapsTheSame(readied.notes.length > MOST_COMPARED ? [] : (vectors ?? [])).map((others, i) => [
			idOf(i),
			others.map(idOf),
		]),
	};
}

/** Kept themes by indexes of notes. */
function keptGroups(notes: readonly NoteText[], kept: readonly KeptTheme[]): KeptGroup[] {
	const at = new Map(notes.map(({ id }, i) => [id, i]));
	const indexes = (ids: readonly string[]): number[] => ids.flatMap((id) => at.get(id) ?? []);
	return kept.map(({ noteIds, pinned }) => ({ all: indexes(noteIds), pinned: indexes(pinned) }));
}

/** Why the notes of each theme go together, and what else it could be called. */
export function reasonsOf(
	notes: readonly NoteText[],
	themes: readonly Readonly<{ name: string; noteIds: readonly string[] }>[],
	{ vectors, topics }: Pick<SortOptions, 'vectors' | 'topics'> = {},
): (ThemeReasons & { otherNames: string[] })[] {
	const readied = ready(notes, vectors);
	const at = new Map(readied.notes.map(({ id }, i) => [id, i]));
	const groups = themes.map(({ noteIds }) => noteIds.flatMap((id) => at.get(id) ?? []));
	const described = describeGroups(readied, groups, topics);
	const names = nameThemes(
		described,
		themes.map(({ name }) => name),
	);
	return names.map(({ others, words }, g) => ({
		otherNames: groups[g]!.length === 0 ? [] : others,
		words,
		typical: described[g]!.typical.slice(0, TYPICAL).map((i) => readied.notes[i]!.id),
	}));
}

function ready(all: readonly NoteText[], allVectors: SortOptions['vectors']): Readied {
	const kept = all.map((note, i) => ({ note, i })).filter(({ note }) => /\p{L}/u.test(note.text));
	const notes = kept.map(({ note }) => note);
	const texts = notes.map(({ text }) => text);
	const languages = languagesOf(texts);
	const weighed = weigh(texts, languages);
	const vectors = allVectors && kept.map(({ i }) => allVectors[i]!);
	return { notes, languages, weighed, vectors, likeness: likenessOf(weighed, vectors) };
}

/** Most typical notes of a theme that are told. */
const TYPICAL = 2;

/** What groups of notes are named and told by. */
function describeGroups(
	{ notes, languages, weighed, vectors, likeness }: Readied,
	groups: readonly number[][],
	topics: Topics | undefined,
): (GroupToName & { typical: number[] })[] {
	const directions = vectors && topics && noteDirections(vectors, topics);
	return groups.map((group) => {
		const typical = [...group].sort(
			(a, b) => closeness(likeness, b, group) - closeness(likeness, a, group) || a - b,
		);
		const german = group.filter((i) => topicLanguage(languages[i]!) === 'de').length;
		const language = german * 2 > group.length ? 'de' : 'en';
		return {
			words: group.map((i) => weighed.words[i]!),
			typical,
			texts: typical.map((i) => notes[i]!.text),
			headings:
				directions && group.length > 0
					? headingsFor(
							topics,
							group.map((i) => directions[i]!),
						)
							.slice(0, 3)
							.map(({ topic, fit }) => ({ name: topic.heading[language], fit }))
					: [],
		};
	});
}
