/** Hits and crossings with the outlines that objects have. */
import { centreOf, holdsPoint, inflate, turn, type Point, type TurnedBox } from '../../geometry/box';
import type { Outline } from './kind';

export const boxOf = (box: readonly [number, number, number, number, number]): TurnedBox => ({
	x: box[0],
	y: box[1],
	w: box[2],
	h: box[3],
	angle: box[4],
});

/** Whether a point in board coordinates lies in the outline, with `reach` units of slack. */
export function inOutline(outline: Outline, box: TurnedBox, p: Point, reach: number): boolean {
	const centre = centreOf(box);
	const local = turn(p, centre, -box.angle);
	if (outline === 'box') return holdsPoint(inflate(box, reach), local);
	const dx = Math.abs(local.x - centre.x) / (box.w / 2 + reach || 1);
	const dy = Math.abs(local.y - centre.y) / (box.h / 2 + reach || 1);
	return outline === 'ellipse' ? dx * dx + dy * dy <= 1 : dx + dy <= 1;
}

/** Where the ray from the centre towards `to` leaves the outline, `gap` units outside it. */
export function edgeTowards(outline: Outline, box: TurnedBox, to: Point, gap = 0): Point {
	const centre = centreOf(box);
	const aim = turn(to, centre, -box.angle);
	const dx = aim.x - centre.x;
	const dy = aim.y - centre.y;
	const length = Math.hypot(dx, dy);
	if (length === 0) return centre;
	const hw = box.w / 2 || 1e-9;
	const hh = box.h / 2 || 1e-9;
	let scale: number;
	if (outline === 'ellipse') scale = 1 / Math.hypot(dx / hw, dy / hh);
	else if (outline === 'diamond') scale = 1 / (Math.abs(dx) / hw + Math.abs(dy) / hh);
	else scale = 1 / Math.max(Math.abs(dx) / hw, Math.abs(dy) / hh);
	const out = scale + gap / length;
	return turn({ x: centre.x + dx * out, y: centre.y + dy * out }, centre, box.angle);
}
