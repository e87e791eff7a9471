/**
 * Paths of connectors between two tied objects or points.
 *
 * Right-angled paths: for every pair of sides a handful of forms (one, two or three bends) is tried; of
 * those that do not run through either object, the one with the fewest bends and then the least length is
 * taken. This is an exhaustive search over a small fixed set, so it needs no grid and takes microseconds.
 */
import { centreOf, distanceToSegment, type Box, type Point } from '../geometry/box';

export type Path = Point[];

/** A place to tie to: a box (of no size for a loose point). */
export interface Tie {
	box: Box;
}

interface Side {
	at: Point;
	dx: number;
	dy: number;
}

/** How far a path runs straight on before its first bend, in board units. */
const STUB = 22;

function sidesOf({ box }: Tie): Side[] {
	const c = centreOf(box);
	if (box.w === 0 && box.h === 0) {
		return [
			{ at: c, dx: 1, dy: 0 },
			{ at: c, dx: -1, dy: 0 },
			{ at: c, dx: 0, dy: 1 },
			{ at: c, dx: 0, dy: -1 },
		];
	}
	return [
		{ at: { x: box.x + box.w, y: c.y }, dx: 1, dy: 0 },
		{ at: { x: box.x, y: c.y }, dx: -1, dy: 0 },
		{ at: { x: c.x, y: box.y + box.h }, dx: 0, dy: 1 },
		{ at: { x: c.x, y: box.y }, dx: 0, dy: -1 },
	];
}

/** The right-angled path between two ties; the first point lies on the first, the last on the second. */
export function rightAngled(from: Tie, to: Tie): Path {
	let best: Path | undefined;
	let bestCost = Infinity;
	for (const a of sidesOf(from)) {
		for (const b of sidesOf(to)) {
			for (const path of forms(a, b)) {
				const cost = costOf(path, from.box, to.box);
				if (cost < bestCost) {
					bestCost = cost;
					best = path;
				}
			}
		}
	}
	return best ?? [centreOf(from.box), centreOf(to.box)];
}

/** Candidate paths that leave `a` and enter `b` at right angles to their sides. */
function forms(a: Side, b: Side): Path[] {
	const p = { x: a.at.x + a.dx * STUB, y: a.at.y + a.dy * STUB };
	const q = { x: b.at.x + b.dx * STUB, y: b.at.y + b.dy * STUB };
	const mx = (a.at.x + b.at.x) / 2;
	const my = (a.at.y + b.at.y) / 2;
	const ways: Path[] = [
		[],
		[{ x: p.x, y: q.y }],
		[{ x: q.x, y: p.y }],
		[p, { x: p.x, y: q.y }, q],
		[p, { x: q.x, y: p.y }, q],
		[
			{ x: mx, y: a.at.y },
			{ x: mx, y: b.at.y },
		],
		[
			{ x: a.at.x, y: my },
			{ x: b.at.x, y: my },
		],
		[p, { x: mx, y: p.y }, { x: mx, y: q.y }, q],
		[p, { x: p.x, y: my }, { x: q.x, y: my }, q],
	];
	return ways
		.map((way) => simplify([a.at, ...way, b.at]))
		.filter((path) => path.length >= 2 && isRightAngled(path) && leaves(path, a) && enters(path, b));
}

const isRightAngled = (path: Path): boolean =>
	path.every((p, i) => i === 0 || sameX(p, path[i - 1]!) || sameY(p, path[i - 1]!));
const sameX = (a: Point, b: Point): boolean => Math.abs(a.x - b.x) < 0.01;
const sameY = (a: Point, b: Point): boolean => Math.abs(a.y - b.y) < 0.01;

const leaves = (path: Path, side: Side): boolean => {
	const [a, b] = path as [Point, Point];
	return (b.x - a.x) * side.dx + (b.y - a.y) * side.dy > 1;
};
const enters = (path: Path, side: Side): boolean => leaves([path.at(-1)!, path.at(-2)!], side);

/** Drops points that coincide and points in the middle of a straight run. */
export function simplify(path: Path): Path {
	const distinct = path.filter((p, i) => i === 0 || !sameX(p, path[i - 1]!) || !sameY(p, path[i - 1]!));
	return distinct.filter((p, i) => {
		const before = distinct[i - 1];
		const after = distinct[i + 1];
		if (!before || !after) return true;
		return !((sameX(before, p) && sameX(p, after)) || (sameY(before, p) && sameY(p, after)));
	});
}

function costOf(path: Path, from: Box, to: Box): number {
	let cost = (path.length - 2) * 120;
	for (let i = 1; i < path.length; i++) {
		const a = path[i - 1]!;
		const b = path[i]!;
		const length = Math.hypot(b.x - a.x, b.y - a.y);
		cost += length;
		if (crosses(a, b, from) || crosses(a, b, to)) cost += 10_000;
		// A first or last stretch without room for the arrowhead looks cramped.
		if ((i === 1 || i === path.length - 1) && length < STUB * 0.8) cost += 60;
	}
	return cost;
}

/** Whether an upright or level segment runs through the inside of a box. */
export function crosses(a: Point, b: Point, box: Box): boolean {
	const slack = 0.5;
	return (
		Math.max(a.x, b.x) > box.x + slack &&
		Math.min(a.x, b.x) < box.x + box.w - slack &&
		Math.max(a.y, b.y) > box.y + slack &&
		Math.min(a.y, b.y) < box.y + box.h - slack
	);
}

/** The point half-way along a path, and the direction of the segment it lies on. */
export function middleOf(path: Path): { at: Point; level: boolean } {
	let total = 0;
	for (let i = 1; i < path.length; i++)
		total += Math.hypot(path[i]!.x - path[i - 1]!.x, path[i]!.y - path[i - 1]!.y);
	let left = total / 2;
	for (let i = 1; i < path.length; i++) {
		const a = path[i - 1]!;
		const b = path[i]!;
		const length = Math.hypot(b.x - a.x, b.y - a.y);
		if (length >= left && length > 0) {
			const t = left / length;
			return {
				at: { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t },
				level: Math.abs(b.x - a.x) >= Math.abs(b.y - a.y),
			};
		}
		left -= length;
	}
	return { at: path[0] ?? { x: 0, y: 0 }, level: true };
}

/** Distance from a point to the nearest stretch of a path. */
export function distanceToPath(p: Point, path: Path): number {
	let least = Infinity;
	for (let i = 1; i < path.length; i++) least = Math.min(least, distanceToSegment(p, path[i - 1]!, path[i]!));
	return least;
}
