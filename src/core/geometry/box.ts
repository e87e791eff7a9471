/**
 * Points and boxes on the board, in board units; y grows downwards.
 * A box is given by its upper left corner before turning; `angle` turns it about its centre.
 */

export interface Point {
	x: number;
	y: number;
}

export interface Box {
	x: number;
	y: number;
	w: number;
	h: number;
}

/** A box with a turn in degrees, clockwise. */
export interface TurnedBox extends Box {
	angle: number;
}

export const centreOf = (box: Box): Point => ({ x: box.x + box.w / 2, y: box.y + box.h / 2 });

export const boxFrom = (a: Point, b: Point): Box => ({
	x: Math.min(a.x, b.x),
	y: Math.min(a.y, b.y),
	w: Math.abs(a.x - b.x),
	h: Math.abs(a.y - b.y),
});

export const inflate = (box: Box, by: number): Box => ({
	x: box.x - by,
	y: box.y - by,
	w: Math.max(0, box.w + 2 * by),
	h: Math.max(0, box.h + 2 * by),
});

/** Whether two boxes share area; touching edges do not count. */
export const overlaps = (a: Box, b: Box): boolean =>
	a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

export const holdsPoint = (box: Box, p: Point): boolean =>
	p.x >= box.x && p.x <= box.x + box.w && p.y >= box.y && p.y <= box.y + box.h;

/** Whether `inner` lies wholly in `outer`. */
export const holdsBox = (outer: Box, inner: Box): boolean =>
	inner.x >= outer.x &&
	inner.y >= outer.y &&
	inner.x + inner.w <= outer.x + outer.w &&
	inner.y + inner.h <= outer.y + outer.h;

/** Smallest box round all given boxes, or undefined for none. */
export function unionOf(boxes: Iterable<Box>): Box | undefined {
	let x1 = Infinity;
	let y1 = Infinity;
	let x2 = -Infinity;
	let y2 = -Infinity;
	for (const b of boxes) {
		x1 = Math.min(x1, b.x);
		y1 = Math.min(y1, b.y);
		x2 = Math.max(x2, b.x + b.w);
		y2 = Math.max(y2, b.y + b.h);
	}
	return x1 === Infinity ? undefined : { x: x1, y: y1, w: x2 - x1, h: y2 - y1 };
}

/** `p` turned by `degrees` clockwise about `about`. */
export function turn(p: Point, about: Point, degrees: number): Point {
	if (degrees === 0) return p;
	const rad = (degrees * Math.PI) / 180;
	const cos = Math.cos(rad);
	const sin = Math.sin(rad);
	const dx = p.x - about.x;
	const dy = p.y - about.y;
	return { x: about.x + dx * cos - dy * sin, y: about.y + dx * sin + dy * cos };
}

/** A box in the coordinates of a turned one, on the board: it is turned with the whole. */
export function placedIn(inner: Box, outer: TurnedBox): TurnedBox {
	const { x, y } = turn(
		{ x: outer.x + inner.x + inner.w / 2, y: outer.y + inner.y + inner.h / 2 },
		centreOf(outer),
		outer.angle,
	);
	return { x: x - inner.w / 2, y: y - inner.h / 2, w: inner.w, h: inner.h, angle: outer.angle };
}

/** Upright box round a turned one. */
export function boundsOf(box: TurnedBox): Box {
	if (box.angle === 0) return { x: box.x, y: box.y, w: box.w, h: box.h };
	const rad = (box.angle * Math.PI) / 180;
	const w = Math.abs(box.w * Math.cos(rad)) + Math.abs(box.h * Math.sin(rad));
	const h = Math.abs(box.w * Math.sin(rad)) + Math.abs(box.h * Math.cos(rad));
	const c = centreOf(box);
	return { x: c.x - w / 2, y: c.y - h / 2, w, h };
}

export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** Shortest distance from `p` to the segment from `a` to `b`. */
export function distanceToSegment(p: Point, a: Point, b: Point): number {
	const dx = b.x - a.x;
	const dy = b.y - a.y;
	const length2 = dx * dx + dy * dy;
	if (length2 === 0) return distance(p, a);
	const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length2));
	return distance(p, { x: a.x + t * dx, y: a.y + t * dy });
}
