/** Hits and crossings with the outlines that objects have. */
import {
	centreOf,
	distanceToSegment,
	holdsPoint,
	inflate,
	turn,
	type Point,
	type TurnedBox,
} from '../../geometry/box';
import { holdsPolygonPoint } from '../../geometry/polygon';
import type { Outline } from './kind';

export const boxOf = (box: readonly [number, number, number, number, number]): TurnedBox => ({
	x: box[0],
	y: box[1],
	w: box[2],
	h: box[3],
	angle: box[4],
});

/** The corners of an outline given in shares of width and height, in unturned board coordinates. */
const cornersOf = (outline: Exclude<Outline, string>, box: TurnedBox): Point[] =>
	outline.map(([x, y]) => ({ x: box.x + x * box.w, y: box.y + y * box.h }));

/** Whether a point in board coordinates lies in the outline, with `reach` units of slack. */
export function inOutline(outline: Outline, box: TurnedBox, p: Point, reach: number): boolean {
	const centre = centreOf(box);
	const local = turn(p, centre, -box.angle);
	if (outline === 'box') return holdsPoint(inflate(box, reach), local);
	if (outline === 'ellipse') {
		const dx = Math.abs(local.x - centre.x) / (box.w / 2 + reach || 1);
		const dy = Math.abs(local.y - centre.y) / (box.h / 2 + reach || 1);
		return dx * dx + dy * dy <= 1;
	}
	const corners = cornersOf(outline, box);
	return (
		holdsPolygonPoint(corners, local) ||
		corners.some((a, i) => distanceToSegment(local, a, corners[(i + 1) % corners.length]!) <= reach)
	);
}

/**
 * How far along the ray from `from` in direction (dx, dy) the outline is left for the last time, as a
 * multiple of the direction; undefined when the ray misses it. Unturned coordinates.
 */
function leaving(outline: Outline, box: TurnedBox, from: Point, dx: number, dy: number): number | undefined {
	if (outline === 'ellipse') {
		const c = centreOf(box);
		const [rx, ry] = [box.w / 2 || 1e-9, box.h / 2 || 1e-9];
		const [px, py] = [(from.x - c.x) / rx, (from.y - c.y) / ry];
		const [ux, uy] = [dx / rx, dy / ry];
		const a = ux * ux + uy * uy;
		const b = px * ux + py * uy;
		const root = b * b - a * (px * px + py * py - 1);
		return root < 0 || a === 0 ? undefined : (-b + Math.sqrt(root)) / a;
	}
	const corners =
		outline === 'box'
			? [
					{ x: box.x, y: box.y },
					{ x: box.x + box.w, y: box.y },
					{ x: box.x + box.w, y: box.y + box.h },
					{ x: box.x, y: box.y + box.h },
				]
			: cornersOf(outline, box);
	let last: number | undefined;
	corners.forEach((a, i) => {
		const b = corners[(i + 1) % corners.length]!;
		const [ex, ey] = [b.x - a.x, b.y - a.y];
		const cross = dx * ey - dy * ex;
		if (Math.abs(cross) < 1e-12) return;
		const t = ((a.x - from.x) * ey - (a.y - from.y) * ex) / cross;
		const s = ((a.x - from.x) * dy - (a.y - from.y) * dx) / cross;
		if (s >= -1e-9 && s <= 1 + 1e-9 && t >= 0 && (last === undefined || t > last)) last = t;
	});
	return last;
}

/** Where the ray from the centre towards `to` leaves the outline, `gap` units outside it. */
export function edgeTowards(outline: Outline, box: TurnedBox, to: Point, gap = 0): Point {
	const centre = centreOf(box);
	const aim = turn(to, centre, -box.angle);
	const dx = aim.x - centre.x;
	const dy = aim.y - centre.y;
	const length = Math.hypot(dx, dy);
	if (length === 0) return centre;
	const out = (leaving(outline, box, centre, dx, dy) ?? 0) + gap / length;
	return turn({ x: centre.x + dx * out, y: centre.y + dy * out }, centre, box.angle);
}

/**
 * Where a line that comes from `from` straight towards `to` meets the outline, `gap` units before it; `to`
 * when it misses it. For the ends of connectors whose boxes stand away from their drawn edge.
 */
export function meeting(outline: Outline, box: TurnedBox, from: Point, to: Point, gap = 0): Point {
	const centre = centreOf(box);
	const a = turn(from, centre, -box.angle);
	const b = turn(to, centre, -box.angle);
	const length = Math.hypot(b.x - a.x, b.y - a.y);
	if (length === 0) return to;
	const [ux, uy] = [(a.x - b.x) / length, (a.y - b.y) / length];
	// From well inside, outwards along the line: the last crossing is the edge that one meets first.
	const reach = Math.max(box.w, box.h);
	const inside = { x: b.x - ux * reach, y: b.y - uy * reach };
	const out = leaving(outline, box, inside, ux, uy);
	if (out === undefined) return to;
	return turn({ x: inside.x + ux * (out + gap), y: inside.y + uy * (out + gap) }, centre, box.angle);
}
