/** A straight-edge that lies on the board: pens near it draw exactly along it. */
import { turn, type Point } from '../geometry/box';

export interface StraightEdge {
	/** Its middle, in board coordinates. */
	x: number;
	y: number;
	/** Degrees, clockwise; 0 is level. */
	angle: number;
	/** Length and breadth, board units. */
	length: number;
	breadth: number;
}

/** A point in the straight-edge's own coordinates: along it, and across it. */
export const onEdge = (edge: StraightEdge, p: Point): Point => {
	const local = turn(p, edge, -edge.angle);
	return { x: local.x - edge.x, y: local.y - edge.y };
};

/** Back from the straight-edge's own coordinates. */
export const fromEdge = (edge: StraightEdge, p: Point): Point =>
	turn({ x: edge.x + p.x, y: edge.y + p.y }, edge, edge.angle);

/**
 * Which of its two sides a pen that is set down at `p` would draw along; undefined when it is farther than
 * `reach` from both, or beyond its ends.
 */
export function sideNear(edge: StraightEdge, p: Point, reach: number): 1 | -1 | undefined {
	const { x, y } = onEdge(edge, p);
	if (Math.abs(x) > edge.length / 2 + reach) return undefined;
	const side = y >= 0 ? 1 : -1;
	return Math.abs(Math.abs(y) - edge.breadth / 2) <= reach || Math.abs(y) < edge.breadth / 2
		? side
		: undefined;
}

/** The point of the given side that is nearest to `p`, `off` units outside it (half a pen's width). */
export function alongEdge(edge: StraightEdge, side: 1 | -1, p: Point, off = 0): Point {
	const { x } = onEdge(edge, p);
	const along = Math.max(-edge.length / 2, Math.min(edge.length / 2, x));
	return fromEdge(edge, { x: along, y: side * (edge.breadth / 2 + off) });
}

/** An angle from 0 to 359 degrees, drawn to the nearest fifteen within two degrees. */
export function settleAngle(angle: number): number {
	const round = Math.round(angle / 15) * 15;
	const settled = Math.abs(angle - round) <= 2 ? round : Math.round(angle);
	return ((settled % 360) + 360) % 360;
}
