/** Tiles by their places, and the parts of them that are out of date. */
import { overlaps, unionOf, type Box } from '$core/geometry/box';
import { keyOf, TILE } from '$lib/board/painter/protocol';

export interface TileAt {
	level: number;
	/** Canvas pixels a board unit. */
	scale: number;
	tx: number;
	ty: number;
	/** Parts that are out of date, in board units. */
	dirty: Box[];
}

/** Room round a dirty part for soft edges, pixels. */
export const SOFT = 2;
/** Parts of a tile that are painted one by one at most. */
const MAX_PARTS = 12;

export const keyOfTile = ({ level, tx, ty }: TileAt): string => keyOf(level, tx, ty);

/** What a tile shows, board units. */
export const boxOfTile = ({ tx, ty, scale }: TileAt): Box => {
	const side = TILE / scale;
	return { x: tx * side, y: ty * side, w: side, h: side };
};

/** Notes a part that is out of date; parts that touch become one, and so do very many. */
export function markDirty(tile: TileAt, box: Box): void {
	const apart = tile.dirty.filter((each) => !overlaps(each, box));
	const touching = tile.dirty.filter((each) => overlaps(each, box));
	tile.dirty = [...apart, unionOf([...touching, box])!];
	if (tile.dirty.length > MAX_PARTS) tile.dirty = [unionOf(tile.dirty)!];
}

/** Where a part of the board is on a tile, in whole pixels; undefined when it is not on it. */
export function partOn({ scale, tx, ty }: TileAt, box: Box): Box | undefined {
	const [left, top] = [tx * TILE, ty * TILE];
	const x = Math.max(0, Math.floor(box.x * scale - left) - SOFT);
	const y = Math.max(0, Math.floor(box.y * scale - top) - SOFT);
	const w = Math.min(TILE, Math.ceil((box.x + box.w) * scale - left) + SOFT) - x;
	const h = Math.min(TILE, Math.ceil((box.y + box.h) * scale - top) + SOFT) - y;
	return w > 0 && h > 0 ? { x, y, w, h } : undefined;
}

/** The next tile of a level that is missing in a box, the nearest to its middle first. */
export function missingIn(
	box: Box,
	{ level, scale }: { level: number; scale: number },
	has: (key: string) => boolean,
): TileAt | undefined {
	const side = TILE / scale;
	const [cx, cy] = [(box.x + box.w / 2) / side - 0.5, (box.y + box.h / 2) / side - 0.5];
	let best: TileAt | undefined;
	let least = Infinity;
	for (let ty = Math.floor(box.y / side); ty * side < box.y + box.h; ty++) {
		for (let tx = Math.floor(box.x / side); tx * side < box.x + box.w; tx++) {
			if (has(keyOf(level, tx, ty))) continue;
			const distance = Math.hypot(tx - cx, ty - cy);
			if (distance < least) [best, least] = [{ level, scale, tx, ty, dirty: [] }, distance];
		}
	}
	return best;
}
