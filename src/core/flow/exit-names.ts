/** Names of the exits of decisions: yes and no, or numbers. */
import { plainForm } from '../text/search';

/** The words for yes and no in the language of whoever draws. */
export interface ExitWords {
	yes: string;
	no: string;
}

/** What is taken for yes and no, whoever drew it. */
const KNOWN = { yes: ['yes', 'ja', 'y', 'j'], no: ['no', 'nein', 'n'] };

const isWord = (name: string, is: 'yes' | 'no', words: ExitWords): boolean =>
	[...KNOWN[is], plainForm(words[is])].includes(plainForm(name));
const numberIn = (name: string): number | undefined =>
	/^\d{1,3}$/.test(name.trim()) ? Number(name) : undefined;

/**
 * The name of the next exit: yes, no, then numbers; only numbers where there are only numbers.
 * Empty where the others have names of their own.
 */
export function nextExitName(names: readonly string[], words: ExitWords): string {
	const given = names.filter((name) => name.trim() !== '');
	const isYes = given.some((name) => isWord(name, 'yes', words));
	const isNo = given.some((name) => isWord(name, 'no', words));
	const numbers = given.flatMap((name) => numberIn(name) ?? []);
	const own =
		given.length -
		numbers.length -
		given.filter((n) => isWord(n, 'yes', words) || isWord(n, 'no', words)).length;
	if (own > 0) return '';
	if (numbers.length > 0) return String(Math.max(names.length, ...numbers) + 1);
	if (!isYes) return words.yes;
	return isNo ? String(names.length + 1) : words.no;
}

export const EXIT_NAMINGS = ['words', 'numbers', 'swapped'] as const;
export type ExitNaming = (typeof EXIT_NAMINGS)[number];

/** New names for all exits of a decision at once, in their order. */
export function namesFor(naming: ExitNaming, names: readonly string[], words: ExitWords): string[] {
	if (naming === 'numbers') return names.map((_, i) => String(i + 1));
	if (naming === 'words') return names.map((_, i) => [words.yes, words.no][i] ?? String(i + 1));
	const [first = '', second = '', ...more] = names;
	return names.length < 2 ? [...names] : [second, first, ...more];
}
