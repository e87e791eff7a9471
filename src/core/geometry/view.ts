/** What part of a sheet is on the screen: a pure value, with the moves that people make with it. */
import type { Box, Point } from './box';

export interface View {
	/** Board coordinates of the upper left corner of the screen. */
	x: number;
	y: number;
	/** Pixels a board unit; 1 is 100 %. */
	scale: number;
}

export interface Size {
	w: number;
	h: number;
}

export const SCALES = { least: 0.02, most: 8 } as const;

const clamp = (scale: number): number => Math.max(SCALES.least, Math.min(SCALES.most, scale));

export const toBoard = (view: View, p: Point): Point => ({
	x: view.x + p.x / view.scale,
	y: view.y + p.y / view.scale,
});
export const toScreen = (view: View, p: Point): Point => ({
	x: (p.x - view.x) * view.scale,
	y: (p.y - view.y) * view.scale,
});

/** The part of the board that is seen. */
export const seen = (view: View, size: Size): Box => ({
	x: view.x,
	y: view.y,
	w: size.w / view.scale,
	h: size.h / view.scale,
});

/** Moved by pixels on the screen. */
export const pan = (view: View, dx: number, dy: number): View => ({
	...view,
	x: view.x - dx / view.scale,
	y: view.y - dy / view.scale,
});

/** Zoomed by `factor`, the board point under the screen point `at` staying where it is. */
export function zoomAt(view: View, at: Point, factor: number): View {
	const scale = clamp(view.scale * factor);
	const fixed = toBoard(view, at);
	return { x: fixed.x - at.x / scale, y: fixed.y - at.y / scale, scale };
}

/** The box in the middle of a screen. */
const centred = (box: Box, size: Size, scale: number): View => ({
	x: box.x + box.w / 2 - size.w / 2 / scale,
	y: box.y + box.h / 2 - size.h / 2 / scale,
	scale,
});

/** The scale at which a box fits into a room, at most `most`. */
const fitting = (box: Box, room: Size, most: number): number =>
	Math.min(room.w / Math.max(1, box.w), room.h / Math.max(1, box.h), most);

/**
 * Shows a box to somebody: whole and centred, with `margin` pixels round it, at most at `most` times its size, and at no scale that
 * cannot be reached by hand.
 */
export function fitBox(box: Box, size: Size, margin = 48, most = 1.5): View {
	const room = { w: Math.max(40, size.w - 2 * margin), h: Math.max(40, size.h - 2 * margin) };
	return centred(box, size, clamp(fitting(box, room, most)));
}

/** Makes a picture of a box, whole and centred however large it is, with `margin` pixels round it, at most at `most` times its size. */
export function shrinkBox(box: Box, size: Size, margin = 0, most = 1): View {
	const room = { w: Math.max(1, size.w - 2 * margin), h: Math.max(1, size.h - 2 * margin) };
	return centred(box, size, fitting(box, room, most));
}

/** Moves the view as little as needed so that a box is seen; unchanged when it is. */
export function reveal(view: View, box: Box, size: Size, margin = 40): View {
	const part = seen(view, size);
	const m = margin / view.scale;
	let { x, y } = view;
	if (box.x < part.x + m) x = box.x - m;
	else if (box.x + box.w > part.x + part.w - m) x = box.x + box.w - part.w + m;
	if (box.y < part.y + m) y = box.y - m;
	else if (box.y + box.h > part.y + part.h - m) y = box.y + box.h - part.h + m;
	return x === view.x && y === view.y ? view : { x, y, scale: view.scale };
}
