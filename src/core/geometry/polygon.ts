/** Polygons given by their corners. */
import type { Point } from './box';

/** Whether a point lies inside a polygon, by the even-odd rule. */
export function holdsPolygonPoint(corners: readonly Point[], p: Point): boolean {
	let inside = false;
	corners.forEach((a, i) => {
		const b = corners[(i + 1) % corners.length]!;
		if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
	});
	return inside;
}
