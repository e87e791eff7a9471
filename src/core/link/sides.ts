/** What a connector is tied to, as the routes see it: a box with four sides, or a bare point. */
import { centreOf, type Box, type Point } from '../geometry/box';

export const SIDE_NAMES = ['top', 'right', 'bottom', 'left'] as const;
export type SideName = (typeof SIDE_NAMES)[number];

export interface Anchor {
	/** Upright box of the object; of no size for a loose end. */
	box: Box;
	/**
	 * The side to leave or enter by; another one costs as much as a detour, or is out of the
	 * question.
	 */
	side?: SideName | undefined;
	isPinned?: boolean | undefined;
}

/** A place at which a path may leave or enter, and the direction that leads out there. */
export interface Side {
	at: Point;
	dx: -1 | 0 | 1;
	dy: -1 | 0 | 1;
	/** What it costs to use it, board units of length. */
	cost: number;
}

/** What a side costs that is not the wanted one: more than a bend. */
const NOT_WANTED = 170;

export const isPoint = ({ box }: Anchor): boolean => box.w === 0 && box.h === 0;

const DIRECTIONS = { right: [1, 0], left: [-1, 0], bottom: [0, 1], top: [0, -1] } as const;

/** The middle of a side, and the way that leads out there. */
export function sideOf({ box }: Anchor, name: SideName): Side {
	const [dx, dy] = DIRECTIONS[name];
	const c = centreOf(box);
	return { at: { x: c.x + (dx * box.w) / 2, y: c.y + (dy * box.h) / 2 }, dx, dy, cost: 0 };
}

/**
 * The middles of the sides that may be used; for a point, the point itself in all four directions.
 */
export function sidesOf(anchor: Anchor): Side[] {
	const { side: wanted, isPinned } = anchor;
	if (wanted && isPinned) return [sideOf(anchor, wanted)];
	return (['right', 'left', 'bottom', 'top'] as const).map((name) => ({
		...sideOf(anchor, name),
		cost: wanted && name !== wanted ? NOT_WANTED : 0,
	}));
}

/** The side of a box that a point near its edge lies at; undefined towards its middle. */
export function sideNear(box: Box, p: Point): SideName | undefined {
	const c = centreOf(box);
	const [dx, dy] = [(p.x - c.x) / (box.w / 2 || 1), (p.y - c.y) / (box.h / 2 || 1)];
	if (Math.max(Math.abs(dx), Math.abs(dy)) < 0.55) return undefined;
	if (Math.abs(dx) >= Math.abs(dy)) return dx > 0 ? 'right' : 'left';
	return dy > 0 ? 'bottom' : 'top';
}
