/**
 * Sorting notes into themes: the one entry to this folder.
 *
 *     sortIntoThemes([{ id: 'a', text: 'Queue at the door' }, ...], { vectors })
 *
 * `vectors` come from whatever encoder the server has; without any, words alone decide.
 */
import { closeness, cluster } from './cluster';
import { consensusOf } from './consensus';
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

export interface ProposedTheme extends Theme {
	/** Further names that it could have. */
	otherNames: string[];
	/** Words that hold it together, and its most typical notes. */
	words: string[];
	typical: string[];
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
	/** Wanted number of themes; found by itself when not given. */
	count?: number | undefined;
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
	const { count, topics } = options;
	const readied = ready(notes, options.vectors);
	const { likeness, vectors, weighed } = readied;
	const grouping = cluster(likeness, {
		...(count === undefined ? {} : { count }),
		...(vectors && readied.notes.length >= ENOUGH_FOR_CONSENSUS ? { cutBy: consensusOf(likeness) } : {}),
	});
	const described = describeGroups(readied, grouping.groups, topics);
	const names = nameThemes(described);
	const idOf = (i: number): string => readied.notes[i]!.id;
	const taken = new Set(grouping.groups.flat().map(idOf));
	return {
		themes: grouping.groups.map((group, g) => ({
			name: names[g]!.name,
			otherNames: names[g]!.others,
			noteIds: group.map(idOf),
			words: names[g]!.words,
			typical: described[g]!.typical.slice(0, TYPICAL).map(idOf),
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
			headings: directions
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
