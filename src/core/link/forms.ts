/**
 * The handful of right-angled forms (up to four bends) that join two objects when nothing stands in the
 * way. An exhaustive search over a small fixed set: it needs no grid and takes microseconds.
 */
import type { Box } from '../geometry/box';
import { crosses, isRightAngled, simplify, type Path } from './polyline';
import { sidesOf, type Side, type Anchor } from './sides';

/** How far a path runs straight on before its first bend, in board units. */
export const STUB = 22;
/** What a bend costs, in board units of length. */
export const BEND = 120;

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

const leaves = (path: Path, side: Side): boolean => {
	const [a, b] = path as [{ x: number; y: number }, { x: number; y: number }];
	return (b.x - a.x) * side.dx + (b.y - a.y) * side.dy > 1;
};
const enters = (path: Path, side: Side): boolean => leaves([path.at(-1)!, path.at(-2)!], side);

/** Cost of a path: its length and its bends; running through what it ties is all but forbidden. */
export function costOf(path: Path, from: Box, to: Box): number {
	let cost = (path.length - 2) * BEND;
	for (let i = 1; i < path.length; i++) {
		const a = path[i - 1]!;
		const b = path[i]!;
		const length = Math.hypot(b.x - a.x, b.y - a.y);
		cost += length;
		if (crosses(a, b, from) || crosses(a, b, to)) cost += 10_000;
		// A first or last segment without room for the arrowhead looks cramped.
		if ((i === 1 || i === path.length - 1) && length < STUB * 0.8) cost += 60;
	}
	return cost;
}

export interface Form {
	path: Path;
	cost: number;
}

/** All forms between two ties, the cheapest first. */
export function formsBetween(from: Anchor, to: Anchor): Form[] {
	const all: Form[] = [];
	for (const a of sidesOf(from)) {
		for (const b of sidesOf(to)) {
			for (const path of forms(a, b))
				all.push({ path, cost: costOf(path, from.box, to.box) + a.cost + b.cost });
		}
	}
	return all.sort((x, y) => x.cost - y.cost);
}

/** What any form between two sides costs at least: the way along the axes, and the bends that their directions ask for. */
function leastCost(a: Side, b: Side): number {
	const [x, y] = [b.at.x - a.at.x, b.at.y - a.at.y];
	const aheadOfA = x * a.dx + y * a.dy > 0;
	const aheadOfB = -x * b.dx - y * b.dy > 0;
	const turn = a.dx * b.dx + a.dy * b.dy;
	let bends = 2;
	// Upright to level takes an odd number of bends; opposite sides an even one, and four where they look away.
	if (turn === 0) bends = aheadOfA && aheadOfB ? 1 : 3;
	else if (turn < 0) bends = !aheadOfA ? 4 : Math.min(Math.abs(x), Math.abs(y)) < 0.01 ? 0 : 2;
	return Math.abs(x) + Math.abs(y) + bends * BEND + a.cost + b.cost;
}

/**
 * The first of `formsBetween`, found by branch and bound: pairs of sides that cannot be cheaper than the best so far are
 * not looked at (A. H. Land, A. G. Doig: An automatic method of solving discrete programming problems, 1960).
 */
export function plainestForm(from: Anchor, to: Anchor): Form | undefined {
	const sides = sidesOf(to);
	const pairs = sidesOf(from)
		.flatMap((a, i) => sides.map((b, j) => ({ a, b, order: i * 4 + j, least: leastCost(a, b) })))
		.sort((p, q) => p.least - q.least);
	let best: (Form & { order: number }) | undefined;
	for (const { a, b, order, least } of pairs) {
		if (best && least > best.cost) break;
		for (const path of forms(a, b)) {
			const cost = costOf(path, from.box, to.box) + a.cost + b.cost;
			if (!best || cost < best.cost || (cost === best.cost && order < best.order))
				best = { path, cost, order };
		}
	}
	return best;
}
