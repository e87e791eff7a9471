/**
 * Puts tiles on the screen: those of the wanted level, and where it has none yet, the overview and tiles of other
 * scales, stretched.
 */
import type { Ground } from '$core/board/ground';
import type { Box } from '$core/geometry/box';
import { seen, type Size, type View } from '$core/geometry/view';
import { layGround } from './grain';
import { TILE } from './protocol';
import type { SceneCanvas } from './scene-canvas';
import type { Level, TileStore } from './tile-store';

/** Canvas pixels from which on stretched tiles are not smoothed. */
const LARGE = 1_200_000;
/** Other levels shown behind the wanted one at most. */
const BEHIND = 2;
/** More tiles than this in view are far too small to be of use. */
const MOST_TILES = 400;

/** The whole sheet in one picture, and what part of the board it shows at which scale. */
export interface SheetOverview {
	bitmap: ImageBitmap;
	box: Box;
	scale: number;
}

export interface Shown {
	level: Level;
	view: View;
	size: Size;
	/** Canvas pixels a CSS pixel. */
	ratio: number;
	overview: SheetOverview | undefined;
	ground: Ground;
}

/** Paints what is in view; false when the wanted level had not all of it. */
export function compose(canvas: SceneCanvas, store: TileStore, shown: Shown): boolean {
	const { ctx } = canvas;
	ctx.setTransform(1, 0, 0, 1, 0, 0);
	// Smoothing a very large canvas in every frame of a zoom cannot be kept up; it comes back at rest.
	ctx.imageSmoothingEnabled = canvas.width * canvas.height < LARGE;
	const box = seen(shown.view, shown.size);
	let isWhole = true;
	eachTile(shown.level, box, (tx, ty) => (isWhole &&= store.has(shown.level, tx, ty)));
	if (!isWhole) paintBehind(canvas, store, shown, box);
	paintLevel(canvas, store, shown, shown.level, box);
	return isWhole;
}

/** Ground, overview and tiles of other scales, for what has no tile of its own yet. */
function paintBehind(canvas: SceneCanvas, store: TileStore, shown: Shown, box: Box): void {
	const { view, ratio, overview, level: wanted } = shown;
	const k = view.scale * ratio;
	layGround(canvas.ctx, shown.ground, 0, 0, canvas.width, canvas.height);
	if (overview) {
		const { box: whole, scale, bitmap } = overview;
		const x1 = Math.max(whole.x, box.x);
		const y1 = Math.max(whole.y, box.y);
		const w = Math.min(whole.x + whole.w, box.x + box.w) - x1;
		const h = Math.min(whole.y + whole.h, box.y + box.h) - y1;
		if (w > 0 && h > 0) {
			const from = [(x1 - whole.x) * scale, (y1 - whole.y) * scale, w * scale, h * scale] as const;
			canvas.ctx.drawImage(bitmap, ...from, (x1 - view.x) * k, (y1 - view.y) * k, w * k, h * k);
		}
	}
	const others = [...store.levels.values()]
		.filter((level) => level !== wanted)
		.sort((a, b) => Math.abs(Math.log2(b.scale / k)) - Math.abs(Math.log2(a.scale / k)));
	for (const level of others.slice(-BEHIND)) paintLevel(canvas, store, shown, level, box);
}

function paintLevel(canvas: SceneCanvas, store: TileStore, shown: Shown, level: Level, box: Box): void {
	const { ctx, isClear } = canvas;
	const { view } = shown;
	const k = view.scale * shown.ratio;
	const isExact = level.scale === k;
	// At rest tiles lie on whole pixels, so that they are as sharp as they were painted; so they do at half that scale.
	const isEven = isExact || level.scale === 2 * k;
	const place = (value: number): number => (isEven ? Math.round(value) : value);
	const [left, top] = [place(-view.x * k), place(-view.y * k)];
	const side = isExact ? TILE : (TILE * k) / level.scale;
	// A hair larger, so that no seams are seen between stretched tiles.
	const drawn = isEven ? side : side + 0.6;
	eachTile(level, box, (tx, ty) => {
		const tile = store.find(level, tx, ty);
		if (!tile) return;
		const [x, y] = [left + tx * side, top + ty * side];
		if (isClear) ctx.clearRect(x, y, drawn, drawn);
		if (isExact) ctx.drawImage(tile.image, x, y);
		else ctx.drawImage(tile.image, x, y, drawn, drawn);
	});
}

function eachTile(level: Level, box: Box, visit: (tx: number, ty: number) => void): void {
	const side = TILE / level.scale;
	if ((box.w / side) * (box.h / side) > MOST_TILES) return;
	for (let ty = Math.floor(box.y / side); ty * side < box.y + box.h; ty++) {
		for (let tx = Math.floor(box.x / side); tx * side < box.x + box.w; tx++) visit(tx, ty);
	}
}
