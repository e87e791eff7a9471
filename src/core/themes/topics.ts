/**
 * Headings of the size of a theme, with what notes under them mean. They say what notes are about
 * where nobody has named anything yet, and what a name means in the words of notes.
 */
import { cosine } from './likeness';
import type { Language } from './language';

export type TopicLanguage = 'en' | 'de';
export const TOPIC_LANGUAGES: readonly TopicLanguage[] = ['en', 'de'];

type InBoth<T> = Readonly<Record<TopicLanguage, T>>;

export interface Topic {
	/** The heading as it is shown. */
	heading: InBoth<string>;
	/** Vector of the heading, of length 1. */
	named: InBoth<ArrayLike<number>>;
	/** Mean vector of its example notes. */
	examples: InBoth<ArrayLike<number>>;
}

export interface Topics {
	all: readonly Topic[];
	/** Mean of all headings, and of all example notes. */
	meanHeading: InBoth<Float64Array>;
	meanExample: InBoth<Float64Array>;
}

export function meanOf(vectors: readonly ArrayLike<number>[]): Float64Array {
	const mean = new Float64Array(vectors[0]?.length ?? 0);
	for (const vector of vectors) for (let k = 0; k < mean.length; k++) mean[k]! += vector[k]! / vectors.length;
	return mean;
}

const inBoth = <T>(of: (language: TopicLanguage) => T): InBoth<T> => ({ en: of('en'), de: of('de') });

export function topicsOf(all: readonly Topic[]): Topics {
	return {
		all,
		meanHeading: inBoth((language) => meanOf(all.map(({ named }) => named[language]))),
		meanExample: inBoth((language) => meanOf(all.map(({ examples }) => examples[language]))),
	};
}

/** The language of a heading for notes in a language; English where there is none in it. */
export const topicLanguage = (language: Language): TopicLanguage => (language === 'de' ? 'de' : 'en');

/** A vector less another, of length 1. */
export function direction(vector: ArrayLike<number>, less: ArrayLike<number>): Float64Array {
	const out = Float64Array.from({ length: vector.length }, (_, k) => vector[k]! - less[k]!);
	return unit(out);
}

/** Of length 1; nothing stays nothing. */
export function unit(vector: Float64Array): Float64Array {
	let length2 = 0;
	for (const value of vector) length2 += value * value;
	const length = Math.sqrt(length2) || 1;
	return vector.map((value) => value / length);
}

const directionsKnown = new WeakMap<Topics, Float64Array[]>();

/** Where each topic lies among notes, whatever language they are in. */
export function topicDirections(topics: Topics): Float64Array[] {
	let directions = directionsKnown.get(topics);
	if (!directions) {
		const { meanExample } = topics;
		// From the mean of each language: what is left is what the topic is about.
		directions = topics.all.map(({ examples }) =>
			unit(meanOf(TOPIC_LANGUAGES.map((each) => direction(examples[each], meanExample[each])))),
		);
		directionsKnown.set(topics, directions);
	}
	return directions;
}

/** How sharply a name is taken for the headings nearest to it. */
const SHARPNESS = 0.05;

/**
 * Where notes under a name would lie: among the examples of the headings that the name is like.
 * @param named vector of the name
 */
export function nameAmongNotes(topics: Topics, named: ArrayLike<number>): Float64Array {
	const { meanHeading } = topics;
	const middle = meanOf([meanHeading.en, meanHeading.de]);
	const from = direction(named, middle);
	const likeness = topics.all.map(({ named: heading }) =>
		Math.max(...TOPIC_LANGUAGES.map((each) => cosine(from, direction(heading[each], meanHeading[each])))),
	);
	const best = Math.max(...likeness);
	const shares = likeness.map((value) => Math.exp((value - best) / SHARPNESS));
	const total = shares.reduce((sum, share) => sum + share, 0);
	const out = new Float64Array(named.length);
	topicDirections(topics).forEach((vector, t) => {
		for (let k = 0; k < out.length; k++) out[k]! += (shares[t]! / total) * vector[k]!;
	});
	return out;
}

export interface FittingHeading {
	topic: Topic;
	/** How well it fits, up to 1. */
	fit: number;
}

/**
 * The headings nearest to some notes, the nearest first.
 * @param notes directions of the notes, from their mean
 */
export function headingsFor(topics: Topics, notes: readonly Float64Array[]): FittingHeading[] {
	const middle = unit(meanOf(notes));
	return topicDirections(topics)
		.map((vector, t) => ({ topic: topics.all[t]!, fit: cosine(vector, middle) }))
		.sort((a, b) => b.fit - a.fit);
}

/** How much of what is taken away from notes is the mean of headings' notes, not their own. */
const COMMON_SHARE = 0.5;

/**
 * Notes as directions from what they have in common: half from their own mean, half from that of
 * notes of all kinds, so that a board about one thing keeps some of it.
 */
export function noteDirections(
	vectors: readonly ArrayLike<number>[],
	topics: Topics | undefined,
): Float64Array[] {
	const own = meanOf(vectors);
	const common = topics && meanOf([topics.meanExample.en, topics.meanExample.de]);
	const middle = common ? own.map((value, k) => (1 - COMMON_SHARE) * value + COMMON_SHARE * common[k]!) : own;
	return vectors.map((vector) => direction(vector, middle));
}
