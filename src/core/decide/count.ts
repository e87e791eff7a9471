/**
 * Counting rules. Each takes ballots and gives a score by object, higher is better; objects with the same score are tied.
 *
 * Rankings need not be complete: what somebody left out shares the last places of their ballot.
 */

export type Ranking = readonly string[];
export type Scores = Map<string, number>;

const zero = (options: readonly string[]): Scores => new Map(options.map((option) => [option, 0]));

const add = (scores: Scores, option: string, by: number): void =>
	void scores.set(option, (scores.get(option) ?? 0) + by);

/** First places (plurality). */
export function plurality(options: readonly string[], ballots: readonly Ranking[]): Scores {
	const scores = zero(options);
	for (const [first] of ballots) if (first !== undefined) add(scores, first, 1);
	return scores;
}

/**
 * Places of one ballot, 1 for the best; what was left out shares the mean of the last places ("midranks": M. Kendall, 1945).
 */
export function midranks(options: readonly string[], ballot: Ranking): Map<string, number> {
	const ranks = new Map(ballot.map((option, i) => [option, i + 1]));
	const shared = (ballot.length + 1 + options.length) / 2;
	for (const option of options) if (!ranks.has(option)) ranks.set(option, shared);
	return ranks;
}

/** Points by place: one for every object that is placed behind (J.-C. de Borda, 1781; ties share their points). */
export function borda(options: readonly string[], ballots: readonly Ranking[]): Scores {
	const scores = zero(options);
	for (const ballot of ballots) {
		if (ballot.length === 0) continue;
		for (const [option, rank] of midranks(options, ballot)) add(scores, option, options.length - rank);
	}
	return scores;
}

/**
 * How many ballots put one object before another, for each pair in the order of `options`.
 */
export function pairwise(options: readonly string[], ballots: readonly Ranking[]): number[][] {
	const wins = options.map(() => options.map(() => 0));
	for (const ballot of ballots) {
		const at = new Map(ballot.map((option, i) => [option, i]));
		const place = options.map((option) => at.get(option) ?? Number.POSITIVE_INFINITY);
		for (let a = 0; a < options.length; a++)
			for (let b = 0; b < options.length; b++) if (place[a]! < place[b]!) wins[a]![b]! += 1;
	}
	return wins;
}

/**
 * The Schulze method: an object stands before another when the strongest path of pairwise wins leads from it to the other (M. Schulze,
 * "A new monotonic, clone-independent, reversal symmetric, and Condorcet-consistent single-winner election method", 2011; strength by
 * winning votes). The score is the number of objects that it stands before; that order is strict where the method's is.
 */
export function schulze(options: readonly string[], ballots: readonly Ranking[]): Scores {
	const wins = pairwise(options, ballots);
	const n = options.length;
	const strength = wins.map((row, a) => row.map((count, b) => (count > wins[b]![a]! ? count : 0)));
	for (let via = 0; via < n; via++)
		for (let a = 0; a < n; a++) {
			if (a === via) continue;
			for (let b = 0; b < n; b++) {
				if (b === via || b === a) continue;
				const through = Math.min(strength[a]![via]!, strength[via]![b]!);
				if (through > strength[a]![b]!) strength[a]![b] = through;
			}
		}
	return new Map(
		options.map((option, a) => [
			option,
			options.reduce((sum, _, b) => sum + (a !== b && strength[a]![b]! > strength[b]![a]! ? 1 : 0), 0),
		]),
	);
}

export const mean = (values: readonly number[]): number =>
	values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

/** The middle value; of an even number the mean of the two in the middle. */
export function median(values: readonly number[]): number {
	if (values.length === 0) return 0;
	const sorted = [...values].sort((a, b) => a - b);
	const half = Math.floor(sorted.length / 2);
	return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

/** Standard deviation of all values (not of a sample). */
export function deviation(values: readonly number[]): number {
	const middle = mean(values);
	return Math.sqrt(mean(values.map((value) => (value - middle) ** 2)));
}

/** Options by score, best first, tied ones together. Scores that differ by rounding only are tied. */
export function placesOf(scores: ReadonlyMap<string, number>): string[][] {
	const groups: { score: number; options: string[] }[] = [];
	for (const [option, score] of [...scores].sort((a, b) => b[1] - a[1])) {
		const last = groups.at(-1);
		if (last && Math.abs(last.score - score) < 1e-9) last.options.push(option);
		else groups.push({ score, options: [option] });
	}
	return groups.map(({ options }) => options);
}
