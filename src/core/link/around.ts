/**
 * Right-angled paths round what stands in the way: the orthogonal visibility graph of M. Wybrow,
 * K. Marriott and P. Stuckey, "Orthogonal connector routing" (Graph Drawing 2009), searched with A* for the
 * least length and the fewest bends.
 *
 * A shortest right-angled path needs no other coordinates than those of the ends and of the obstacles'
 * edges, so the graph is the grid of these lines, without the segments that lie inside an obstacle.
 * The search looks at a window round both ends first and widens it only when there is no way in it.
 */
import { inflate, unionOf, type Box, type Point } from '../geometry/box';
import { BEND, STUB } from './forms';
import { crosses, simplify, type Path } from './polyline';
import { isPoint, sidesOf, type Side, type Anchor } from './sides';

/**
 * How far beyond both ends to look, and the distance to keep from obstacles, board units: the first pair
 * that leaves a way is taken.
 */
const TRIES: { reach: number | undefined; margin: number }[] = [
	{ reach: 160, margin: 16 },
	{ reach: 160, margin: 6 },
	{ reach: 160, margin: 0 },
	{ reach: 900, margin: 6 },
	{ reach: 900, margin: 0 },
	{ reach: undefined, margin: 0 },
];

/**
 * Crossings of the grid, and steps over all tries, beyond which the search gives up: about 3 ms on the
 * slowest machine we measured. Some sixty obstacles at once stay within it.
 */
const MAX = { crossings: 16_000, steps: 9_000 };
/** Each obstacle adds two lines to the grid in each direction. */
export const MAX_OBSTACLES = Math.floor(Math.sqrt(MAX.crossings) / 2);

/**
 * The cheapest path from `from` to `to` that runs through no obstacle; undefined when there is none, or
 * when so much stands in between that looking for it would be felt under the hand.
 * @param near obstacles that touch a box; all of them when none is given
 */
export function routeAround(
	from: Anchor,
	to: Anchor,
	near: (area?: Box) => readonly Box[],
): Path | undefined {
	const ends = unionOf([from.box, to.box])!;
	const budget = { steps: MAX.steps };
	let reach: number | undefined = -1;
	let obstacles: readonly Box[] = [];
	for (const attempt of TRIES) {
		if (attempt.reach !== reach) {
			reach = attempt.reach;
			obstacles = near(reach === undefined ? undefined : inflate(ends, reach));
			if (obstacles.length > MAX_OBSTACLES) return undefined;
		}
		const window = inflate(reach === undefined ? unionOf([ends, ...obstacles])! : ends, reach ?? 60);
		const found = search(from, to, obstacles, attempt.margin, window, budget);
		if (found || budget.steps <= 0) return found;
	}
	return undefined;
}

interface Port extends Side {
	/** Where the path may first bend. */
	out: Point;
}

/** The sides that a path can leave by: their stub runs through no obstacle. */
function portsOf(anchor: Anchor, obstacles: readonly Box[], margin: number): Port[] {
	return sidesOf(anchor).flatMap((side): Port[] => {
		const step = isPoint(anchor) ? 0 : Math.max(margin, 1);
		const out = { x: side.at.x + side.dx * step, y: side.at.y + side.dy * step };
		return obstacles.some((box) => crosses(side.at, out, box)) ? [] : [{ ...side, out }];
	});
}

const ascending = (values: number[]): number[] => {
	values.sort((a, b) => a - b);
	return values.filter((value, i) => i === 0 || value - values[i - 1]! > 1e-6);
};

/** Directions by number: right, down, left, up. */
const DX = [1, 0, -1, 0];
const DY = [0, 1, 0, -1];
const directionOf = (side: Side): number => (side.dx === 1 ? 0 : side.dy === 1 ? 1 : side.dx === -1 ? 2 : 3);

function search(
	from: Anchor,
	to: Anchor,
	near: readonly Box[],
	margin: number,
	window: Box,
	budget: { steps: number },
): Path | undefined {
	const starts = portsOf(from, near, margin);
	const goals = portsOf(to, near, margin);
	if (starts.length === 0 || goals.length === 0) return undefined;
	const own = [from, to].filter((anchor) => !isPoint(anchor)).map((anchor) => anchor.box);
	const blocks = [...near, ...own].map((box) => inflate(box, margin));
	const mid = unionOf([from.box, to.box])!;
	const lines = ascending([
		...blocks.flatMap((box) => [box.x, box.x + box.w]),
		...[...starts, ...goals].map((port) => port.out.x),
		// Half-way lines make paths that bend in the middle, as people draw them.
		mid.x + mid.w / 2,
		(from.box.x + from.box.w + to.box.x) / 2,
		(to.box.x + to.box.w + from.box.x) / 2,
	]);
	const rows = ascending([
		...blocks.flatMap((box) => [box.y, box.y + box.h]),
		...[...starts, ...goals].map((port) => port.out.y),
		mid.y + mid.h / 2,
		(from.box.y + from.box.h + to.box.y) / 2,
		(to.box.y + to.box.h + from.box.y) / 2,
	]);
	const xs = lines.filter((x) => x >= window.x && x <= window.x + window.w);
	const ys = rows.filter((y) => y >= window.y && y <= window.y + window.h);
	return shortest(new Grid(xs, ys, blocks), starts, goals, budget);
}

/** First index whose value is at least `value`. */
function lowerBound(values: readonly number[], value: number): number {
	let low = 0;
	let high = values.length;
	while (low < high) {
		const middle = (low + high) >> 1;
		if (values[middle]! < value) low = middle + 1;
		else high = middle;
	}
	return low;
}

/** The grid of lines; marks which segments between neighbouring crossings run through a block. */
class Grid {
	readonly across: Uint8Array;
	readonly down: Uint8Array;

	constructor(
		readonly xs: readonly number[],
		readonly ys: readonly number[],
		blocks: readonly Box[],
	) {
		this.across = new Uint8Array(xs.length * ys.length);
		this.down = new Uint8Array(xs.length * ys.length);
		const eps = 1e-4;
		for (const box of blocks) {
			// Lines strictly inside the block, and segments that reach into it.
			const x1 = lowerBound(xs, box.x + eps);
			const x2 = lowerBound(xs, box.x + box.w - eps);
			const y1 = lowerBound(ys, box.y + eps);
			const y2 = lowerBound(ys, box.y + box.h - eps);
			for (let y = y1; y < y2; y++)
				for (let x = Math.max(0, x1 - 1); x < x2; x++) this.across[this.at(x, y)] = 1;
			for (let x = x1; x < x2; x++)
				for (let y = Math.max(0, y1 - 1); y < y2; y++) this.down[this.at(x, y)] = 1;
		}
	}

	at(x: number, y: number): number {
		return y * this.xs.length + x;
	}

	/** Whether one can go from a crossing one step in a direction. */
	isOpen(x: number, y: number, direction: number): boolean {
		if (direction === 0) return x + 1 < this.xs.length && this.across[this.at(x, y)] === 0;
		if (direction === 2) return x > 0 && this.across[this.at(x - 1, y)] === 0;
		if (direction === 1) return y + 1 < this.ys.length && this.down[this.at(x, y)] === 0;
		return y > 0 && this.down[this.at(x, y - 1)] === 0;
	}
}

/** Tables of the search, kept from one to the next: making them anew would cost as much as the search. */
let tables = { cost: new Float64Array(0), parent: new Int32Array(0), heuristics: new Float64Array(0) };

function table(nodes: number): typeof tables {
	if (tables.heuristics.length < nodes) {
		tables = {
			cost: new Float64Array(nodes * 4),
			parent: new Int32Array(nodes * 4),
			heuristics: new Float64Array(nodes),
		};
	}
	tables.cost.fill(Infinity, 0, nodes * 4);
	tables.parent.fill(-1, 0, nodes * 4);
	tables.heuristics.fill(-1, 0, nodes);
	return tables;
}

/** A* over crossings and the direction in which they are reached. */
function shortest(
	grid: Grid,
	starts: readonly Port[],
	goals: readonly Port[],
	budget: { steps: number },
): Path | undefined {
	const { xs, ys } = grid;
	const { cost, parent, heuristics } = table(xs.length * ys.length);
	const startOf = new Map<number, Port>();
	const heap = new Heap();

	const place = (p: Point): number | undefined => {
		const x = lowerBound(xs, p.x - 1e-6);
		const y = lowerBound(ys, p.y - 1e-6);
		if (Math.abs((xs[x] ?? Infinity) - p.x) > 1e-3 || Math.abs((ys[y] ?? Infinity) - p.y) > 1e-3)
			return undefined;
		return grid.at(x, y);
	};
	// A path enters its goal against the direction that leads out there.
	const ends = new Map<number, { port: Port; direction: number }[]>();
	for (const port of goals) {
		const node = place(port.out);
		if (node === undefined) continue;
		const list = ends.get(node) ?? [];
		list.push({ port, direction: (directionOf(port) + 2) % 4 });
		ends.set(node, list);
	}
	const heuristic = (node: number): number => {
		if (heuristics[node]! >= 0) return heuristics[node]!;
		const x = xs[node % xs.length]!;
		const y = ys[Math.floor(node / xs.length)]!;
		let least = Infinity;
		for (const { out } of goals) {
			const dx = Math.abs(out.x - x);
			const dy = Math.abs(out.y - y);
			least = Math.min(least, dx + dy + (dx > 0.01 && dy > 0.01 ? BEND : 0));
		}
		return (heuristics[node] = least);
	};
	const reach = (state: number, value: number, from: number): void => {
		if (value >= cost[state]! - 1e-9) return;
		cost[state] = value;
		parent[state] = from;
		heap.push(state, value + heuristic(state >> 2));
	};
	for (const port of starts) {
		const node = place(port.out);
		if (node === undefined) continue;
		const state = node * 4 + directionOf(port);
		startOf.set(state, port);
		reach(state, port.cost, -1);
	}

	let best: { state: number; port: Port; value: number } | undefined;
	for (let state = heap.pop(); state !== undefined; state = heap.pop()) {
		if (budget.steps-- <= 0) return undefined;
		const value = cost[state]!;
		if (best && value + heuristic(state >> 2) >= best.value) break;
		const node = state >> 2;
		const direction = state & 3;
		for (const end of ends.get(node) ?? []) {
			// Turning right round to go in is no way in.
			if ((direction + 2) % 4 === end.direction) continue;
			const total = value + (direction === end.direction ? 0 : BEND) + end.port.cost;
			if (!best || total < best.value) best = { state, port: end.port, value: total };
		}
		const x = node % xs.length;
		const y = Math.floor(node / xs.length);
		for (let next = 0; next < 4; next++) {
			if (next === (direction + 2) % 4 || !grid.isOpen(x, y, next)) continue;
			const [nx, ny] = [x + DX[next]!, y + DY[next]!];
			const step = Math.abs(xs[nx]! - xs[x]!) + Math.abs(ys[ny]! - ys[y]!);
			// A bend right at the object leaves no room for an arrowhead.
			const cramped = next !== direction && startOf.has(state) ? STUB : 0;
			reach(grid.at(nx, ny) * 4 + next, value + step + (next === direction ? 0 : BEND + cramped), state);
		}
	}
	if (!best) return undefined;
	const path: Path = [best.port.at];
	let state = best.state;
	for (; ; state = parent[state]!) {
		const node = state >> 2;
		path.push({ x: xs[node % xs.length]!, y: ys[Math.floor(node / xs.length)]! });
		if (parent[state] === -1) break;
	}
	path.push(startOf.get(state)!.at);
	return simplify(path.reverse());
}

/** A binary heap of states by value; a state may be in it several times, the first one out counts. */
class Heap {
	private readonly states: number[] = [];
	private readonly values: number[] = [];

	push(state: number, value: number): void {
		let i = this.states.length;
		this.states.push(state);
		this.values.push(value);
		while (i > 0) {
			const up = (i - 1) >> 1;
			if (this.values[up]! <= value) break;
			this.states[i] = this.states[up]!;
			this.values[i] = this.values[up]!;
			i = up;
		}
		this.states[i] = state;
		this.values[i] = value;
	}

	pop(): number | undefined {
		const top = this.states[0];
		const state = this.states.pop();
		const value = this.values.pop();
		if (top === undefined || state === undefined || value === undefined || this.states.length === 0)
			return top;
		let i = 0;
		for (;;) {
			let child = 2 * i + 1;
			if (child >= this.states.length) break;
			if (child + 1 < this.states.length && this.values[child + 1]! < this.values[child]!) child++;
			if (this.values[child]! >= value) break;
			this.states[i] = this.states[child]!;
			this.values[i] = this.values[child]!;
			i = child;
		}
		this.states[i] = state;
		this.values[i] = value;
		return top;
	}
}
