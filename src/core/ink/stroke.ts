/**
 * Drawn strokes: points with pressure, thinned out after drawing, and the outline that a nib leaves along
 * them (perfect-freehand).
 */
import { getStroke } from 'perfect-freehand';
import { distanceToSegment, type Point } from '../geometry/box';

/** A point of a stroke; pressure from 0 to 1. */
export interface InkPoint extends Point {
	p: number;
}

export const NIBS = ['fine', 'round', 'broad', 'marker'] as const;
export type Nib = (typeof NIBS)[number];

interface NibForm {
	/** Thickness that it starts with, board units. */
	width: number;
	/** How much pressure changes the thickness, 0 to 1. */
	thinning: number;
	/** How much of the ground is seen through, and whether the ends are cut straight. */
	alpha: number;
	cut: boolean;
}

export const NIB_FORMS: Record<Nib, NibForm> = {
	fine: { width: 2.5, thinning: 0.2, alpha: 1, cut: false },
	round: { width: 5, thinning: 0.5, alpha: 1, cut: false },
	broad: { width: 10, thinning: 0.65, alpha: 1, cut: false },
	marker: { width: 20, thinning: 0, alpha: 0.4, cut: true },
};

/** The outline of a stroke as the corners of a closed path. A single point becomes a dot. */
export function outlineOfStroke(points: readonly InkPoint[], nib: Nib, width: number): [number, number][] {
	const { thinning, cut } = NIB_FORMS[nib];
	const outline = getStroke(
		points.map(({ x, y, p }) => [x, y, p]),
		{
			size: width,
			thinning,
			smoothing: 0.5,
			streamline: 0,
			// Speed is no pressure: points were thinned out, and are as far apart as the line is straight.
			simulatePressure: false,
			start: { cap: !cut },
			end: { cap: !cut },
			last: true,
		},
	);
	return outline.map(([x, y]): [number, number] => [x!, y!]);
}

/**
 * Leaves out points that lie within `tolerance` of the line between their neighbours (U. Ramer, 1972;
 * D. Douglas, T. Peucker, 1973). First and last stay; so do points where the pressure changes much.
 */
export function thinOut(points: readonly InkPoint[], tolerance: number): InkPoint[] {
	if (points.length < 3) return [...points];
	const keep = new Uint8Array(points.length);
	keep[0] = keep[points.length - 1] = 1;
	const spans: [number, number][] = [[0, points.length - 1]];
	for (let span = spans.pop(); span; span = spans.pop()) {
		const [from, to] = span;
		const [a, b] = [points[from]!, points[to]!];
		let farthest = -1;
		let most = tolerance;
		for (let i = from + 1; i < to; i++) {
			const share = (i - from) / (to - from);
			const pressure = Math.abs(points[i]!.p - (a.p + (b.p - a.p) * share)) * tolerance * 6;
			const off = Math.max(distanceToSegment(points[i]!, a, b), pressure);
			if (off > most) [farthest, most] = [i, off];
		}
		if (farthest < 0) continue;
		keep[farthest] = 1;
		spans.push([from, farthest], [farthest, to]);
	}
	return points.filter((_, i) => keep[i] === 1);
}
