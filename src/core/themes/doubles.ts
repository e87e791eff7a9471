/**
 * Notes that say the same. That is said only where words and meaning agree; meaning alone tells a
 * double from what merely lies beside it in one case of four, so what is nearest is only offered.
 */
import { allCosines, cosine } from './likeness';
import type { Word } from './language';

/** What is left of a text when case, signs and spaces do not count. */
const bare = (text: string): string =>
	text
		.toLowerCase()
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

/** Words that turn what is said round, in the languages that people use most here. */
const NEGATIONS = new Set(
	'no not never nobody nothing none without cannot nor nicht nie niemals niemand nichts kein keine keinen keiner keinem keines ohne weder ne pas jamais rien sans non nunca sin niet geen nooit zonder ikke aldrig'.split(
		' ',
	),
);

/** What two notes have to have alike to say the same: their numbers, and whether they deny. */
function keyOf(text: string): string {
	const words = bare(text.replace(/n[’']t\b/giu, ' not')).split(' ');
	const denied = words.filter((word) => NEGATIONS.has(word)).length % 2;
	const numbers = text.match(/\p{N}+/gu) ?? [];
	return [denied, ...numbers.sort()].join(' ');
}

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
	const keys = texts.map(keyOf);
	const stems = words.map((note) => new Set(note.map((word) => word.stem)));
	const pairs: [number, number][] = [];
	for (let j = 0; j < texts.length; j++) {
		for (let i = 0; i < j; i++) {
			if (bares[i] === '' || bares[j] === '') continue;
			if (bares[i] === bares[j] || (keys[i] === keys[j] && isDouble(i, j))) pairs.push([i, j]);
		}
	}
	return pairs;

	function isDouble(i: number, j: number): boolean {
		const overlap = shared(stems[i]!, stems[j]!);
		if (stems[i]!.size === 0 || stems[j]!.size === 0) return false;
		// One word against one word says too little, unless the texts are the same.
		if (overlap === 1) return stems[i]!.size > 1 || !vectors || cosine(vectors[i]!, vectors[j]!) > 0.8;
		if (!vectors) return overlap >= 0.75;
		const alike = cosine(vectors[i]!, vectors[j]!);
		return SAME.some((least) => overlap >= least.shared && alike >= least.alike);
	}
}

/**
 * How many of the words two notes have to share, and how near their meaning has to be. Notes of one
 * theme are seldom nearer than 0.7.
 */
const SAME = [
	{ shared: 0.4, alike: 0.88 },
	{ shared: 0.65, alike: 0.8 },
];

/** How many are offered as perhaps the same, and how near they are at least. */
const OFFERED = 3;
const LEAST_NEAR = 0.3;

/**
 * For each note the others that perhaps say the same, the nearest first; few, or none.
 * @param vectors of length 1
 */
export function perhapsTheSame(vectors: readonly ArrayLike<number>[]): number[][] {
	const cosines = allCosines(vectors);
	return vectors.map((_, i) => {
		const nearest: number[] = [];
		for (let j = 0; j < vectors.length; j++) {
			const near = cosines.get(i, j);
			if (j === i || near < LEAST_NEAR) continue;
			let at = nearest.length;
			while (at > 0 && cosines.get(i, nearest[at - 1]!) < near) at--;
			if (at < OFFERED) nearest.splice(at, 0, j);
			if (nearest.length > OFFERED) nearest.pop();
		}
		return nearest;
	});
}
