/**
 * What the times of a flow say. Walking through a flow is an absorbing Markov chain: each step has
 * its exits with their shares, and what has none is an end (J. Kemeny, J. L. Snell, "Finite Markov
 * Chains", 1960, chapter 3). What is done is done one after the other: work side by side is not
 * told apart from a choice.
 */
import { componentsOf, findBackLinks, inFlowOrder } from './components';
import {
	graphOf,
	performerOf,
	startsOf,
	type Estimate,
	type Flow,
	type FlowGraph,
	type WholeLink,
} from './flow';

/** The mean of an estimate (D. G. Malcolm and others, on PERT, 1959), minutes. */
export const meanOf = (minutes: Estimate | undefined): number =>
	minutes ? (minutes.least + 4 * minutes.likely + minutes.most) / 6 : 0;

/** An exit with the part of all that take it, 0 to 1. */
export interface SharedExit {
	link: WholeLink;
	part: number;
}

/**
 * The parts that exits have: as said; those of which nothing is said have the same part of the
 * rest.
 */
export function partsOf(exits: readonly WholeLink[]): SharedExit[] {
	const given = exits.reduce((sum, { share }) => sum + (share ?? 0), 0);
	const open = exits.filter(({ share }) => share === undefined).length;
	const rest = open > 0 ? Math.max(0, 100 - given) : 0;
	const all = given + rest;
	return exits.map((link) => ({
		link,
		part: all > 0 ? (link.share ?? rest / open) / all : 1 / exits.length,
	}));
}

/** What a step takes over a whole run, on average. */
export interface StepTotal {
	id: string;
	/** How often it is passed. */
	visits: number;
	minutes: number;
	cost: number;
	/** How much sooner all is done where it takes half as long, minutes. */
	savedByHalf: number;
}

export interface PerformerTotal {
	who: string;
	minutes: number;
	cost: number;
}

export interface FlowTimes {
	/** The quickest way through at the least, minutes. */
	shortest: number;
	/** The slowest way through without going back, minutes. */
	longest: number;
	/** On average over all ways, loops included, minutes. Undefined where some ways never end. */
	expected: number | undefined;
	cost: number | undefined;
	/** The part of runs that come to an end, 0 to 1. */
	ending: number;
	/** Steps that are passed, the one that takes most first. */
	steps: StepTotal[];
	performers: PerformerTotal[];
}

/**
 * The times of a flow; undefined where it has no start or nothing is said of how long steps take.
 */
export function timesOf(flow: Flow): FlowTimes | undefined {
	const graph = graphOf(flow);
	const start = startsOf(graph).starts[0];
	if (start === undefined) return undefined;
	if (![...graph.steps.values()].some(({ minutes, cost }) => minutes || cost)) return undefined;
	const { visits, ending } = visitsFrom(graph, start);
	const steps = [...visits].map(([id, count]): StepTotal => {
		const { minutes, cost = 0 } = graph.steps.get(id)!;
		const total = count * meanOf(minutes);
		return { id, visits: count, minutes: total, cost: count * cost, savedByHalf: total / 2 };
	});
	const isEnding = ending > 1 - 1e-9;
	const sum = (of: (step: StepTotal) => number): number => steps.reduce((all, step) => all + of(step), 0);
	return {
		shortest: shortestFrom(graph, start),
		longest: longestFrom(graph, start),
		expected: isEnding ? sum(({ minutes }) => minutes) : undefined,
		cost: isEnding ? sum(({ cost }) => cost) : undefined,
		ending,
		steps: steps.sort((a, b) => b.minutes - a.minutes || b.cost - a.cost || b.visits - a.visits),
		performers: performersOf(graph, steps),
	};
}

/** How often each step is passed on average by a run that begins at `start`. */
function visitsFrom(graph: FlowGraph, start: string): { visits: Map<string, number>; ending: number } {
	const inflow = new Map<string, number>([[start, 1]]);
	const visits = new Map<string, number>();
	let ending = 0;
	for (const component of componentsOf(graph)) {
		const entering = component.map((id) => inflow.get(id) ?? 0);
		if (entering.every((each) => each === 0)) continue;
		const index = new Map(component.map((id, i) => [id, i]));
		const exits = component.map((id) => partsOf(graph.exits.get(id)!));
		const counts = solveVisits(entering, exits, index);
		// Whoever comes into a loop without a way out never comes to an end.
		if (!counts) continue;
		component.forEach((id, i) => {
			if (counts[i]! > 0) visits.set(id, counts[i]!);
			if (exits[i]!.length === 0) ending += counts[i]!;
			for (const { link, part } of exits[i]!)
				if (!index.has(link.to)) inflow.set(link.to, (inflow.get(link.to) ?? 0) + counts[i]! * part);
		});
	}
	return { visits, ending };
}

/**
 * Solves v = entering + v Q for the steps of one loop, by Gaussian elimination with pivoting;
 * undefined where nothing leaves it.
 */
function solveVisits(
	entering: readonly number[],
	exits: readonly (readonly SharedExit[])[],
	index: ReadonlyMap<string, number>,
): number[] | undefined {
	const n = entering.length;
	const rows = entering.map((value, i) => {
		const row = new Float64Array(n + 1);
		row[i] = 1;
		row[n] = value;
		return row;
	});
	exits.forEach((all, from) => {
		for (const { link, part } of all) {
			const to = index.get(link.to);
			if (to !== undefined) rows[to]![from]! -= part;
		}
	});
	for (let k = 0; k < n; k++) {
		let pivot = k;
		for (let i = k + 1; i < n; i++) if (Math.abs(rows[i]![k]!) > Math.abs(rows[pivot]![k]!)) pivot = i;
		[rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
		const top = rows[k]!;
		if (Math.abs(top[k]!) < 1e-12) return undefined;
		for (let i = k + 1; i < n; i++) {
			const row = rows[i]!;
			const factor = row[k]! / top[k]!;
			if (factor === 0) continue;
			for (let j = k; j <= n; j++) row[j]! -= factor * top[j]!;
		}
	}
	const counts = new Array<number>(n).fill(0);
	for (let i = n - 1; i >= 0; i--) {
		let sum = rows[i]![n]!;
		for (let j = i + 1; j < n; j++) sum -= rows[i]![j]! * counts[j]!;
		counts[i] = sum / rows[i]![i]!;
	}
	return counts;
}

/** The least minutes from a start to an end (E. W. Dijkstra, 1959). */
function shortestFrom({ steps, exits }: FlowGraph, start: string): number {
	const least = new Map([[start, steps.get(start)!.minutes?.least ?? 0]]);
	const open = new Set([start]);
	while (open.size > 0) {
		let next = '';
		for (const id of open) if (next === '' || least.get(id)! < least.get(next)!) next = id;
		open.delete(next);
		const soFar = least.get(next)!;
		if (exits.get(next)!.length === 0) return soFar;
		for (const { to } of exits.get(next)!) {
			const after = soFar + (steps.get(to)!.minutes?.least ?? 0);
			if (after >= (least.get(to) ?? Infinity)) continue;
			least.set(to, after);
			open.add(to);
		}
	}
	return 0;
}

/** The most minutes from a start to an end, without a link that leads back. */
function longestFrom(graph: FlowGraph, start: string): number {
	const back = findBackLinks(graph);
	const most = new Map([[start, graph.steps.get(start)!.minutes?.most ?? 0]]);
	let longest = 0;
	for (const id of inFlowOrder(graph, back)) {
		const soFar = most.get(id);
		if (soFar === undefined) continue;
		longest = Math.max(longest, soFar);
		for (const link of graph.exits.get(id)!) {
			if (back.has(link)) continue;
			const after = soFar + (graph.steps.get(link.to)!.minutes?.most ?? 0);
			most.set(link.to, Math.max(most.get(link.to) ?? 0, after));
		}
	}
	return longest;
}

/** What everyone who does something has to do in a run, the busiest first. */
function performersOf({ steps }: FlowGraph, totals: readonly StepTotal[]): PerformerTotal[] {
	const all = new Map<string, PerformerTotal>();
	for (const { id, minutes, cost } of totals) {
		const who = performerOf(steps.get(id)!);
		if (who === undefined) continue;
		const total = all.get(who) ?? { who, minutes: 0, cost: 0 };
		all.set(who, { who, minutes: total.minutes + minutes, cost: total.cost + cost });
	}
	return [...all.values()].sort((a, b) => b.minutes - a.minutes || b.cost - a.cost);
}
