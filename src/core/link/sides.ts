/** What a connector is tied to, as the routes see it: a box with four sides, or a bare point. */
import { centreOf, type Box, type Point } from '../geometry/box';

export interface Anchor {
	/** Upright box of the object; of no size for a loose end. */
	box: Box;
}

/** A place at which a path may leave or enter, and the direction that leads out there. */
export interface Side {
	at: Point;
	dx: -1 | 0 | 1;
	dy: -1 | 0 | 1;
}

export const isPoint = ({ box }: Anchor): boolean => box.w === 0 && box.h === 0;

/** The middles of the four sides; for a point, the point itself in all four directions. */
export function sidesOf({ box }: Anchor): Side[] {
	const c = centreOf(box);
	return [
		{ at: { x: box.x + box.w, y: c.y }, dx: 1, dy: 0 },
		{ at: { x: box.x, y: c.y }, dx: -1, dy: 0 },
		{ at: { x: c.x, y: box.y + box.h }, dx: 0, dy: 1 },
		{ at: { x: c.x, y: box.y }, dx: 0, dy: -1 },
	];
}
