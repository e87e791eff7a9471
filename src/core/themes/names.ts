/**
 * A name for each theme: a heading that its notes fit under, or the words and pairs of words that
 * stand out in it against the others (class-based tf-idf, M. Grootendorst, "BERTopic", 2022),
 * written as people wrote them.
 */
import type { Word } from './language';

interface Term {
	key: string;
	/** Notes of the group in which it stands. */
	inGroup: number;
	forms: Map<string, number>;
	length: number;
}

interface ScoredTerm {
	term: Term;
	score: number;
}

/** Words next to each other in a note, one or two at a time. */
function termsIn(words: readonly Word[]): Map<string, { form: string; length: number }> {
	const terms = new Map<string, { form: string; length: number }>();
	words.forEach((word, i) => {
		terms.set(word.stem, { form: word.form, length: 1 });
		const next = words[i + 1];
		// Words far apart do not make a name together.
		if (next && next.stem !== word.stem && word.gap.length <= 8) {
			terms.set(`${word.stem} ${next.stem}`, { form: `${word.form}${word.gap} ${next.form}`, length: 2 });
		}
	});
	return terms;
}

const mostWritten = (forms: Map<string, number>): string =>
	[...forms].sort((a, b) => b[1] - a[1] || a[0].length - b[0].length || (a[0] < b[0] ? -1 : 1))[0]![0];

const capital = (text: string): string => text.charAt(0).toLocaleUpperCase() + text.slice(1);

/** Words and pairs of words of each group, those that stand out most first. */
function termsOf(groups: readonly (readonly (readonly Word[])[])[]): ScoredTerm[][] {
	const terms = groups.map(() => new Map<string, Term>());
	groups.forEach((notes, g) => {
		for (const words of notes) {
			for (const [key, { form, length }] of termsIn(words)) {
				let term = terms[g]!.get(key);
				if (!term) terms[g]!.set(key, (term = { key, inGroup: 0, forms: new Map(), length }));
				term.inGroup++;
				term.forms.set(form, (term.forms.get(form) ?? 0) + 1);
			}
		}
	});
	const sizes = groups.map((notes) => Math.max(1, notes.length));
	return groups.map((_, g) => {
		const scored = [...terms[g]!.values()].map((term) => {
			const share = term.inGroup / sizes[g]!;
			let elsewhere = 0;
			terms.forEach((other, o) => {
				if (o !== g) elsewhere = Math.max(elsewhere, (other.get(term.key)?.inGroup ?? 0) / sizes[o]!);
			});
			const repeated = term.inGroup >= 2 ? 1 : 0.35;
			const bonus = term.length === 2 && term.inGroup >= 2 ? 1.5 : 1;
			return { term, score: share * repeated * bonus * Math.log2(1.2 + share / (elsewhere + 0.04)) };
		});
		scored.sort((a, b) => b.score - a.score || (a.term.key < b.term.key ? -1 : 1));
		return scored;
	});
}

/** Names that the words of a group give, the best first. */
function namesFrom(scored: readonly ScoredTerm[], size: number): string[] {
	const name = compose(scored, Math.max(1, size));
	if (name === '') return [];
	const more = scored.slice(0, WORDS_TRIED).map(({ term }) => mostWritten(term.forms));
	return [name, ...more, ...more.map((word) => `${name}, ${word}`)].map(capital);
}

/** Words that are told as what holds a group together; each stands in two of its notes at least. */
const WORDS_TOLD = 4;

function standingOut(scored: readonly ScoredTerm[]): string[] {
	return scored
		.filter(({ term }) => term.length === 1 && term.inGroup > 1)
		.slice(0, WORDS_TOLD)
		.map(({ term }) => mostWritten(term.forms));
}

/** Words of a group that are tried as names of their own. */
const WORDS_TRIED = 8;
/** Further names that are offered. */
const OTHERS = 2;
/** How well a heading has to fit to be the name, and to be offered. */
const FITS = { name: 0.6, offer: 0.4 };
/** Letters of a note that stand for a name where nothing else does. */
const QUOTED = 40;

/** What names are made of. */
export interface GroupToName {
	/** Words of each note. */
	words: readonly Word[][];
	/** What each note says, the most typical one first. */
	texts: readonly string[];
	/** Headings that fit its notes, the best first, in the language of its notes. */
	headings: readonly { name: string; fit: number }[];
}

export interface ThemeName {
	name: string;
	/** Further names to choose from. */
	others: string[];
	/** Words that stand out in the group, as they are written. */
	words: string[];
}

/**
 * Names for groups of notes: the heading nearest by meaning where it fits well, else words that
 * stand out in the group. No two are alike, and none is a number.
 * @param given names of groups that have one already
 */
export function nameThemes(
	groups: readonly GroupToName[],
	given: readonly (string | undefined)[] = [],
): ThemeName[] {
	const terms = termsOf(groups.map(({ words }) => words));
	const byWords = terms.map((scored, g) => namesFrom(scored, groups[g]!.words.length));
	const candidates = groups.map(({ headings, texts }, g) => {
		const offered = headings.filter(({ fit }) => fit >= FITS.offer).map(({ name }) => name);
		const isNamed = (headings[0]?.fit ?? 0) >= FITS.name;
		const [first, ...more] = byWords[g]!;
		const spoken = isNamed
			? [offered[0]!, ...(first ? [first] : []), ...offered.slice(1), ...more]
			: [...(first ? [first] : []), ...offered, ...more];
		return [...spoken, quoted(texts[0] ?? ''), ...texts.map(quoted)].filter((name) => name !== '');
	});
	const taken = new Set<string>();
	const take = (name: string): string => {
		taken.add(name.toLowerCase());
		return name;
	};
	const isFree = (name: string): boolean => !taken.has(name.toLowerCase());
	const names: string[] = groups.map((_, g) => (given[g] === undefined ? '' : take(given[g])));
	// The better a heading fits, the sooner it is given away.
	const fitOf = (g: number): number => groups[g]!.headings[0]?.fit ?? 0;
	const order = groups.map((_, g) => g).sort((a, b) => fitOf(b) - fitOf(a) || a - b);
	for (const g of order)
		if (given[g] === undefined)
			names[g] = take(candidates[g]!.find(isFree) ?? numbered(candidates[g]![0], isFree));
	return names.map((name, g) => {
		const others: string[] = [];
		for (const other of candidates[g]!) if (others.length < OTHERS && isFree(other)) others.push(take(other));
		return { name, others, words: standingOut(terms[g]!) };
	});
}

/** What a note says, short enough for a name. */
function quoted(text: string): string {
	const line = text.replace(/\s+/gu, ' ').trim();
	return line.length <= QUOTED ? line : line.slice(0, QUOTED).replace(/\s\S*$/u, '') + ' …';
}

/** The last way out, where whole groups say the very same: the name again, told apart. */
function numbered(name: string | undefined, isFree: (name: string) => boolean): string {
	for (let n = 2; ; n++) {
		const told = `${name ?? '…'} (${n})`;
		if (isFree(told)) return told;
	}
}

/**
 * Two words that stand in as many notes as each other and next to each other in some: together they say
 * more than the one that happens to come first ("Long queue" rather than "Long").
 */
function phraseOf(first: ScoredTerm, scored: readonly ScoredTerm[]): string | undefined {
	if (first.term.length !== 1) return undefined;
	const equals = scored.filter(
		({ term }) => term.length === 1 && term !== first.term && term.inGroup === first.term.inGroup,
	);
	for (const { term } of equals.filter((each) => each.score > first.score * 0.75)) {
		const pair = scored.find(({ term: { length, key } }) => {
			const stems = key.split(' ');
			return length === 2 && stems.includes(term.key) && stems.includes(first.term.key);
		});
		if (pair && first.term.inGroup > 1) return mostWritten(pair.term.forms);
	}
	return undefined;
}

/** The best term, with a second one when the first covers too little of the group to speak for it. */
function compose(scored: readonly ScoredTerm[], size: number): string {
	const first = scored[0];
	if (!first) return '';
	const phrase = phraseOf(first, scored);
	if (phrase) return phrase;
	const name = mostWritten(first.term.forms);
	const stems = new Set(first.term.key.split(' '));
	const second = scored.find(
		({ term, score }) => score > first.score * 0.35 && !term.key.split(' ').some((stem) => stems.has(stem)),
	);
	if (first.term.inGroup / size > 0.75 || !second) return name;
	// What people wrote together more than once is one phrase.
	const together = scored.find(
		({ term: { key, length, inGroup } }) =>
			length === 2 && inGroup > 1 && [first, second].every(({ term }) => key.split(' ').includes(term.key)),
	);
	if (together) return mostWritten(together.term.forms);
	return `${name}, ${mostWritten(second.term.forms)}`;
}
