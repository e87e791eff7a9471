/** Notes that say the same: the same words, or nearly the same words with the same meaning. */
import { cosine } from './likeness';
import type { Word } from './language';

/** What is left of a text when case, signs and spaces do not count. */
const bare = (text: string): string =>
	text
		.toLowerCase()
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

/** Share of words that two notes have in common (P. Jaccard, 1901). */
function shared(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
	let both = 0;
	for (const word of a) if (b.has(word)) both++;
	const all = a.size + b.size - both;
	return all === 0 ? 0 : both / all;
}

/**
 * Pairs of indexes of notes that double each other, the lower index first. Vectors are used as they are,
 * not centred: doubles are alike whatever the board is about.
 */
export function findDoubles(
	texts: readonly string[],
	words: readonly Word[][],
	vectors: readonly ArrayLike<number>[] | undefined,
): [number, number][] {
	const bares = texts.map(bare);
	const stems = words.map((note) => new Set(note.map((word) => word.stem)));
	const pairs: [number, number][] = [];
	for (let j = 0; j < texts.length; j++) {
		for (let i = 0; i < j; i++) {
			if (bares[i] === '' || bares[j] === '') continue;
			if (bares[i] === bares[j] || isDouble(i, j)) pairs.push([i, j]);
		}
	}
	return pairs;

	function isDouble(i: number, j: number): boolean {
		const overlap = shared(stems[i]!, stems[j]!);
		if (stems[i]!.size === 0 || stems[j]!.size === 0) return false;
		// One word against one word says too little, unless the texts are the same.
		if (overlap === 1) return stems[i]!.size > 1 || !vectors || cosine(vectors[i]!, vectors[j]!) > 0.8;
		if (!vectors) return overlap >= 0.75;
		const meaning = cosine(vectors[i]!, vectors[j]!);
		return meaning >= 0.92 || (meaning >= 0.84 && overlap >= 0.4) || (meaning >= 0.8 && overlap >= 0.55);
	}
}
