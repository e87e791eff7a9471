/** Scrolling on at the edges of the window while something is dragged there. */
import type { Point } from '$core/geometry/box';
import type { Size } from '$core/geometry/view';

/** Width of the strip along each edge in which the view scrolls, and the most it does a frame, pixels. */
const STRIP = 34;
const FASTEST = 22;

/** How far the view should scroll in this frame, the faster the nearer the pointer is to the edge. */
export function edgePull(p: Point, size: Size): { dx: number; dy: number } {
	const along = (at: number, length: number): number => {
		const low = Math.min(1, Math.max(0, (STRIP - at) / STRIP));
		const high = Math.min(1, Math.max(0, (at - (length - STRIP)) / STRIP));
		return Math.round((high * high - low * low) * FASTEST);
	};
	return { dx: along(p.x, size.w), dy: along(p.y, size.h) };
}
