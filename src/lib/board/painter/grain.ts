/** Dots, squares or lines of a surface: they thin out as one zooms out. */
import type { Ground } from '$core/board/ground';
import type { Images } from './images';
import type { Base, Canvas2D } from './primitives';

/** Distance of the dots at full size, in board units, and the least one on the screen, in pixels. */
const STEP = 32;
const MIN = 14;

/** Paints ground and pattern of a part of the canvas, in canvas pixels. */
export function paintGround(
	ctx: Canvas2D,
	ground: Ground,
	base: Base,
	w: number,
	h: number,
	images?: Images,
): void {
	const { ratio = 1 } = base;
	ctx.setTransform(1, 0, 0, 1, 0, 0);
	const { grain, pattern } = ground;
	layGround(ctx, ground, 0, 0, w, h);
	if (ground.picture && !ground.picture.moves && images) paintPictures(ctx, ground, base, w, h, images);
	if (pattern === 'none') return;
	let step = STEP;
	while (step * base.scale < MIN * ratio) step *= 4;
	const pixels = step * base.scale;
	const size = 1.5 * ratio;
	ctx.fillStyle = grain;
	const [x0, y0] = [-mod(base.x * base.scale, pixels), -mod(base.y * base.scale, pixels)];
	if (pattern !== 'dots') {
		const thin = Math.max(1, Math.round(ratio));
		for (let y = y0; y < h + pixels; y += pixels) ctx.fillRect(0, Math.round(y), w, thin);
		if (pattern === 'squares')
			for (let x = x0; x < w + pixels; x += pixels) ctx.fillRect(Math.round(x), 0, thin, h);
		return;
	}
	// One dot more at each side, so that those on the edge of a tile are whole.
	for (let y = y0; y < h + pixels; y += pixels) {
		for (let x = x0; x < w + pixels; x += pixels) {
			ctx.fillRect(x - size / 2, y - size / 2, size, size);
		}
	}
}

/** The bare ground of a part: its colour, or only a veil of it where a picture plays beneath. In the units of `ctx`. */
function layGround(ctx: Canvas2D, ground: Ground, x: number, y: number, w: number, h: number): void {
	const isClear = ground.picture?.moves ?? false;
	if (isClear) {
		ctx.clearRect(x, y, w, h);
		ctx.globalAlpha = ground.picture!.veil;
	}
	ctx.fillStyle = ground.colour;
	ctx.fillRect(x, y, w, h);
	ctx.globalAlpha = 1;
}

/** Smaller than this on the canvas, pictures on the ground are only noise. */
export const MIN_PICTURE = 24;

/** The ground's picture side by side, and the veil over it. */
function paintPictures(
	ctx: Canvas2D,
	ground: Ground,
	base: Base,
	w: number,
	h: number,
	images: Images,
): void {
	const { file, w: side, h: height, veil } = ground.picture!;
	const [stepX, stepY] = [side * base.scale, height * base.scale];
	if (Math.min(stepX, stepY) < MIN_PICTURE) return;
	const image = images.get(file, stepX);
	if (!image) return;
	// Whole pixels, or seams would show between them.
	const column = (i: number): number => Math.round((i * side - base.x) * base.scale);
	const row = (i: number): number => Math.round((i * height - base.y) * base.scale);
	for (let j = Math.floor(base.y / height); row(j) < h; j++)
		for (let i = Math.floor(base.x / side); column(i) < w; i++)
			ctx.drawImage(image, column(i), row(j), column(i + 1) - column(i), row(j + 1) - row(j));
	ctx.globalAlpha = veil;
	ctx.fillStyle = ground.colour;
	ctx.fillRect(0, 0, w, h);
	ctx.globalAlpha = 1;
}

const mod = (value: number, by: number): number => ((value % by) + by) % by;
