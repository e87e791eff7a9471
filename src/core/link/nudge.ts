/**
 * Keeps right-angled paths apart where they would run on top of each other ("nudging": M. Wybrow,
 * K. Marriott, P. Stuckey, "Orthogonal connector routing", Graph Drawing 2009, section 4). Segments
 * that share a line are put side by side in the order that needs the fewest crossings; none is
 * moved out of the free room it lies in, so that no path comes to run through an obstacle by it.
 */
import type { Box, Point } from '../geometry/box';
import { isSimple, simplify, type Path } from './polyline';
import { other, share, Segments, type Axis, type RoutedPath, type Segment } from './segments';

/** Distance between segments side by side, board units. */
const GAP = 12;
/** Least distance to obstacles that a moved segment keeps. */
const CLEAR = 4;
/** No segment is moved farther than this. */
const FARTHEST = 48;

/**
 * Keeps paths apart a little at a time: on a large board all of it would be felt as one pause. The
 * result has the order of the input and does not depend on it: ties are broken by id.
 */
export class Nudging {
	/** Paths as far as they are done: those of the input where nothing had to be moved. */
	readonly paths: Path[];
	private readonly axes: Axis[] = ['x', 'y'];
	private axis: Axis | undefined;
	private segments: Segments | undefined;
	private groups: Segment[][] = [];

	/** @param near obstacles that touch a box */
	constructor(
		private readonly routes: readonly RoutedPath[],
		private readonly near: (box: Box) => readonly Box[],
	) {
		this.paths = routes.map(({ path }) => path);
	}

	/** Goes on until `isOver` says so; returns whether all is done. */
	run(isOver: () => boolean): boolean {
		for (;;) {
			const group = this.groups.pop();
			if (group) this.spread(group);
			else if (this.segments) {
				if (!this.segments.run(isOver)) return false;
				this.groups = this.segments.groups();
				this.segments = undefined;
			} else {
				this.axis = this.axes.shift();
				if (!this.axis) break;
				this.segments = new Segments(this.routes, this.paths, this.axis, GAP - 1, FARTHEST);
			}
			if (isOver()) return false;
		}
		this.paths.forEach((path, i) => {
			if (!isSimple(path)) this.paths[i] = simplify(path);
		});
		return true;
	}

	/** Puts segments that run on top of each other side by side. */
	private spread(group: Segment[]): void {
		const { routes, paths } = this;
		const axis = this.axis!;
		for (const segment of group)
			confine(segment, routes[segment.route]!, paths[segment.route]!, axis, this.near);
		const sorted = inOrder(group, routes);
		// Segments that do not run side by side may share a track.
		const tracks = new Int32Array(sorted.length);
		let [count, min, max, sum] = [1, -Infinity, Infinity, 0];
		for (let i = 0; i < sorted.length; i++) {
			const segment = sorted[i]!;
			for (let j = 0; j < i; j++)
				if (share(segment, sorted[j]!)) tracks[i] = Math.max(tracks[i]!, tracks[j]! + 1);
			count = Math.max(count, tracks[i]! + 1);
			min = Math.max(min, segment.min);
			max = Math.min(max, segment.max);
			sum += segment.at;
		}
		if (count < 2) return;
		const gap = Math.min(GAP, Math.max(0, max - min) / (count - 1));
		const centre = sum / sorted.length;
		const start = Math.max(min, Math.min(max - gap * (count - 1), centre - (gap * (count - 1)) / 2));
		for (const [i, segment] of sorted.entries()) {
			const at = Math.max(segment.min, Math.min(segment.max, start + gap * tracks[i]!));
			if (at !== segment.at) this.move(segment, at);
		}
	}

	private move({ route, index }: Segment, at: number): void {
		const given = this.routes[route]!.path;
		// What was given stays as it is.
		if (this.paths[route] === given) this.paths[route] = given.map((p) => ({ ...p }));
		const path = this.paths[route]!;
		path[index]![this.axis!] = at;
		path[index + 1]![this.axis!] = at;
	}
}

/** Paths with their shared segments apart, at one go. */
export function nudge(routes: readonly RoutedPath[], near: (box: Box) => readonly Box[]): Path[] {
	const nudging = new Nudging(routes, near);
	nudging.run(() => false);
	return nudging.paths;
}

const inside = (value: number, { lo, hi }: Segment): boolean => value > lo + 0.5 && value < hi - 0.5;

/** How many crossings it costs when `a` stands at a smaller coordinate than `b`. */
function crossings(a: Segment, b: Segment): number {
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
function inOrder(group: Segment[], routes: readonly RoutedPath[]): Segment[] {
	const before = (a: Segment, b: Segment): boolean => {
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
	const sorted: Segment[] = [];
	for (const segment of start) {
		let i = sorted.length;
		while (i > 0 && before(segment, sorted[i - 1]!)) i--;
		sorted.splice(i, 0, segment);
	}
	return sorted;
}

/**
 * Where a box begins along an axis, and how far it goes; read by name, for whatever else would
 * leave a number to throw away each time.
 */
const startOf = (box: Box, axis: Axis): number => (axis === 'x' ? box.x : box.y);
const sizeOf = (box: Box, axis: Axis): number => (axis === 'x' ? box.w : box.h);

/**
 * Narrows the room of a segment by what stands beside it and by the path's own neighbouring
 * segments.
 */
function confine(
	segment: Segment,
	route: RoutedPath,
	path: Path,
	axis: Axis,
	near: (box: Box) => readonly Box[],
): void {
	const isFirst = segment.index === 0;
	const isLast = segment.index + 2 === path.length;
	if (isFirst && route.from) keepOn(segment, route.from, axis);
	if (isLast && route.to) keepOn(segment, route.to, axis);
	const swept: Box =
		axis === 'x'
			? { x: segment.min, y: segment.lo, w: segment.max - segment.min, h: segment.hi - segment.lo }
			: { x: segment.lo, y: segment.min, w: segment.hi - segment.lo, h: segment.max - segment.min };
	for (const box of near(swept)) keepOff(segment, box, axis);
	if (!isFirst && route.from) keepOff(segment, route.from, axis);
	if (!isLast && route.to) keepOff(segment, route.to, axis);
	// The segments before and after keep their direction, and room for an arrowhead at the ends.
	const { index } = segment;
	if (!isFirst) keepFrom(segment, path[index]!, path[index - 1]!, axis, index === 1);
	if (!isLast) keepFrom(segment, path[index + 1]!, path[index + 2]!, axis, index + 3 === path.length);
	// Where there is no room the segment stays where it is.
	segment.min = Math.min(segment.min, segment.at);
	segment.max = Math.max(segment.max, segment.at);
}

/** Keeps a segment at the box that its path leaves or enters there. */
function keepOn(segment: Segment, box: Box, axis: Axis): void {
	const inset = Math.min(10, sizeOf(box, axis) / 4);
	segment.min = Math.max(segment.min, startOf(box, axis) + inset);
	segment.max = Math.min(segment.max, startOf(box, axis) + sizeOf(box, axis) - inset);
}

/** Keeps a segment clear of a box beside it. */
function keepOff(segment: Segment, box: Box, axis: Axis): void {
	const along = other(axis);
	const from = startOf(box, along);
	if (from > segment.hi || from + sizeOf(box, along) < segment.lo) return;
	const start = startOf(box, axis);
	const end = start + sizeOf(box, axis);
	if (end <= segment.at + 0.6) segment.min = Math.max(segment.min, end + CLEAR);
	else if (start >= segment.at - 0.6) segment.max = Math.min(segment.max, start - CLEAR);
}

/**
 * Keeps the neighbour between a segment's end and the next corner its direction; longer where it
 * is the path's last.
 */
function keepFrom(segment: Segment, end: Point, next: Point, axis: Axis, isStub: boolean): void {
	const [here, there] = axis === 'x' ? [end.x, next.x] : [end.y, next.y];
	const room = isStub ? 14 : 2;
	if (there < here) segment.min = Math.max(segment.min, there + room);
	else if (there > here) segment.max = Math.min(segment.max, there - room);
}
