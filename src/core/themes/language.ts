/**
 * Words of notes: tokens, the language they are in, and their stems (Snowball, M. F. Porter, 2001).
 * The language is judged by its function words over all notes together, then for each note that says
 * enough of its own, so that a mixed team is understood as well.
 */
import { cutWords } from '../text/words';
import stemmers from 'snowball-stemmers';
import { dan, deu, eng, fin, fra, ita, nld, nob, por, spa, swe } from 'stopword';

export type Language = 'en' | 'de' | 'fr' | 'es' | 'it' | 'nl' | 'pt' | 'da' | 'no' | 'sv' | 'fi';

const LANGUAGES: Record<Language, { stemmer: string; functionWords: ReadonlySet<string> }> = {
	en: { stemmer: 'english', functionWords: new Set(eng) },
	de: { stemmer: 'german', functionWords: new Set(deu) },
	fr: { stemmer: 'french', functionWords: new Set(fra) },
	es: { stemmer: 'spanish', functionWords: new Set(spa) },
	it: { stemmer: 'italian', functionWords: new Set(ita) },
	nl: { stemmer: 'dutch', functionWords: new Set(nld) },
	pt: { stemmer: 'portuguese', functionWords: new Set(por) },
	da: { stemmer: 'danish', functionWords: new Set(dan) },
	no: { stemmer: 'norwegian', functionWords: new Set(nob) },
	sv: { stemmer: 'swedish', functionWords: new Set(swe) },
	fi: { stemmer: 'finnish', functionWords: new Set(fin) },
};

/** English function words that the list leaves out, and words that say nothing on any note. */
const ALSO: Partial<Record<Language, string[]>> = {
	en: 'too very more most less no not nobody nothing none every each one two three let lets us we our can could would should may might must need needs needed have has had having get gets got make makes made one ones just also only still already out up down off over near next there here when where who what how why which than then them they their its it is are was were be been being do does did done will with without into onto from for and or but if so because per via etc'.split(
		' ',
	),
};

const functionWordsOf = new Map<Language, ReadonlySet<string>>();
function wordsWithoutWeight(language: Language): ReadonlySet<string> {
	let set = functionWordsOf.get(language);
	if (!set) {
		set = new Set([...LANGUAGES[language].functionWords, ...(ALSO[language] ?? [])]);
		functionWordsOf.set(language, set);
	}
	return set;
}

const asWritten = (text: string): string[] =>
	cutWords(text.normalize('NFC'))
		.filter((word) => /^\p{L}/u.test(word))
		.map((word) => word.replace(/[’']s$/, ''));

/** Words in lower case, accents kept; digits and signs are left out. */
export const wordsIn = (text: string): string[] => asWritten(text).map((word) => word.toLowerCase());

const ALL = Object.keys(LANGUAGES) as Language[];

/** How many function words of each language a text holds. */
const countHits = (text: string): number[] => {
	const words = wordsIn(text);
	return ALL.map((language) => words.filter((word) => LANGUAGES[language].functionWords.has(word)).length);
};

interface Judged {
	language: Language;
	hits: number;
	/** How many more than the next language. */
	lead: number;
}

function judge(hits: readonly number[]): Judged {
	const order = ALL.map((language, i) => ({ language, hits: hits[i]! })).sort((a, b) => b.hits - a.hits);
	const [first, second] = order as [Judged, Judged];
	return first.hits === 0
		? { language: 'en', hits: 0, lead: 0 }
		: { ...first, lead: first.hits - second.hits };
}

/** The language whose function words are met most often; English when none is met. */
export const languageOf = (text: string): Judged => judge(countHits(text));

/** The language of each note: its own where it says enough, else that of the whole board. */
export function languagesOf(texts: readonly string[]): Language[] {
	const hits = texts.map(countHits);
	const board = judge(ALL.map((_, l) => hits.reduce((sum, each) => sum + each[l]!, 0))).language;
	return hits.map((each) => {
		const own = judge(each);
		return own.hits >= 2 && own.lead >= 2 ? own.language : board;
	});
}

export interface Word {
	/** As written; the first word of a note in lower case, unless nouns are always capital in its language. */
	form: string;
	stem: string;
	/** Words between this one and the next that carry no weight, as written: "queue (at the) door". */
	gap: string;
}

const stemmerOf = new Map<Language, { stem(word: string): string }>();

/** The words of a note that carry meaning, with their stems. */
export function contentWords(text: string, language: Language): Word[] {
	let stemmer = stemmerOf.get(language);
	if (!stemmer) stemmerOf.set(language, (stemmer = stemmers.newStemmer(LANGUAGES[language].stemmer)));
	const empty = wordsWithoutWeight(language);
	const words: Word[] = [];
	asWritten(text).forEach((written, i) => {
		const lower = written.toLowerCase();
		const form = i === 0 && language !== 'de' ? lower : written;
		const last = words.at(-1);
		if (lower.length > 1 && !empty.has(lower)) words.push({ form, stem: stemmer.stem(lower), gap: '' });
		else if (last) last.gap += ` ${form}`;
	});
	return words;
}
