import { swatchOf } from '$core/board/kinds';
import type { Surface } from '$core/board/colours';
import type { BoardObject } from '$core/board/objects';
import type { Canvas2D } from './primitives';

/**
 * Paints objects as spots of their colours, in the units of the board: all that is seen of them from very far.
 * @param objects in the order in which they lie on each other
 * @param least what a spot measures at least, board units
 */
export function paintSpots(ctx: Canvas2D, objects: Iterable<BoardObject>, surface: Surface, least = 0): void {
	for (const object of objects) {
		const colour = swatchOf(object, surface);
		if (!colour) continue;
		const [x, y, w, h] = object.box;
		ctx.fillStyle = colour;
		ctx.fillRect(x, y, Math.max(w, least), Math.max(h, least));
	}
}
