/**
 * Keeps right-angled paths apart where they would run on top of each other ("nudging": M. Wybrow,
 * K. Marriott, P. Stuckey, "Orthogonal connector routing", Graph Drawing 2009, section 4). Stretches that
 * share a line are put side by side in the order that needs the fewest crossings; none is moved out of the
 * free room it lies in, so that no path comes to run through an obstacle by it.
 */
import type { Box, Point } from '../geometry/box';
import { isSimple, simplify, type Path } from './polyline';
import { other, share, Strands, type Axis, type RoutedPath, type Strand } from './strands';

/** Distance between stretches side by side, board units. */
const GAP = 12;
/** Least distance to obstacles that a moved stretch keeps. */
const CLEAR = 4;
/** No stretch is moved farther than this. */
const FARTHEST = 48;

/**
 * Keeps paths apart a little at a time: on a large board all of it would be felt as one pause. The result
 * has the order of the input and does not depend on it: ties are broken by id.
 */
export class Separation {
	/** Paths as far as they are done: those of the input where nothing had to be moved. */
	readonly paths: Path[];
	private readonly axes: Axis[] = ['x', 'y'];
	private axis: Axis | undefined;
	private strands: Strands | undefined;
	private groups: Strand[][] = [];

	/** @param near obstacles that touch a box */
	constructor(
		private readonly routes: readonly RoutedPath[],
		private readonly near: (box: Box) => readonly Box[],
	) {
		this.paths = routes.map(({ path }) => path);
	}

	/** Goes on until `isOver` says so; returns whether all is done. */
	go(isOver: () => boolean): boolean {
		for (;;) {
			const group = this.groups.pop();
			if (group) this.spread(group);
			else if (this.strands) {
				if (!this.strands.go(isOver)) return false;
				this.groups = this.strands.groups();
				this.strands = undefined;
			} else {
				this.axis = this.axes.shift();
				if (!this.axis) break;
				this.strands = new Strands(this.routes, this.paths, this.axis, GAP - 1, FARTHEST);
			}
			if (isOver()) return false;
		}
		this.paths.forEach((path, i) => {
			if (!isSimple(path)) this.paths[i] = simplify(path);
		});
		return true;
	}

	/** Puts strands that run on top of each other side by side. */
	private spread(group: Strand[]): void {
		const { routes, paths } = this;
		const axis = this.axis!;
		for (const strand of group) confine(strand, routes[strand.route]!, paths[strand.route]!, axis, this.near);
		const sorted = inOrder(group, routes);
		// Strands that do not run side by side may share a track.
		const tracks = new Int32Array(sorted.length);
		let [count, least, most, sum] = [1, -Infinity, Infinity, 0];
		for (let i = 0; i < sorted.length; i++) {
			const strand = sorted[i]!;
			for (let j = 0; j < i; j++)
				if (share(strand, sorted[j]!)) tracks[i] = Math.max(tracks[i]!, tracks[j]! + 1);
			count = Math.max(count, tracks[i]! + 1);
			least = Math.max(least, strand.least);
			most = Math.min(most, strand.most);
			sum += strand.at;
		}
		if (count < 2) return;
		const gap = Math.min(GAP, Math.max(0, most - least) / (count - 1));
		const centre = sum / sorted.length;
		const start = Math.max(least, Math.min(most - gap * (count - 1), centre - (gap * (count - 1)) / 2));
		for (const [i, strand] of sorted.entries()) {
			const at = Math.max(strand.least, Math.min(strand.most, start + gap * tracks[i]!));
			if (at !== strand.at) this.move(strand, at);
		}
	}

	private move({ route, index }: Strand, at: number): void {
		const given = this.routes[route]!.path;
		// What was given stays as it is.
		if (this.paths[route] === given) this.paths[route] = given.map((p) => ({ ...p }));
		const path = this.paths[route]!;
		path[index]![this.axis!] = at;
		path[index + 1]![this.axis!] = at;
	}
}

/** Paths with their shared stretches apart, at one go. */
export function keepApart(routes: readonly RoutedPath[], near: (box: Box) => readonly Box[]): Path[] {
	const separation = new Separation(routes, near);
	separation.go(() => false);
	return separation.paths;
}

const inside = (value: number, { lo, hi }: Strand): boolean => value > lo + 0.5 && value < hi - 0.5;

/** How many crossings it costs when `a` stands at a smaller coordinate than `b`. */
function crossings(a: Strand, b: Strand): number {
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
		const p = routes[a.route]!.id;
		const q = routes[b.route]!.id;
		return p === q ? a.index < b.index : p < q;
	};
	const start = [...group].sort((a, b) => {
		const p = routes[a.route]!.id;
		const q = routes[b.route]!.id;
		return p === q ? a.at - b.at || a.lo - b.lo || a.index - b.index : p < q ? -1 : 1;
	});
	const sorted: Strand[] = [];
	for (const strand of start) {
		let i = sorted.length;
		while (i > 0 && before(strand, sorted[i - 1]!)) i--;
		sorted.splice(i, 0, strand);
	}
	return sorted;
}

/** Where a box begins along an axis, and how far it goes; read by name, for whatever else would leave a number to throw away each time. */
const startOf = (box: Box, axis: Axis): number => (axis === 'x' ? box.x : box.y);
const sizeOf = (box: Box, axis: Axis): number => (axis === 'x' ? box.w : box.h);

/** Narrows the room of a strand by what stands beside it and by the path's own neighbouring stretches. */
function confine(
	strand: Strand,
	route: RoutedPath,
	path: Path,
	axis: Axis,
	near: (box: Box) => readonly Box[],
): void {
	const isFirst = strand.index === 0;
	const isLast = strand.index + 2 === path.length;
	if (isFirst && route.from) keepOn(strand, route.from, axis);
	if (isLast && route.to) keepOn(strand, route.to, axis);
	const swept: Box =
		axis === 'x'
			? { x: strand.least, y: strand.lo, w: strand.most - strand.least, h: strand.hi - strand.lo }
			: { x: strand.lo, y: strand.least, w: strand.hi - strand.lo, h: strand.most - strand.least };
	for (const box of near(swept)) keepOff(strand, box, axis);
	if (!isFirst && route.from) keepOff(strand, route.from, axis);
	if (!isLast && route.to) keepOff(strand, route.to, axis);
	// The stretches before and after keep their direction, and room for an arrowhead at the ends.
	const { index } = strand;
	if (!isFirst) keepFrom(strand, path[index]!, path[index - 1]!, axis, index === 1);
	if (!isLast) keepFrom(strand, path[index + 1]!, path[index + 2]!, axis, index + 3 === path.length);
	// Where there is no room the strand stays where it is.
	strand.least = Math.min(strand.least, strand.at);
	strand.most = Math.max(strand.most, strand.at);
}

/** Keeps a strand at the box that its path leaves or enters there. */
function keepOn(strand: Strand, box: Box, axis: Axis): void {
	const inset = Math.min(10, sizeOf(box, axis) / 4);
	strand.least = Math.max(strand.least, startOf(box, axis) + inset);
	strand.most = Math.min(strand.most, startOf(box, axis) + sizeOf(box, axis) - inset);
}

/** Keeps a strand clear of a box beside it. */
function keepOff(strand: Strand, box: Box, axis: Axis): void {
	const along = other(axis);
	const from = startOf(box, along);
	if (from > strand.hi || from + sizeOf(box, along) < strand.lo) return;
	const start = startOf(box, axis);
	const end = start + sizeOf(box, axis);
	if (end <= strand.at + 0.6) strand.least = Math.max(strand.least, end + CLEAR);
	else if (start >= strand.at - 0.6) strand.most = Math.min(strand.most, start - CLEAR);
}

/** Keeps the stretch between a strand's end and the next corner its direction; longer where it is the path's last. */
function keepFrom(strand: Strand, end: Point, next: Point, axis: Axis, isStub: boolean): void {
	const [here, there] = axis === 'x' ? [end.x, next.x] : [end.y, next.y];
	const room = isStub ? 14 : 2;
	if (there < here) strand.least = Math.max(strand.least, there + room);
	else if (there > here) strand.most = Math.min(strand.most, there - room);
}
