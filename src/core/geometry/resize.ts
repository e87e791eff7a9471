/** Resizing by one of eight handles. */
import { centreOf, turn, type Box, type Point, type TurnedBox } from './box';

export const HANDLES = ['nw', 'n', 'ne', 'e', 'se', 's', 'sw', 'w'] as const;
export type Handle = (typeof HANDLES)[number];

/** Where a handle stands on a box: 0 to 1 in each direction. */
export function handleAt(handle: Handle): Point {
	return {
		x: handle.includes('w') ? 0 : handle.includes('e') ? 1 : 0.5,
		y: handle.includes('n') ? 0 : handle.includes('s') ? 1 : 0.5,
	};
}

/** Place of a handle on a turned box, in board coordinates. */
export function handlePoint(box: TurnedBox, handle: Handle): Point {
	const at = handleAt(handle);
	return turn({ x: box.x + at.x * box.w, y: box.y + at.y * box.h }, centreOf(box), box.angle);
}

/**
 * The box after its handle was dragged by (dx, dy); the opposite side stays. Never smaller than `least`.
 * With `keep`, corners keep the proportion of width to height.
 */
export function resize(
	box: Box,
	handle: Handle,
	dx: number,
	dy: number,
	least: { w: number; h: number },
	keep = false,
): Box {
	const at = handleAt(handle);
	const grow = { x: at.x * 2 - 1, y: at.y * 2 - 1 };
	let w = Math.max(least.w, box.w + grow.x * dx);
	let h = Math.max(least.h, box.h + grow.y * dy);
	if (keep && grow.x !== 0 && grow.y !== 0 && box.w > 0 && box.h > 0) {
		const factor = Math.max(w / box.w, h / box.h);
		w = box.w * factor;
		h = box.h * factor;
	}
	return {
		x: grow.x < 0 ? box.x + box.w - w : box.x,
		y: grow.y < 0 ? box.y + box.h - h : box.y,
		w,
		h,
	};
}

/** A box carried along when the box round a whole selection goes from `before` to `after`. */
export function carry(box: Box, before: Box, after: Box): Box {
	const sx = before.w === 0 ? 1 : after.w / before.w;
	const sy = before.h === 0 ? 1 : after.h / before.h;
	return {
		x: after.x + (box.x - before.x) * sx,
		y: after.y + (box.y - before.y) * sy,
		w: box.w * sx,
		h: box.h * sy,
	};
}
