/** How much people agree, from 0 for not at all to 1 for wholly. */
import { mean, midranks, type Ranking } from './count';

/**
 * Kendall's coefficient of concordance W of rankings, corrected for ties (M. Kendall, B. Babington Smith, "The problem of m rankings",
 * 1939). Undefined with fewer than two rankings or objects, and when everybody ties everything.
 */
export function kendallW(options: readonly string[], ballots: readonly Ranking[]): number | undefined {
	const voters = ballots.filter((ballot) => ballot.length > 0);
	const n = options.length;
	const m = voters.length;
	if (m < 2 || n < 2) return undefined;
	const sums = new Map(options.map((option) => [option, 0]));
	let ties = 0;
	for (const ballot of voters) {
		for (const [option, rank] of midranks(options, ballot)) sums.set(option, sums.get(option)! + rank);
		const tied = n - ballot.length;
		ties += tied ** 3 - tied;
	}
	const middle = mean([...sums.values()]);
	const s = [...sums.values()].reduce((sum, value) => sum + (value - middle) ** 2, 0);
	const most = m * m * (n ** 3 - n) - m * ties;
	return most <= 0 ? undefined : (12 * s) / most;
}

/**
 * Consensus of ratings on a scale from 1 to `steps`: 1 when all rate alike, 0 when half stand at each end (W. Tastle, M. Wierman,
 * "Consensus and dissention: A measure of ordinal dispersion", 2007). Undefined with fewer than two ratings.
 */
export function consensus(ratings: readonly number[], steps: number): number | undefined {
	if (ratings.length < 2) return undefined;
	const middle = mean(ratings);
	const width = steps - 1;
	return Math.max(0, 1 + mean(ratings.map((rating) => Math.log2(1 - Math.abs(rating - middle) / width))));
}

/**
 * How much dots gather on few objects: 1 less their evenness (E. Pielou, 1966: Shannon's entropy over its highest value). 1 when all lie
 * on one object, 0 when all have the same. Undefined without dots, and with fewer than two objects.
 */
export function gathering(dots: readonly number[]): number | undefined {
	const total = dots.reduce((sum, count) => sum + count, 0);
	if (total === 0 || dots.length < 2) return undefined;
	const entropy = -dots.reduce(
		(sum, count) => sum + (count === 0 ? 0 : (count / total) * Math.log(count / total)),
		0,
	);
	return Math.max(0, 1 - entropy / Math.log(dots.length));
}

/**
 * The Gini coefficient of amounts: 0 when all have the same, towards 1 when one has everything (C. Gini, 1912). Used for how evenly a room
 * contributes. Undefined for nobody, or when there is nothing.
 */
export function gini(amounts: readonly number[]): number | undefined {
	const total = amounts.reduce((sum, amount) => sum + amount, 0);
	const n = amounts.length;
	if (n === 0 || total === 0) return undefined;
	const sorted = [...amounts].sort((a, b) => a - b);
	const weighted = sorted.reduce((sum, amount, i) => sum + (i + 1) * amount, 0);
	return (2 * weighted) / (n * total) - (n + 1) / n;
}

/** Words for an agreement: how it is told. */
export type Strength = 'weak' | 'some' | 'clear' | 'strong';
export function strengthOf(agreement: number): Strength {
	if (agreement < 0.3) return 'weak';
	if (agreement < 0.5) return 'some';
	return agreement < 0.7 ? 'clear' : 'strong';
}
