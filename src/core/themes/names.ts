/**
 * A name for each theme from its own words: the words and pairs of words that stand out in this group
 * against the others (class-based tf-idf, M. Grootendorst, "BERTopic", 2022), written as people wrote them.
 */
import type { Word } from './language';

interface Term {
	key: string;
	/** Notes of the group in which it stands. */
	inGroup: number;
	inOthers: number;
	forms: Map<string, number>;
	length: number;
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

/**
 * Names for groups of notes, given as lists of each note's words. Names are distinct; a group without a
 * single word is named by `fallback`.
 */
export function nameThemes(groups: readonly Word[][][], fallback: (index: number) => string): string[] {
	const terms = groups.map(() => new Map<string, Term>());
	groups.forEach((notes, g) => {
		for (const words of notes) {
			for (const [key, { form, length }] of termsIn(words)) {
				let term = terms[g]!.get(key);
				if (!term) terms[g]!.set(key, (term = { key, inGroup: 0, inOthers: 0, forms: new Map(), length }));
				term.inGroup++;
				term.forms.set(form, (term.forms.get(form) ?? 0) + 1);
			}
		}
	});
	const sizes = groups.map((notes) => Math.max(1, notes.length));
	const used = new Set<string>();
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
		const name = compose(scored, sizes[g]!);
		let unique = name === '' ? fallback(g) : capital(name);
		for (const { term } of scored) {
			if (!used.has(unique.toLowerCase())) break;
			unique = capital(`${name}, ${mostWritten(term.forms)}`);
		}
		used.add(unique.toLowerCase());
		return unique;
	});
}

/**
 * Two words that stand in as many notes as each other and next to each other in some: together they say
 * more than the one that happens to come first ("Long queue" rather than "Long").
 */
function phraseOf(
	first: { term: Term; score: number },
	scored: readonly { term: Term; score: number }[],
): string | undefined {
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
function compose(scored: { term: Term; score: number }[], size: number): string {
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
	return `${name}, ${mostWritten(second.term.forms)}`;
}
