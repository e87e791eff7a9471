/** The right-angled path between two ties: straight on where nothing stands in the way, else round it. */
import { centreOf, inflate, overlaps, unionOf, type Box, type Point } from '../geometry/box';
import { MAX_OBSTACLES, routeAround } from './around';
import { BEND, formsBetween, plainestForm, STUB } from './forms';
import { crossesAny, sameX, sameY, simplify, type Path } from './polyline';
import { isPoint, sideOf, sidesOf, type Side, type Anchor } from './sides';

/** Distance to obstacles at which a plain form counts as free. */
const CLEAR = 5;

/**
 * The path from `from` to `to`; its first point lies on the first box, its last on the second. It runs
 * through no obstacle if there is any way that does not; otherwise it is the plainest form.
 */
export function rightAngled(
	from: Anchor,
	to: Anchor,
	obstacles: readonly Box[] | ((area: Box) => readonly Box[]) = [],
): Path {
	const plainest = plainestForm(from, to);
	if (!plainest) return [centreOf(from.box), centreOf(to.box)];
	const everywhere: Box = { x: -1e7, y: -1e7, w: 2e7, h: 2e7 };
	const near = (area: Box = everywhere): readonly Box[] =>
		typeof obstacles === 'function' ? obstacles(area) : obstacles.filter((box) => overlaps(box, area));
	const wide = near(inflate(unionOf([from.box, to.box])!, STUB + CLEAR)).map((box) => inflate(box, CLEAR));
	if (wide.length === 0 || wide.length > MAX_OBSTACLES) return plainest.path;
	// No way round can be shorter by as much as a bend than the plainest form that is free.
	const good = formsBetween(from, to).filter((form) => form.cost < Math.min(10_000, plainest.cost + BEND));
	const free = good.find((form) => !crossesAny(form.path, wide));
	if (free) return free.path;
	const found = routeAround(from, to, near);
	return found ?? plainest.path;
}

/** The side of an anchor that looks towards a point. */
function sideTowards(anchor: Anchor, p: Point): Side {
	if (anchor.side) return sideOf(anchor, anchor.side);
	const c = centreOf(anchor.box);
	const [right, left, bottom, top] = sidesOf({ box: anchor.box }) as [Side, Side, Side, Side];
	const dx = (p.x - c.x) / Math.max(1, anchor.box.w / 2);
	const dy = (p.y - c.y) / Math.max(1, anchor.box.h / 2);
	if (isPoint(anchor))
		return Math.abs(p.x - c.x) >= Math.abs(p.y - c.y)
			? p.x >= c.x
				? right
				: left
			: p.y >= c.y
				? bottom
				: top;
	return Math.abs(dx) >= Math.abs(dy) ? (dx >= 0 ? right : left) : dy >= 0 ? bottom : top;
}

/**
 * A path through corners that were set by hand. The corners stay where they are; only the segments
 * to the ends follow what they are tied to, by at most one more corner each.
 */
export function throughBends(from: Anchor, to: Anchor, bends: readonly Point[]): Path {
	const first = bends[0];
	const last = bends.at(-1);
	if (!first || !last) return rightAngled(from, to);
	const start = sideTowards(from, first);
	const end = sideTowards(to, last);
	const path: Path = [start.at];
	let level = start.dx !== 0;
	for (const bend of bends) {
		const p = path.at(-1)!;
		if (!sameX(p, bend) && !sameY(p, bend)) path.push(level ? { x: bend.x, y: p.y } : { x: p.x, y: bend.y });
		const before = path.at(-1)!;
		level = sameY(before, bend) && !sameX(before, bend);
		path.push(bend);
	}
	const p = path.at(-1)!;
	if (!sameX(p, end.at) && !sameY(p, end.at)) {
		path.push(end.dx !== 0 ? { x: p.x, y: end.at.y } : { x: end.at.x, y: p.y });
	}
	path.push(end.at);
	return simplify(path);
}

/**
 * The corners of a path after one of its segments was dragged across its direction to `to`. A
 * segment at an end gets a corner of its own, for the end itself stays where it is tied.
 */
export function dragSegment(path: Path, index: number, to: Point): Point[] {
	const a = path[index];
	const b = path[index + 1];
	if (!a || !b) return path.slice(1, -1);
	const level = sameY(a, b);
	const moved = (p: Point): Point => (level ? { x: p.x, y: to.y } : { x: to.x, y: p.y });
	const corners = path.map((p) => ({ ...p }));
	const middle = [moved(a), moved(b)];
	const head = index === 0 ? [a, stub(a, b)] : corners.slice(0, index);
	const tail = index + 2 === path.length ? [stub(b, a), b] : corners.slice(index + 2);
	if (index === 0) middle[0] = moved(head[1]!);
	if (index + 2 === path.length) middle[1] = moved(tail[0]!);
	return simplify([...head, ...middle, ...tail]).slice(1, -1);
}

/** A point a short way from `a` towards `b`. */
function stub(a: Point, b: Point): Point {
	const length = Math.hypot(b.x - a.x, b.y - a.y);
	const share = length === 0 ? 0 : Math.min(24, length / 3) / length;
	return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share };
}
