/** Curved connectors as chains of cubic Bézier curves. */
import type { Point } from '../geometry/box';
import { plainestForm } from './forms';
import type { Path } from './polyline';
import type { Anchor } from './sides';

/** A chain of cubic curves: a start point, then two control points and an end point each. */
export type Curve = Point[];

/** A curve that leaves and enters the sides that the plainest right-angled form would use. */
export function curveBetween(from: Anchor, to: Anchor): Curve {
	const path = plainestForm(from, to)?.path ?? [];
	const a = path[0] ?? { x: from.box.x, y: from.box.y };
	const b = path.at(-1) ?? { x: to.box.x, y: to.box.y };
	const reach = Math.max(30, Math.min(160, Math.hypot(b.x - a.x, b.y - a.y) * 0.45));
	const pull = (p: Point, towards: Point | undefined): Point => {
		const dx = Math.sign((towards?.x ?? p.x) - p.x);
		const dy = Math.sign((towards?.y ?? p.y) - p.y);
		return { x: p.x + dx * reach, y: p.y + dy * reach };
	};
	return [a, pull(a, path[1]), pull(b, path.at(-2)), b];
}

/**
 * A smooth curve through all points of a path (E. Catmull, R. Rom, "A class of local interpolating
 * splines", 1974, as Bézier curves with tension 1/6).
 */
export function curveThrough(points: Path): Curve {
	const first = points[0];
	if (!first) return [];
	const curve: Curve = [first];
	for (let i = 0; i + 1 < points.length; i++) {
		const p0 = points[i - 1] ?? points[i]!;
		const p1 = points[i]!;
		const p2 = points[i + 1]!;
		const p3 = points[i + 2] ?? p2;
		curve.push(
			{ x: p1.x + (p2.x - p0.x) / 6, y: p1.y + (p2.y - p0.y) / 6 },
			{ x: p2.x - (p3.x - p1.x) / 6, y: p2.y - (p3.y - p1.y) / 6 },
			p2,
		);
	}
	return curve;
}

/** A curve as a path of short straight segments, `steps` for each cubic. */
export function flatten(curve: Curve, steps = 16): Path {
	const path: Path = curve[0] ? [curve[0]] : [];
	for (let i = 0; i + 3 < curve.length; i += 3) {
		const [a, b, c, d] = curve.slice(i, i + 4) as [Point, Point, Point, Point];
		for (let s = 1; s <= steps; s++) {
			const t = s / steps;
			const u = 1 - t;
			path.push({
				x: u * u * u * a.x + 3 * u * u * t * b.x + 3 * u * t * t * c.x + t * t * t * d.x,
				y: u * u * u * a.y + 3 * u * u * t * b.y + 3 * u * t * t * c.y + t * t * t * d.y,
			});
		}
	}
	return path;
}
