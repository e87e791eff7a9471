/**
 * In which order notes are dealt to somebody who sorts them by hand: like ones together, so that
 * one reads the next with the last still in mind, and among those the ones first about which least
 * is known, where there are many like them (uncertainty and density: B. Settles, "Active learning
 * literature survey", 2009).
 */
import type { Placing } from './placing';

/** How alike two notes are, by their indexes. */
export type Nearness = (i: number, j: number) => number;

/** How much each counts. */
const WEIGHT = { near: 1, doubt: 0.35, density: 0.8 };

/**
 * How little is known about where a note belongs: 1 where two themes are as likely, 0 where one is
 * sure.
 */
export function doubtOf({ shares }: Placing): number {
	const [first, second] = shares;
	return first === undefined || second === undefined ? 1 : second / first;
}

/**
 * @param open indexes of the notes that are still to be dealt
 * @param placings of all notes
 * @param densities how much each note is like all others
 * @param last the note that was dealt last, if any
 * @returns the open ones in the order in which they are dealt
 */
export function dealOrder(
	open: readonly number[],
	placings: readonly Placing[],
	densities: ArrayLike<number>,
	nearness: Nearness,
	last: number | undefined,
): number[] {
	const scores = new Map(
		open.map((i) => [
			i,
			(last === undefined ? 0 : WEIGHT.near * nearness(i, last)) +
				WEIGHT.doubt * doubtOf(placings[i]!) +
				WEIGHT.density * densities[i]!,
		]),
	);
	return [...open].sort((a, b) => scores.get(b)! - scores.get(a)! || a - b);
}

/** How much each note is like the others, on the mean; what is unlike counts as nothing. */
export function densitiesOf(count: number, nearness: Nearness): Float64Array {
	const densities = new Float64Array(count);
	for (let i = 0; i < count; i++)
		for (let j = 0; j < i; j++) {
			const near = Math.max(0, nearness(i, j)) / Math.max(1, count - 1);
			densities[i]! += near;
			densities[j]! += near;
		}
	return densities;
}
