/** Notes sorted by what is known of them, without asking what they say. */
import type { Theme } from './index';

export const SORT_KEYS = ['colour', 'person', 'dots', 'nods', 'time', 'language', 'kind'] as const;
export type SortKey = (typeof SORT_KEYS)[number];

/** What is known of a note. */
export interface NoteFacts {
	id: string;
	/** Names of what it is told by; where several notes have the same one they go together. */
	value: string;
	/** Places the groups, the smallest first. */
	rank?: number;
}

/** Groups of notes with the same value, the largest first where they have no rank. */
export function sortByValue(notes: readonly NoteFacts[]): Theme[] {
	const groups = new Map<string, { noteIds: string[]; rank: number }>();
	for (const { id, value, rank = 0 } of notes) {
		const group = groups.get(value);
		if (group) group.noteIds.push(id);
		else groups.set(value, { noteIds: [id], rank });
	}
	return [...groups]
		.sort(([a, p], [b, q]) => p.rank - q.rank || q.noteIds.length - p.noteIds.length || (a < b ? -1 : 1))
		.map(([name, { noteIds }]) => ({ name, noteIds }));
}

/** Numbers are parted into groups of this kind: none, few, some, many. */
export interface NumberBand {
	least: number;
	most: number;
}

/** How many bands numbers are parted into at most. */
const MAX_BANDS = 4;

/**
 * Bands of numbers, the highest first: each number by itself while there are few different ones,
 * else parts with about as many notes in each (quantiles).
 */
export function bandsOf(numbers: readonly number[]): NumberBand[] {
	const different = [...new Set(numbers)].sort((a, b) => b - a);
	if (different.length <= MAX_BANDS) return different.map((number) => ({ least: number, most: number }));
	const sorted = [...numbers].sort((a, b) => b - a);
	const bands: NumberBand[] = [];
	let at = 0;
	while (at < sorted.length) {
		const left = MAX_BANDS - bands.length;
		let end = left <= 1 ? sorted.length : at + Math.max(1, Math.round((sorted.length - at) / left));
		// Equal numbers are in one band.
		while (end < sorted.length && sorted[end] === sorted[end - 1]) end++;
		bands.push({ most: sorted[at]!, least: sorted[end - 1]! });
		at = end;
	}
	return bands;
}

/** A pause that parts what was written into rounds, ms. */
const PAUSE = 10 * 60_000;

/** Index of the round in which each was written: a long pause begins a new one. */
export function roundsOf(times: readonly number[]): number[] {
	const order = times.map((_, i) => i).sort((a, b) => times[a]! - times[b]!);
	const rounds: number[] = [];
	let round = 0;
	order.forEach((i, k) => {
		const last = order[k - 1];
		if (last !== undefined && times[i]! - times[last]! > PAUSE) round++;
		rounds[i] = round;
	});
	return rounds;
}
