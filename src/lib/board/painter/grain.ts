/** The dots of a surface: they thin out as one zooms out. */
import { SURFACE_COLOURS, type Surface } from '$core/board/colours';
import type { Base, Canvas2D } from './primitives';

/** Distance of the dots at full size, in board units, and the least one on the screen, in pixels. */
const STEP = 32;
const LEAST = 14;

/**
 * Paints ground and dots of a part of the canvas, in canvas pixels.
 * @param ratio canvas pixels a screen pixel
 */
export function paintGround(
	ctx: Canvas2D,
	surface: Surface,
	base: Base,
	w: number,
	h: number,
	ratio: number,
): void {
	ctx.setTransform(1, 0, 0, 1, 0, 0);
	const { ground, grain } = SURFACE_COLOURS[surface];
	ctx.fillStyle = ground;
	ctx.fillRect(0, 0, w, h);
	let step = STEP;
	while (step * base.scale < LEAST * ratio) step *= 4;
	const pixels = step * base.scale;
	const size = 1.5 * ratio;
	ctx.fillStyle = grain;
	// One dot more at each side, so that those on the edge of a tile are whole.
	for (let y = -mod(base.y * base.scale, pixels); y < h + pixels; y += pixels) {
		for (let x = -mod(base.x * base.scale, pixels); x < w + pixels; x += pixels) {
			ctx.fillRect(x - size / 2, y - size / 2, size, size);
		}
	}
}

const mod = (value: number, by: number): number => ((value % by) + by) % by;
