/** What a shape is: its drawing in any size, its outline for hits and connectors, the room for its text. */
import type { Box } from '../../geometry/box';

type Points = (readonly [number, number])[];

/** One part of a shape's drawing, without paint. The first part is filled, the others are lines on it. */
export type Part =
	| { type: 'rect'; x: number; y: number; w: number; h: number; r: number }
	| { type: 'ellipse'; cx: number; cy: number; rx: number; ry: number }
	| { type: 'path'; points: Points; closed: boolean }
	| { type: 'curve'; points: Points; closed: boolean };

export interface ShapeForm {
	/** For the shelf it stands on in the ledge. */
	group: 'basic' | 'flow';
	/** Width and height that it starts with, board units. */
	size: { w: number; h: number };
	/** Corners in shares of width and height; 'box' and 'ellipse' stand for themselves. */
	outline: 'box' | 'ellipse' | Points;
	parts: (w: number, h: number) => Part[];
	/** Largest upright box in which text stays inside the drawing. */
	room: (w: number, h: number) => Box;
}

const PADDING = 8;

/** A room that leaves the given shares free at left, top, right and bottom, and a little air. */
export const inset =
	(left: number, top: number, right = left, bottom = top) =>
	(w: number, h: number): Box => {
		const x = w * left + PADDING;
		const y = h * top + PADDING / 2;
		return {
			x,
			y,
			w: Math.max(8, w * (1 - right) - PADDING - x),
			h: Math.max(8, h * (1 - bottom) - PADDING / 2 - y),
		};
	};

/** Straight-edged part from corners in shares of width and height. */
export const polygon =
	(corners: Points, closed = true) =>
	(w: number, h: number): Part => ({
		type: 'path',
		closed,
		points: corners.map(([x, y]) => [x * w, y * h] as const),
	});

/** A shape that is nothing but straight edges: its corners are its outline. */
export const straight = (
	group: ShapeForm['group'],
	size: ShapeForm['size'],
	corners: Points,
	room: ShapeForm['room'],
	lines: Points[] = [],
): ShapeForm => ({
	group,
	size,
	outline: corners,
	parts: (w, h) => [polygon(corners)(w, h), ...lines.map((line) => polygon(line, false)(w, h))],
	room,
});

/** Control distance that makes a cubic curve a quarter of an ellipse. */
export const QUARTER = 0.5523;

/** A full ellipse as four cubic curves, from its left end over the top. */
export const ellipseCurve = (cx: number, cy: number, rx: number, ry: number): Points => {
	const [kx, ky] = [rx * QUARTER, ry * QUARTER];
	return [
		[cx - rx, cy],
		[cx - rx, cy - ky],
		[cx - kx, cy - ry],
		[cx, cy - ry],
		[cx + kx, cy - ry],
		[cx + rx, cy - ky],
		[cx + rx, cy],
		[cx + rx, cy + ky],
		[cx + kx, cy + ry],
		[cx, cy + ry],
		[cx - kx, cy + ry],
		[cx - rx, cy + ky],
		[cx - rx, cy],
	];
};

/** A straight stretch as a cubic curve, to go on a curved part with: its two control points and its end. */
export const line = (from: readonly [number, number], to: readonly [number, number]): Points => [
	[from[0] + (to[0] - from[0]) / 3, from[1] + (to[1] - from[1]) / 3],
	[from[0] + ((to[0] - from[0]) * 2) / 3, from[1] + ((to[1] - from[1]) * 2) / 3],
	to,
];
