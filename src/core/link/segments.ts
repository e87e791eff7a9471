/**
 * The segments of right-angled paths, and which of them run on top of each other. On a large board
 * there are thousands, looked through anew whenever a line changes, so they are kept in columns of
 * numbers that are used again: an object for each would be most of what a page has to throw away.
 */
import type { Box } from '../geometry/box';
import type { Path } from './polyline';

export interface RoutedPath {
	id: string;
	path: Path;
	/** What the path leaves and enters; undefined for a loose end, which stays where it is. */
	from?: Box | undefined;
	to?: Box | undefined;
	/** Whether it was set by hand and stays as it is. */
	isFixed?: boolean;
}

export type Axis = 'x' | 'y';

/** A segment of a path that may be moved across its own direction. */
export interface Segment {
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
	/** How far it may be moved. */
	min: number;
	max: number;
}

/** Routes or segments looked at between two questions whether time is over. */
const PIECE = 128;
/** No more segments than this: with the coordinate they make a key that a number holds exactly. */
const MAX = 2 ** 21;
/** Keys tell coordinates apart that differ by a sixteenth of a unit. What lies farther out than this is not kept apart, board units. */
const GRAIN = 16;
const LOWEST = 1e8;

/** The other axis. */
export const other = (axis: Axis): Axis => (axis === 'x' ? 'y' : 'x');
const sign = (value: number): -1 | 0 | 1 => (value > 0.01 ? 1 : value < -0.01 ? -1 : 0);

/** Whether two segments run side by side for some way. */
export const share = (a: Segment, b: Segment): boolean => Math.min(a.hi, b.hi) - Math.max(a.lo, b.lo) > 1;

/** Columns of numbers, an entry for each segment. */
interface Columns {
	at: Float64Array;
	lo: Float64Array;
	hi: Float64Array;
	/** Sorted: the coordinate first, then which entry it is. */
	keys: Float64Array;
	route: Int32Array;
	index: Int32Array;
	/** Who stands for all that it runs on top of with others (union-find), and for how many it stands. */
	parent: Int32Array;
	size: Int32Array;
}

const columnsFor = (count: number): Columns => ({
	at: new Float64Array(count),
	lo: new Float64Array(count),
	hi: new Float64Array(count),
	keys: new Float64Array(count),
	route: new Int32Array(count),
	index: new Int32Array(count),
	parent: new Int32Array(count),
	size: new Int32Array(count),
});

/** Columns that nobody uses now. */
const spare: Columns[] = [];

/** Looks the segments along one axis through, a little at a time. */
export class Segments {
	private columns: Columns;
	private count = 0;
	/** The next route to be looked at, then the next segment in the order of coordinates. */
	private route = 0;
	private next = 0;
	private isSorted = false;

	constructor(
		private readonly routes: readonly RoutedPath[],
		private readonly paths: readonly Path[],
		private readonly axis: Axis,
		/** Segments no farther apart than this run on top of each other, board units. */
		private readonly reach: number,
		/** How far a segment may be moved, board units. */
		private readonly farthest: number,
	) {
		this.columns = spare.pop() ?? columnsFor(1024);
	}

	/** Goes on until `isOver` says so; returns whether all is done. */
	run(isOver: () => boolean): boolean {
		while (this.route < this.paths.length) {
			const end = Math.min(this.paths.length, this.route + PIECE);
			while (this.route < end) this.gather(this.route++);
			if (isOver()) return false;
		}
		if (!this.isSorted) this.sort();
		while (this.next < this.count) {
			const end = Math.min(this.count, this.next + PIECE);
			while (this.next < end) this.join(this.next++);
			if (isOver()) return false;
		}
		return true;
	}

	/**
	 * Those that run on top of each other, directly or through others, once all is done; alone ones are left out. Their order depends on
	 * where they are only. What was worked with is given back: to be called once.
	 */
	groups(): Segment[][] {
		const { size } = this.columns;
		size.fill(0, 0, this.count);
		for (let i = 0; i < this.count; i++) size[this.root(i)]!++;
		const groups = new Map<number, Segment[]>();
		for (let i = 0; i < this.count; i++) {
			const root = this.root(i);
			if (size[root]! < 2) continue;
			const list = groups.get(root);
			if (list) list.push(this.segment(i));
			else groups.set(root, [this.segment(i)]);
		}
		spare.push(this.columns);
		const firstOf = (group: Segment[]): Segment => group.reduce((a, b) => (before(b, a) ? b : a));
		return [...groups.values()]
			.map((group) => ({ group, first: firstOf(group) }))
			.sort((a, b) => (before(a.first, b.first) ? -1 : 1))
			.map(({ group }) => group);
	}

	/** Notes the segments of a path that may be moved. */
	private gather(route: number): void {
		const { from, to, isFixed } = this.routes[route]!;
		if (isFixed) return;
		const along = other(this.axis);
		const path = this.paths[route]!;
		for (let i = 0; i + 1 < path.length; i++) {
			const a = path[i]!;
			const b = path[i + 1]!;
			if (Math.abs(a[this.axis] - b[this.axis]) > 0.01 || Math.abs(a[along] - b[along]) < 0.01) continue;
			// A loose end stays at its point.
			if ((i === 0 && !from) || (i + 2 === path.length && !to)) continue;
			if (this.count === this.columns.at.length) this.grow();
			const { columns, count } = this;
			columns.at[count] = a[this.axis];
			columns.lo[count] = Math.min(a[along], b[along]);
			columns.hi[count] = Math.max(a[along], b[along]);
			columns.route[count] = route;
			columns.index[count] = i;
			columns.parent[count] = count;
			this.count++;
		}
	}

	private grow(): void {
		const old = this.columns;
		if (old.at.length * 2 > MAX) throw new RangeError(`More than ${MAX} segments are too many to compare.`);
		this.columns = columnsFor(old.at.length * 2);
		for (const name of ['at', 'lo', 'hi', 'route', 'index', 'parent'] as const)
			this.columns[name].set(old[name]);
	}

	/** Numbers sort by themselves, without a function to compare them: a tenth of the time, and nothing to throw away. */
	private sort(): void {
		const { at, keys } = this.columns;
		for (let i = 0; i < this.count; i++) keys[i] = Math.round((at[i]! + LOWEST) * GRAIN) * MAX + i;
		keys.subarray(0, this.count).sort();
		this.isSorted = true;
	}

	/** Joins a segment with those after it that run on top of it. */
	private join(place: number): void {
		const { at, lo, hi, route, keys, parent } = this.columns;
		const i = keys[place]! % MAX;
		for (let k = place + 1; k < this.count; k++) {
			const j = keys[k]! % MAX;
			const apart = at[j]! - at[i]!;
			// Keys are coarser than coordinates.
			if (apart >= this.reach + 1 / GRAIN) return;
			if (Math.abs(apart) >= this.reach || route[i] === route[j]) continue;
			if (Math.min(hi[i]!, hi[j]!) - Math.max(lo[i]!, lo[j]!) > 1) parent[this.root(j)] = this.root(i);
		}
	}

	private root(i: number): number {
		const { parent } = this.columns;
		while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
		return i;
	}

	private segment(i: number): Segment {
		const { columns, axis } = this;
		const along = other(axis);
		const route = columns.route[i]!;
		const index = columns.index[i]!;
		const path = this.paths[route]!;
		const [a, b] = [path[index]!, path[index + 1]!];
		const turnA = index === 0 ? 0 : sign(path[index - 1]![axis] - a[axis]);
		const turnB = index + 2 === path.length ? 0 : sign(path[index + 2]![axis] - b[axis]);
		const isForward = a[along] < b[along];
		return {
			route,
			index,
			at: a[axis],
			lo: columns.lo[i]!,
			hi: columns.hi[i]!,
			turnLo: isForward ? turnA : turnB,
			turnHi: isForward ? turnB : turnA,
			min: a[axis] - this.farthest,
			max: a[axis] + this.farthest,
		};
	}
}

/** Which of two segments is first: by where they are. */
const before = (a: Segment, b: Segment): boolean => a.at - b.at < 0 || (a.at === b.at && a.lo < b.lo);
