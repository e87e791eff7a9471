/**
 * How alike two notes are, 0 to 1: what they mean (sentence vectors, where there are any) and the words
 * they share. Sentence vectors of one board all lean the same way, towards what the board is about; the
 * mean is taken away first, so that what tells notes apart counts (J. Mu, P. Viswanath, "All-but-the-top",
 * 2018).
 */
import { sparseCosine, type WeighedNotes } from './weights';

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
	const n = vectors.length;
	return vectors.map((vector, i) => {
		const out = vector.map((value) => (1 - SMOOTHING) * value);
		const near: number[] = [];
		let total = 0;
		for (let j = 0; j < n; j++) {
			const value = likeness.get(i, j);
			if (j === i || value < NEAR) continue;
			near.push(j);
			total += value * value;
		}
		for (const j of near) {
			const weight = (SMOOTHING * likeness.get(i, j) ** 2) / total;
			const other = vectors[j]!;
			for (let k = 0; k < out.length; k++) out[k]! += weight * other[k]!;
		}
		const length = Math.sqrt(out.reduce((sum, value) => sum + value * value, 0)) || 1;
		return out.map((value) => value / length);
	});
}

/**
 * Likeness of all pairs: 1 for the same, below nothing for what lies apart. Words alone count
 * without vectors.
 */
export function likenessOf(
	weighed: WeighedNotes,
	vectors: readonly ArrayLike<number>[] | undefined,
): Likeness {
	const n = weighed.vectors.length;
	const words = new Likeness(n);
	for (let i = 0; i < n; i++) {
		words.set(i, i, 1);
		for (let j = 0; j < i; j++) words.set(i, j, sparseCosine(weighed.vectors[i]!, weighed.vectors[j]!));
	}
	if (!vectors) return words;
	const means = centred(vectors);
	return withWords(smoothed(means, withWords(means, words)), words);
}

/** Likeness by vectors of length 1 and by words. */
function withWords(vectors: readonly Float64Array[], words: Likeness): Likeness {
	const likeness = new Likeness(vectors.length);
	vectors.forEach((a, i) => {
		for (let j = 0; j <= i; j++) {
			const b = vectors[j]!;
			let meaning = 0;
			for (let k = 0; k < a.length; k++) meaning += a[k]! * b[k]!;
			likeness.set(i, j, (meaning + WORDS * words.get(i, j)) / (1 + WORDS));
		}
	});
	return likeness;
}
