/**
 * Learns from examples which theme a vector belongs to: multinomial logistic regression with a
 * penalty on large weights (D. R. Cox, 1966; D. Böhning, "Multinomial logistic regression
 * algorithm", 1992), by accelerated gradient descent (Y. Nesterov, 1983). What was learnt before
 * is gone on from, so that one example more takes little time.
 */
export interface Example {
	vector: Float64Array;
	/** Index of its theme. */
	theme: number;
	/** How much it counts. */
	weight: number;
}

/** Weight of the penalty: half the sum of squares of all weights. */
const PENALTY = 1;
const MAX_ROUNDS = 120;
/** Descent ends where no weight changes by more in a round. */
const SMALLEST_STEP = 1e-3;

/** One row of weights for each theme, its own number behind them. */
export interface Learnt {
	readonly size: number;
	readonly rows: readonly Float64Array[];
}

/** Scores of all themes for a vector: their logarithms of probability, up to a common number. */
export function scoresOf({ size, rows }: Learnt, vector: Float64Array): Float64Array {
	const scores = new Float64Array(rows.length);
	for (let t = 0; t < rows.length; t++) scores[t] = scoreOf(rows[t]!, vector, size);
	return scores;
}

function scoreOf(row: Float64Array, vector: Float64Array, size: number): number {
	let sum = row[size]!;
	for (let k = 0; k < size; k++) sum += row[k]! * vector[k]!;
	return sum;
}

/** Probabilities from scores; they sum to 1. */
export function softmax(scores: ArrayLike<number>): Float64Array {
	const out = Float64Array.from(scores);
	let best = -Infinity;
	for (const score of out) best = Math.max(best, score);
	let total = 0;
	for (let t = 0; t < out.length; t++) {
		out[t] = Math.exp(out[t]! - best);
		total += out[t]!;
	}
	for (let t = 0; t < out.length; t++) out[t]! /= total;
	return out;
}

/**
 * @param themes how many there are; each should have an example
 * @param before what was learnt from fewer examples, for as many themes or fewer
 */
export function learn(examples: readonly Example[], themes: number, before?: Learnt): Learnt {
	const size = examples[0]?.vector.length ?? 0;
	const start = (t: number): Float64Array => before?.rows[t]?.slice() ?? new Float64Array(size + 1);
	const rows = Array.from({ length: themes }, (_, t) => start(t));
	const ahead = rows.map((row) => row.slice());
	const total = examples.reduce((sum, { weight }) => sum + weight, 0);
	// The curvature is at most half the weight of all vectors of length 1, with their one, and the
	// penalty.
	const rate = 1 / (total + PENALTY);
	let momentum = 1;
	for (let round = 0; round < MAX_ROUNDS; round++) {
		const slope = slopeAt({ size, rows: ahead }, examples);
		const after = (1 + Math.sqrt(1 + 4 * momentum * momentum)) / 2;
		const step = descend(rows, ahead, slope, rate, (momentum - 1) / after);
		momentum = after;
		if (step < SMALLEST_STEP) break;
	}
	return { size, rows };
}

/** One step down from where one looks ahead to; returns the largest change. */
function descend(
	rows: readonly Float64Array[],
	ahead: readonly Float64Array[],
	slope: readonly Float64Array[],
	rate: number,
	drive: number,
): number {
	let step = 0;
	rows.forEach((row, t) => {
		const from = ahead[t]!;
		const down = slope[t]!;
		for (let k = 0; k < row.length; k++) {
			const next = from[k]! - rate * down[k]!;
			const change = next - row[k]!;
			step = Math.max(step, Math.abs(change));
			row[k] = next;
			from[k] = next + drive * change;
		}
	});
	return step;
}

function slopeAt(learnt: Learnt, examples: readonly Example[]): Float64Array[] {
	const { size, rows } = learnt;
	const slope = rows.map((row) => {
		const out = new Float64Array(size + 1);
		for (let k = 0; k < size; k++) out[k] = PENALTY * row[k]!;
		return out;
	});
	for (const { vector, theme, weight } of examples) {
		const share = softmax(scoresOf(learnt, vector));
		for (let t = 0; t < rows.length; t++)
			addError(slope[t]!, vector, size, weight * (share[t]! - (t === theme ? 1 : 0)));
	}
	return slope;
}

function addError(row: Float64Array, vector: Float64Array, size: number, error: number): void {
	for (let k = 0; k < size; k++) row[k] = row[k]! + error * vector[k]!;
	row[size] = row[size]! + error;
}
