/** Runs through a flow by chance: how long they take, and how far they lie apart. */
import { randomFrom, type Random } from '../rehearsal/random';
import { graphOf, startsOf, type Estimate, type Flow } from './flow';
import { partsOf } from './times';

export interface SimulatedRuns {
	runs: number;
	/** Runs that were given up because they went round and round. */
	unfinished: number;
	mean: number;
	/** Minutes that this part of all runs stays within, by percent. */
	percentiles: { 5: number; 50: number; 80: number; 95: number };
	/** How many runs took from `from + i * width` minutes on, up to the next. */
	bars: { from: number; width: number; counts: number[] };
}

export const RUNS = 10_000;
/** Steps after which a run is given up, and steps of all runs after which no other is begun. */
const MOST_STEPS = 10_000;
const MOST_IN_ALL = 10_000_000;
const BARS = 24;

/** Points of the distribution function of an estimate that are worked out in advance. */
const POINTS = 400;

/**
 * Draws minutes from an estimate by its PERT distribution: a beta distribution between the least
 * and the most with the likely minutes as its mode (D. G. Malcolm and others, 1959).
 */
export function samplerOf(minutes: Estimate | undefined): (random: Random) => number {
	if (!minutes) return () => 0;
	const { least, likely, most } = minutes;
	const width = most - least;
	if (width <= 0) return () => likely;
	const a = (4 * (likely - least)) / width;
	const b = (4 * (most - likely)) / width;
	// The density x^a (1 - x)^b added up, then read backwards.
	const sums = new Float64Array(POINTS + 1);
	for (let i = 1; i <= POINTS; i++) {
		const x = (i - 0.5) / POINTS;
		sums[i] = sums[i - 1]! + x ** a * (1 - x) ** b;
	}
	const total = sums[POINTS]!;
	return (random) => {
		const wanted = random() * total;
		let low = 0;
		let high = POINTS;
		while (high - low > 1) {
			const middle = (low + high) >> 1;
			if (sums[middle]! <= wanted) low = middle;
			else high = middle;
		}
		const step = sums[high]! - sums[low]!;
		return least + (width * (low + (step > 0 ? (wanted - sums[low]!) / step : 0))) / POINTS;
	};
}

interface Place {
	draw: (random: Random) => number;
	/** Where it goes on: parts added up, and places by index. */
	upTo: number[];
	next: number[];
}

/**
 * Walks through a flow many times; the same seed gives the same runs. Undefined where the flow has
 * no start.
 */
export function simulate(flow: Flow, seed: number, runs = RUNS): SimulatedRuns | undefined {
	const graph = graphOf(flow);
	const start = startsOf(graph).starts[0];
	if (start === undefined) return undefined;
	const ids = [...graph.steps.keys()];
	const index = new Map(ids.map((id, i) => [id, i]));
	const places = ids.map((id): Place => {
		const exits = partsOf(graph.exits.get(id)!);
		let sum = 0;
		return {
			draw: samplerOf(graph.steps.get(id)!.minutes),
			upTo: exits.map(({ part }) => (sum += part)),
			next: exits.map(({ link }) => index.get(link.to)!),
		};
	});
	const random = randomFrom(seed);
	const took: number[] = [];
	let begun = 0;
	for (let steps = 0; begun < runs && steps < MOST_IN_ALL; begun++) {
		const run = walk(places, index.get(start)!, random);
		steps += run.steps;
		if (run.minutes !== undefined) took.push(run.minutes);
	}
	return summaryOf(Float64Array.from(took).sort(), begun);
}

/** One run; without minutes where it comes to no end. */
function walk(places: readonly Place[], start: number, random: Random): { steps: number; minutes?: number } {
	let minutes = 0;
	let at = start;
	for (let steps = 1; steps <= MOST_STEPS; steps++) {
		const { draw, upTo, next } = places[at]!;
		minutes += draw(random);
		if (next.length === 0) return { steps, minutes };
		if (next.length === 1) at = next[0]!;
		else {
			const wanted = random();
			const way = upTo.findIndex((sum) => wanted < sum);
			// Parts that add up to a little less than one.
			at = next.at(way)!;
		}
	}
	return { steps: MOST_STEPS };
}

function summaryOf(sorted: Float64Array, runs: number): SimulatedRuns {
	const at = (part: number): number =>
		sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0;
	const from = sorted[0] ?? 0;
	// The few slowest would leave the others in one bar.
	const to = at(0.995);
	const width = Math.max((to - from) / BARS, 1e-9);
	const counts = new Array<number>(BARS).fill(0);
	for (const minutes of sorted) counts[Math.min(BARS - 1, Math.floor((minutes - from) / width))]!++;
	return {
		runs,
		unfinished: runs - sorted.length,
		mean: sorted.length > 0 ? sorted.reduce((sum, minutes) => sum + minutes, 0) / sorted.length : 0,
		percentiles: { 5: at(0.05), 50: at(0.5), 80: at(0.8), 95: at(0.95) },
		bars: { from, width, counts },
	};
}
