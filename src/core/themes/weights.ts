/**
 * Word weights: sparse vectors from the notes themselves. Each word counts by how rare it is on this
 * board (tf-idf, K. Spärck Jones, 1972); groups of four letters stand beside the stems, so that compounds
 * and endings of languages without a stemmer still meet.
 */
import { contentWords, type Language, type Word } from './language';

export type Sparse = Map<string, number>;

export interface WeighedNotes {
	words: Word[][];
	vectors: Sparse[];
}

const LETTERS = 4;

function features(words: readonly Word[]): Map<string, number> {
	const counts = new Map<string, number>();
	const add = (key: string, weight: number): void => void counts.set(key, (counts.get(key) ?? 0) + weight);
	for (const { stem } of words) {
		add('w ' + stem, 1);
		if (stem.length > LETTERS) {
			const groups = stem.length - LETTERS + 1;
			for (let i = 0; i < groups; i++) add('l ' + stem.slice(i, i + LETTERS), 0.6 / Math.sqrt(groups));
		}
	}
	return counts;
}

/** Weighs all notes of one board; vectors have length 1, or are empty for notes without words. */
export function weigh(texts: readonly string[], languages: readonly Language[]): WeighedNotes {
	const words = texts.map((text, i) => contentWords(text, languages[i]!));
	const counted = words.map(features);
	const inNotes = new Map<string, number>();
	for (const counts of counted)
		for (const key of counts.keys()) inNotes.set(key, (inNotes.get(key) ?? 0) + 1);
	const vectors = counted.map((counts) => {
		const vector: Sparse = new Map();
		let length2 = 0;
		for (const [key, count] of counts) {
			const idf = Math.log((1 + texts.length) / (inNotes.get(key)! + 0.5));
			const weight = Math.sqrt(count) * idf;
			vector.set(key, weight);
			length2 += weight * weight;
		}
		const length = Math.sqrt(length2) || 1;
		for (const [key, weight] of vector) vector.set(key, weight / length);
		return vector;
	});
	return { words, vectors };
}

/** Cosine of two vectors of length 1. */
export function sparseCosine(a: Sparse, b: Sparse): number {
	const [short, long] = a.size < b.size ? [a, b] : [b, a];
	let sum = 0;
	for (const [key, weight] of short) {
		const other = long.get(key);
		if (other !== undefined) sum += weight * other;
	}
	return sum;
}
