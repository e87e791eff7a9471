/** Names of steps that say the same in other words, or that differ by a slip of the hand. */
import { plainForm, stemOf } from '../text/search';

/** Words that change nothing about what a step is. */
const EMPTY = new Set(
	'a an the to of for in on at and or is be it der die das den dem des ein eine einen einem und oder zu zum zur im in am an'.split(
		' ',
	),
);

/** What a name says, whatever the order and the endings of its words. */
function contentOf(name: string): string {
	const words = plainForm(name)
		.split(' ')
		.filter((word) => word !== '' && !EMPTY.has(word));
	return words.map(stemOf).sort().join(' ');
}

/** Letters of a name from which on a single other one counts as a slip. */
const LONG = 8;

/**
 * Whether two texts differ by one letter at most: changed, left out, or swapped with its neighbour
 * (F. J. Damerau, "A technique for computer detection and correction of spelling errors", 1964).
 * Digits count: step 1 is not step 2.
 */
function isSlip(a: string, b: string): boolean {
	if (Math.abs(a.length - b.length) > 1 || Math.min(a.length, b.length) < LONG) return false;
	let start = 0;
	while (start < a.length && a[start] === b[start]) start++;
	let end = 0;
	while (end < a.length - start && end < b.length - start && a.at(-1 - end) === b.at(-1 - end)) end++;
	const [inA, inB] = [a.slice(start, a.length - end), b.slice(start, b.length - end)];
	if (/\d/.test(inA + inB)) return false;
	if (inA.length <= 1 && inB.length <= 1) return true;
	return inA.length === 2 && inB.length === 2 && inA[0] === inB[1] && inA[1] === inB[0];
}

/** Pairs of indexes of names that are the same or nearly so, the lower index first. */
export function alikeNames(names: readonly string[]): [number, number][] {
	const plain = names.map(plainForm);
	const content = names.map(contentOf);
	const pairs: [number, number][] = [];
	for (let j = 0; j < names.length; j++) {
		if (plain[j] === '') continue;
		for (let i = 0; i < j; i++) {
			if (plain[i] === '') continue;
			const isSame = plain[i] === plain[j] || (content[i] !== '' && content[i] === content[j]);
			if (isSame || isSlip(plain[i]!, plain[j]!)) pairs.push([i, j]);
		}
	}
	return pairs;
}
