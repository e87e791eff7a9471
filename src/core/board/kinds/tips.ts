/** What stands at the ends of lines. */
import type { Point } from '../../geometry/box';
import type { Primitive } from '../drawing';
import type { Tip } from './connector';

/** Length of an arrowhead on the thinnest line, board units; it grows with the line's thickness. */
const LENGTH = 11;
export const tipLength = (width: number): number => LENGTH + (width - 2) * 2;

/** How far the line itself ends before the very end, so that a thick line does not show past its tip. */
export const tipInset = (tip: Tip, width: number): number =>
	tip === 'arrow'
		? tipLength(width) * 0.7
		: tip === 'rhomb'
			? tipLength(width) * 1.2
			: tip === 'dot'
				? tipLength(width) * 0.4
				: 0;

/** Primitives of a tip at `at`, for a line that comes from `from`. */
export function tipItems(tip: Tip, at: Point, from: Point, stroke: string, width: number): Primitive[] {
	if (tip === 'none') return [];
	const angle = Math.atan2(at.y - from.y, at.x - from.x);
	const size = tipLength(width);
	/** A point `back` behind the end along the line and `aside` beside it. */
	const place = (back: number, aside: number): [number, number] => [
		at.x - back * Math.cos(angle) - aside * Math.sin(angle),
		at.y - back * Math.sin(angle) + aside * Math.cos(angle),
	];
	const wide = size * 0.43;
	if (tip === 'dot') {
		const r = size * 0.36;
		const [cx, cy] = place(r, 0);
		return [{ type: 'ellipse', cx, cy, rx: r, ry: r, fill: stroke, fine: true }];
	}
	if (tip === 'arrow') {
		const points = [place(size, wide), place(0, 0), place(size, -wide)];
		return [{ type: 'path', points, closed: true, fill: stroke, fine: true }];
	}
	if (tip === 'rhomb') {
		const points = [
			place(0, 0),
			place(size * 0.65, wide * 0.8),
			place(size * 1.3, 0),
			place(size * 0.65, -wide * 0.8),
		];
		return [{ type: 'path', points, closed: true, fill: stroke, fine: true }];
	}
	const points =
		tip === 'open' ? [place(size, wide), place(0, 0), place(size, -wide)] : [place(1, wide), place(1, -wide)];
	return [{ type: 'path', points, closed: false, stroke, width, fine: true }];
}
