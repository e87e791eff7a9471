/**
 * How alike two notes are, 0 to 1: what they mean (sentence vectors, where there are any) and the words
 * they share. Sentence vectors of one board all lean the same way, towards what the board is about; the
 * mean is taken away first, so that what tells notes apart counts (J. Mu, P. Viswanath, "All-but-the-top",
 * 2018).
 */
import type { WeighedNotes } from './weights';

/** Symmetric matrix of likenesses, row by row. */
export class Likeness {
	readonly values: Float64Array;

	constructor(readonly size: number) {
		this.values = new Float64Array(size * size);
	}

	get(i: number, j: number): number {
		return this.values[i * this.size + j]!;
	}

	set(i: number, j: number, value: number): void {
		this.values[i * this.size + j] = value;
		this.values[j * this.size + i] = value;
	}
}

/** Weight of shared words beside the meaning, which counts as one. */
const WORDS = 0.15;

/** How far each vector is drawn towards those that it is alike. */
const SMOOTHING = 0.4;
/** More notes than these say enough together, and drawing them to each other would take long. */
const MOST_SMOOTHED = 800;
/** What is less alike than this is no neighbour. */
const NEAR = 0.05;

/** Vectors with their mean taken away, of length 1. Too few notes have no mean worth speaking of. */
export function centred(vectors: readonly ArrayLike<number>[]): Float64Array[] {
	const size = vectors[0]?.length ?? 0;
	const mean = new Float64Array(size);
	for (const vector of vectors) for (let k = 0; k < size; k++) mean[k]! += vector[k]! / vectors.length;
	const share = vectors.length < 6 ? 0 : 1;
	return vectors.map((vector) => {
		const out = new Float64Array(size);
		let length2 = 0;
		for (let k = 0; k < size; k++) {
			const value = vector[k]! - share * mean[k]!;
			out[k] = value;
			length2 += value * value;
		}
		const length = Math.sqrt(length2) || 1;
		for (let k = 0; k < size; k++) out[k]! /= length;
		return out;
	});
}

export function cosine(a: ArrayLike<number>, b: ArrayLike<number>): number {
	let dot = 0;
	let aa = 0;
	let bb = 0;
	for (let k = 0; k < a.length; k++) {
		dot += a[k]! * b[k]!;
		aa += a[k]! * a[k]!;
		bb += b[k]! * b[k]!;
	}
	return aa === 0 || bb === 0 ? 0 : dot / Math.sqrt(aa * bb);
}

/**
 * Vectors drawn towards their neighbours, of length 1: what a short note leaves unsaid, those
 * beside it say (one step of label spreading: D. Zhou et al., "Learning with local and global
 * consistency", 2004).
 * @param likeness of all pairs, by which neighbours weigh
 */
export function smoothed(vectors: readonly Float64Array[], likeness: Likeness): Float64Array[] {
	const size = vectors[0]?.length ?? 0;
	return vectors.map((vector, i) => {
		const out = new Float64Array(size);
		const total = addNeighbours(vectors, likeness, i, out);
		const share = total > 0 ? SMOOTHING / total : 0;
		let length2 = 0;
		for (let k = 0; k < size; k++) {
			const value = (1 - SMOOTHING) * vector[k]! + share * out[k]!;
			out[k] = value;
			length2 += value * value;
		}
		const length = Math.sqrt(length2) || 1;
		for (let k = 0; k < size; k++) out[k]! /= length;
		return out;
	});
}

/** Adds the neighbours of a vector, by the square of how near they are; returns their weight. */
function addNeighbours(
	vectors: readonly Float64Array[],
	likeness: Likeness,
	i: number,
	out: Float64Array,
): number {
	const size = out.length;
	let total = 0;
	for (let j = 0; j < vectors.length; j++) {
		const value = likeness.values[i * likeness.size + j]!;
		if (j === i || value < NEAR) continue;
		const weight = value * value;
		total += weight;
		const other = vectors[j]!;
		for (let k = 0; k < size; k++) out[k] = out[k]! + weight * other[k]!;
	}
	return total;
}

/**
 * Likeness of all pairs: 1 for the same, below nothing for what lies apart. Words alone count
 * without vectors.
 */
export function likenessOf(
	weighed: WeighedNotes,
	vectors: readonly ArrayLike<number>[] | undefined,
): Likeness {
	const words = likenessInWords(weighed);
	if (!vectors) return words;
	const means = centred(vectors);
	const likeness = withWords(means, words);
	return vectors.length > MOST_SMOOTHED ? likeness : withWords(smoothed(means, likeness), words);
}

/** Cosines of all pairs of notes by their words: only pairs that share a word are looked at. */
function likenessInWords({ vectors }: WeighedNotes): Likeness {
	const words = new Likeness(vectors.length);
	const holders = new Map<string, { note: number; weight: number }[]>();
	vectors.forEach((vector, i) => {
		for (const [key, weight] of vector) {
			let earlier = holders.get(key);
			if (!earlier) holders.set(key, (earlier = []));
			for (const other of earlier) words.values[i * words.size + other.note]! += weight * other.weight;
			earlier.push({ note: i, weight });
		}
	});
	for (let i = 0; i < words.size; i++) {
		for (let j = 0; j < i; j++) words.set(i, j, words.get(i, j));
		words.set(i, i, 1);
	}
	return words;
}

/** Likeness by vectors of length 1 and by words. */
function withWords(vectors: readonly Float64Array[], words: Likeness): Likeness {
	const likeness = allCosines(vectors);
	for (let at = 0; at < likeness.values.length; at++)
		likeness.values[at] = (likeness.values[at]! + WORDS * words.values[at]!) / (1 + WORDS);
	return likeness;
}

/** Cosines of all pairs of vectors of length 1. */
export function allCosines(vectors: readonly ArrayLike<number>[]): Likeness {
	const n = vectors.length;
	const size = vectors[0]?.length ?? 0;
	const rows = new Float64Array(n * size);
	vectors.forEach((vector, i) => rows.set(vector, i * size));
	const likeness = new Likeness(n);
	multiply(rows, size, n, likeness.values);
	return likeness;
}

/** Vectors whose products are taken at one go: what they hold stays near the processor. */
const BLOCK = 32;

/** All products of rows with each other. Plain loops: this is where the time goes. */
function multiply(rows: Float64Array, size: number, n: number, out: Float64Array): void {
	for (let left = 0; left < n; left += BLOCK) {
		const end = Math.min(n, left + BLOCK);
		for (let i = left; i < n; i++) {
			const a = i * size;
			const last = Math.min(i + 1, end);
			for (let j = left; j < last; j++) {
				const b = j * size;
				let even = 0;
				let odd = 0;
				let k = 0;
				for (; k + 1 < size; k += 2) {
					even += rows[a + k]! * rows[b + k]!;
					odd += rows[a + k + 1]! * rows[b + k + 1]!;
				}
				if (k < size) even += rows[a + k]! * rows[b + k]!;
				const product = even + odd;
				out[i * n + j] = product;
				out[j * n + i] = product;
			}
		}
	}
}
