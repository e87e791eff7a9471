/** Links of something to itself: out on one side, round a corner, and in on another. */
import type { Point } from '../geometry/box';
import { simplify, type Path } from './polyline';
import { sideOf, SIDE_NAMES, type Anchor, type SideName } from './sides';

/** How far such a link runs from what it is tied to, board units. */
const OUT = 30;
/** Control points of a curved one, times that. */
const SWING = 2.4;

/** The sides that it leaves and enters by: two beside each other where nothing is said. */
function sidesFor(from: Anchor, to: Anchor): [SideName, SideName] {
	const next = (name: SideName): SideName => SIDE_NAMES[(SIDE_NAMES.indexOf(name) + 1) % 4]!;
	if (from.side) return [from.side, to.side ?? next(from.side)];
	return to.side ? [next(to.side), to.side] : ['right', 'bottom'];
}

/** Where it leaves and enters, both at a quarter of the side where that is the same one. */
function ends(from: Anchor, to: Anchor): { a: Point; b: Point; out: Point; back: Point } {
	const [first, second] = sidesFor(from, to);
	const [p, q] = [sideOf(from, first), sideOf(to, second)];
	const shift = (by: number) =>
		first === second
			? { x: by * Math.abs(p.dy) * from.box.w, y: by * Math.abs(p.dx) * from.box.h }
			: { x: 0, y: 0 };
	const moved = ({ at }: { at: Point }, by: number): Point => ({
		x: at.x + shift(by).x,
		y: at.y + shift(by).y,
	});
	const [a, b] = [moved(p, -0.25), moved(q, 0.25)];
	return { a, b, out: { x: p.dx, y: p.dy }, back: { x: q.dx, y: q.dy } };
}

/** Its path with right angles; `from` and `to` have the same box. */
export function selfLoop(from: Anchor, to: Anchor): Path {
	const { a, b, out, back } = ends(from, to);
	const { x, y, w, h } = from.box;
	const p = { x: a.x + out.x * OUT, y: a.y + out.y * OUT };
	const q = { x: b.x + back.x * OUT, y: b.y + back.y * OUT };
	const corners = [
		{ x: x + w + OUT, y: y - OUT },
		{ x: x + w + OUT, y: y + h + OUT },
		{ x: x - OUT, y: y + h + OUT },
		{ x: x - OUT, y: y - OUT },
	];
	const [first, second] = sidesFor(from, to).map((name) => SIDE_NAMES.indexOf(name)) as [number, number];
	// Clockwise round the box, or the other way where that is shorter.
	const steps = (second - first + 4) % 4;
	const round =
		steps <= 2
			? Array.from({ length: steps }, (_, i) => corners[(first + i) % 4]!)
			: [corners[(first + 3) % 4]!];
	return simplify([a, p, ...round, q, b]);
}

/** The same as a curve: a cubic Bézier curve. */
export function selfCurve(from: Anchor, to: Anchor): Point[] {
	const { a, b, out, back } = ends(from, to);
	const reach = OUT * SWING;
	return [
		a,
		{ x: a.x + out.x * reach, y: a.y + out.y * reach },
		{ x: b.x + back.x * reach, y: b.y + back.y * reach },
		b,
	];
}
