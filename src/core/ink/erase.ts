/** Rubbing out: the parts of a stroke that a round eraser passes over, and what is left of it. */
import { distance, distanceToSegment, type Point } from '../geometry/box';
import type { InkPoint } from './stroke';

const between = (a: InkPoint, b: InkPoint, t: number): InkPoint => ({
	x: a.x + (b.x - a.x) * t,
	y: a.y + (b.y - a.y) * t,
	p: a.p + (b.p - a.p) * t,
});

/** Share of a stretch, from an outside end `from` to an inside end `to`, at which the eraser's edge lies. */
function edgeAt(a: InkPoint, b: InkPoint, isInside: (p: Point) => boolean, from: number, to: number): number {
	let [out, inside] = [from, to];
	for (let i = 0; i < 20; i++) {
		const middle = (out + inside) / 2;
		if (isInside(between(a, b, middle))) inside = middle;
		else out = middle;
	}
	return out;
}

/**
 * What is left of a stroke when an eraser of radius `radius` is moved from `from` to `to`: no piece, one, or
 * several. The very same points come back when the eraser does not touch the stroke.
 */
export function erase(points: readonly InkPoint[], from: Point, to: Point, radius: number): InkPoint[][] {
	const isInside = (p: Point): boolean => distanceToSegment(p, from, to) <= radius;
	const first = points[0];
	if (!first) return [];
	if (points.length === 1) return isInside(first) ? [] : [[first]];
	const pieces: InkPoint[][] = [];
	let piece: InkPoint[] = isInside(first) ? [] : [first];
	const end = (): void => {
		if (piece.length > 1) pieces.push(piece);
		piece = [];
	};
	for (let i = 1; i < points.length; i++) {
		const [a, b] = [points[i - 1]!, points[i]!];
		// Small steps, so that an eraser cannot slip through between two far points.
		const steps = Math.max(1, Math.ceil(distance(a, b) / (radius / 2)));
		let before = 0;
		let wasInside = isInside(a);
		for (let s = 1; s <= steps; s++) {
			const t = s / steps;
			const nowInside = isInside(between(a, b, t));
			if (nowInside && !wasInside) {
				piece.push(between(a, b, edgeAt(a, b, isInside, before, t)));
				end();
			} else if (!nowInside && wasInside) piece = [between(a, b, edgeAt(a, b, isInside, t, before))];
			before = t;
			wasInside = nowInside;
		}
		if (!wasInside) piece.push(b);
	}
	end();
	return pieces;
}
