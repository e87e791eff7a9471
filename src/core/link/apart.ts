/**
 * Keeps right-angled paths apart where they would run on top of each other ("nudging": M. Wybrow,
 * K. Marriott, P. Stuckey, "Orthogonal connector routing", Graph Drawing 2009, section 4). Stretches that
 * share a line are put side by side in the order that needs the fewest crossings; none is moved out of the
 * free room it lies in, so that no path comes to run through an obstacle by it.
 */
import type { Box, Point } from '../geometry/box';
import { simplify, type Path } from './polyline';

/** Distance between stretches side by side, board units. */
const GAP = 12;
/** Least distance to obstacles that a moved stretch keeps. */
const CLEAR = 4;
/** No stretch is moved farther than this. */
const FARTHEST = 48;

export interface RoutedPath {
	id: string;
	path: Path;
	/** What the path leaves and enters; undefined for a loose end, which stays where it is. */
	from?: Box | undefined;
	to?: Box | undefined;
	/** Whether it was set by hand and stays as it is. */
	isFixed?: boolean;
}

type Axis = 'x' | 'y';

/** A stretch of a path that may be moved across its own direction. */
interface Strand {
	route: number;
	/** Index of the point at which it starts. */
	index: number;
	/** Its coordinate across, and its extent along. */
	at: number;
	lo: number;
	hi: number;
	/** Where the path goes on at its lower and upper end: to smaller coordinates, larger ones, or nowhere. */
	turnLo: -1 | 0 | 1;
	turnHi: -1 | 0 | 1;
	least: number;
	most: number;
}

/**
 * Keeps paths apart a little at a time: on a large board all of it would be felt as one pause. The result
 * has the order of the input and does not depend on it: ties are broken by id.
 */
export class Separation {
	/** Paths as far as they are done. */
	readonly paths: Path[];
	private readonly axes: Axis[] = ['x', 'y'];
	private axis: Axis | undefined;
	private groups: Strand[][] = [];

	/** @param near obstacles that touch a box */
	constructor(
		private readonly routes: readonly RoutedPath[],
		private readonly near: (box: Box) => readonly Box[],
	) {
		this.paths = routes.map(({ path }) => path.map((p) => ({ ...p })));
	}

	/** Goes on until `isOver` says so; returns whether all is done. */
	go(isOver: () => boolean): boolean {
		for (;;) {
			const group = this.groups.pop();
			if (group) spread(group, this.routes, this.paths, this.axis!, this.near);
			else {
				this.axis = this.axes.shift();
				if (!this.axis) break;
				this.groups = groupsOf(strandsOf(this.routes, this.paths, this.axis));
			}
			if (isOver()) return false;
		}
		this.paths.forEach((path, i) => (this.paths[i] = simplify(path)));
		return true;
	}
}

/** Paths with their shared stretches apart, at one go. */
export function keepApart(routes: readonly RoutedPath[], near: (box: Box) => readonly Box[]): Path[] {
	const separation = new Separation(routes, near);
	separation.go(() => false);
	return separation.paths;
}

const other = (axis: Axis): Axis => (axis === 'x' ? 'y' : 'x');
const sign = (value: number): -1 | 0 | 1 => (value > 0.01 ? 1 : value < -0.01 ? -1 : 0);

function strandsOf(routes: readonly RoutedPath[], paths: readonly Path[], axis: Axis): Strand[] {
	const along = other(axis);
	const strands: Strand[] = [];
	paths.forEach((path, route) => {
		if (routes[route]!.isFixed) return;
		for (let i = 0; i + 1 < path.length; i++) {
			const a = path[i]!;
			const b = path[i + 1]!;
			if (Math.abs(a[axis] - b[axis]) > 0.01 || Math.abs(a[along] - b[along]) < 0.01) continue;
			const isFirst = i === 0;
			const isLast = i + 2 === path.length;
			// A loose end stays at its point.
			if ((isFirst && !routes[route]!.from) || (isLast && !routes[route]!.to)) continue;
			const turnA = isFirst ? 0 : sign(path[i - 1]![axis] - a[axis]);
			const turnB = isLast ? 0 : sign(path[i + 2]![axis] - b[axis]);
			const forward = a[along] < b[along];
			strands.push({
				route,
				index: i,
				at: a[axis],
				lo: Math.min(a[along], b[along]),
				hi: Math.max(a[along], b[along]),
				turnLo: forward ? turnA : turnB,
				turnHi: forward ? turnB : turnA,
				least: a[axis] - FARTHEST,
				most: a[axis] + FARTHEST,
			});
		}
	});
	return strands;
}

const share = (a: Strand, b: Strand): boolean => Math.min(a.hi, b.hi) - Math.max(a.lo, b.lo) > 1;

/** Strands that run on top of each other, directly or through others; alone ones are left out. */
function groupsOf(strands: Strand[]): Strand[][] {
	const sorted = [...strands].sort((a, b) => a.at - b.at || a.lo - b.lo);
	const parent = sorted.map((_, i) => i);
	const root = (i: number): number => {
		while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
		return i;
	};
	for (let i = 0; i < sorted.length; i++) {
		for (let j = i + 1; j < sorted.length && sorted[j]!.at - sorted[i]!.at < GAP - 1; j++) {
			if (sorted[i]!.route !== sorted[j]!.route && share(sorted[i]!, sorted[j]!)) parent[root(j)] = root(i);
		}
	}
	const groups = new Map<number, Strand[]>();
	sorted.forEach((strand, i) => {
		const list = groups.get(root(i));
		if (list) list.push(strand);
		else groups.set(root(i), [strand]);
	});
	return [...groups.values()].filter((group) => group.length > 1);
}

/** How many crossings it costs when `a` stands at a smaller coordinate than `b`. */
function crossings(a: Strand, b: Strand): number {
	const inside = (value: number, s: Strand): boolean => value > s.lo + 0.5 && value < s.hi - 0.5;
	let count = 0;
	if (a.turnLo > 0 && inside(a.lo, b)) count++;
	if (a.turnHi > 0 && inside(a.hi, b)) count++;
	if (b.turnLo < 0 && inside(b.lo, a)) count++;
	if (b.turnHi < 0 && inside(b.hi, a)) count++;
	if (Math.abs(a.lo - b.lo) <= 0.5) count += Math.max(0, a.turnLo - b.turnLo) / 2;
	if (Math.abs(a.hi - b.hi) <= 0.5) count += Math.max(0, a.turnHi - b.turnHi) / 2;
	return count;
}

/** Sorts by the fewest crossings of each pair; small groups, so that comparing pairs is enough. */
function inOrder(group: Strand[], routes: readonly RoutedPath[]): Strand[] {
	const before = (a: Strand, b: Strand): boolean => {
		const gain = crossings(b, a) - crossings(a, b);
		if (gain !== 0) return gain > 0;
		if (Math.abs(a.at - b.at) > 0.01) return a.at < b.at;
		const lean = a.turnLo + a.turnHi - b.turnLo - b.turnHi;
		if (lean !== 0) return lean < 0;
		const [p, q] = [routes[a.route]!.id, routes[b.route]!.id];
		return p === q ? a.index < b.index : p < q;
	};
	const start = [...group].sort(
		(a, b) => (routes[a.route]!.id < routes[b.route]!.id ? -1 : 1) || a.index - b.index,
	);
	const sorted: Strand[] = [];
	for (const strand of start) {
		let i = sorted.length;
		while (i > 0 && before(strand, sorted[i - 1]!)) i--;
		sorted.splice(i, 0, strand);
	}
	return sorted;
}

/** Narrows the room of a strand by what stands beside it and by the path's own neighbouring stretches. */
function confine(
	strand: Strand,
	route: RoutedPath,
	path: Path,
	axis: Axis,
	near: (box: Box) => readonly Box[],
): void {
	const along = other(axis);
	const size = axis === 'x' ? 'w' : 'h';
	const length = axis === 'x' ? 'h' : 'w';
	const isFirst = strand.index === 0;
	const isLast = strand.index + 2 === path.length;
	for (const [isEnd, box] of [
		[isFirst, route.from],
		[isLast, route.to],
	] as const) {
		if (!isEnd || !box) continue;
		const inset = Math.min(10, box[size] / 4);
		strand.least = Math.max(strand.least, box[axis] + inset);
		strand.most = Math.min(strand.most, box[axis] + box[size] - inset);
	}
	const swept: Box =
		axis === 'x'
			? { x: strand.least, y: strand.lo, w: strand.most - strand.least, h: strand.hi - strand.lo }
			: { x: strand.lo, y: strand.least, w: strand.hi - strand.lo, h: strand.most - strand.least };
	const own = [isFirst ? undefined : route.from, isLast ? undefined : route.to];
	for (const box of [...near(swept), ...own]) {
		if (!box || box[along] > strand.hi || box[along] + box[length] < strand.lo) continue;
		if (box[axis] + box[size] <= strand.at + 0.6)
			strand.least = Math.max(strand.least, box[axis] + box[size] + CLEAR);
		else if (box[axis] >= strand.at - 0.6) strand.most = Math.min(strand.most, box[axis] - CLEAR);
	}
	// The stretches before and after keep their direction, and room for an arrowhead at the ends.
	for (const [here, beyond, isStub] of [
		[strand.index, strand.index - 1, strand.index === 1],
		[strand.index + 1, strand.index + 2, strand.index + 3 === path.length],
	] as const) {
		const p = path[here];
		const q = path[beyond];
		if (!p || !q) continue;
		const room = isStub ? 14 : 2;
		if (q[axis] < p[axis]) strand.least = Math.max(strand.least, q[axis] + room);
		else if (q[axis] > p[axis]) strand.most = Math.min(strand.most, q[axis] - room);
	}
	// Where there is no room the strand stays where it is.
	strand.least = Math.min(strand.least, strand.at);
	strand.most = Math.max(strand.most, strand.at);
}

function spread(
	group: Strand[],
	routes: readonly RoutedPath[],
	paths: readonly Path[],
	axis: Axis,
	near: (box: Box) => readonly Box[],
): void {
	for (const strand of group) confine(strand, routes[strand.route]!, paths[strand.route]!, axis, near);
	const sorted = inOrder(group, routes);
	// Strands that do not run side by side may share a track.
	const tracks: number[] = [];
	sorted.forEach((strand, i) => {
		let track = 0;
		for (let j = 0; j < i; j++) if (share(strand, sorted[j]!)) track = Math.max(track, tracks[j]! + 1);
		tracks.push(track);
	});
	const count = Math.max(...tracks) + 1;
	if (count < 2) return;
	const least = Math.max(...sorted.map((strand) => strand.least));
	const most = Math.min(...sorted.map((strand) => strand.most));
	const gap = Math.min(GAP, Math.max(0, most - least) / (count - 1));
	const centre = sorted.reduce((sum, strand) => sum + strand.at, 0) / sorted.length;
	const start = Math.max(least, Math.min(most - gap * (count - 1), centre - (gap * (count - 1)) / 2));
	sorted.forEach((strand, i) => {
		const at = Math.max(strand.least, Math.min(strand.most, start + gap * tracks[i]!));
		const path = paths[strand.route]!;
		const move = (p: Point): void => void (p[axis] = at);
		move(path[strand.index]!);
		move(path[strand.index + 1]!);
	});
}
