/**
 * How alike two notes are, 0 to 1: what they mean (sentence vectors, where there are any) and the words
 * they share. Sentence vectors of one board all lean the same way, towards what the board is about; the
 * mean is taken away first, so that what tells notes apart counts (J. Mu, P. Viswanath, "All-but-the-top",
 * 2018).
 */
import type { Language } from './language';
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

/** Part of the sentence vectors in the sum, by whether the model knows the language of both notes. */
const MEANING = { known: 0.6, unknown: 0.15 };

/** Vectors with their mean taken away, of length 1. Too few notes have no mean worth speaking of. */
export function centred(vectors: readonly (readonly number[])[]): Float64Array[] {
	const size = vectors[0]?.length ?? 0;
	const mean = new Float64Array(size);
	for (const vector of vectors) for (let k = 0; k < size; k++) mean[k]! += vector[k]! / vectors.length;
	const share = vectors.length < 6 ? 0 : 0.9;
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
 * Likeness of all pairs. `vectors` may be undefined: then words alone count. A meaning of less than
 * nothing counts as nothing.
 */
export function likenessOf(
	weighed: WeighedNotes,
	languages: readonly Language[],
	vectors: readonly (readonly number[])[] | undefined,
): Likeness {
	const n = weighed.vectors.length;
	const likeness = new Likeness(n);
	const means = vectors && centred(vectors);
	for (let i = 0; i < n; i++) {
		likeness.set(i, i, 1);
		for (let j = 0; j < i; j++) {
			const words = sparseCosine(weighed.vectors[i]!, weighed.vectors[j]!);
			if (!means) {
				likeness.set(i, j, words);
				continue;
			}
			const known = languages[i] === 'en' && languages[j] === 'en';
			const share = known ? MEANING.known : MEANING.unknown;
			const meaning = Math.max(0, cosine(means[i]!, means[j]!));
			likeness.set(i, j, share * meaning + (1 - share) * words);
		}
	}
	return likeness;
}
