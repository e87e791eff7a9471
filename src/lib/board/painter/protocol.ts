/** What the page and the worker that paints tiles say to each other. */
import type { Ground } from '$core/board/ground';
import type { Box } from '$core/geometry/box';

/** Side of a tile, canvas pixels. */
export const TILE = 512;

/** A shipped font face, for a worker to load. */
export interface FaceSource {
	family: string;
	source: string;
	weight: string;
	style: string;
	range: string;
}

/** The object whose text is being edited, or the part of it. */
export interface Edited {
	id: string;
	part?: string | undefined;
}

export type ToWorker =
	| { is: 'start'; faces: FaceSource[]; ratio: number; boardId: string }
	/** Objects as JSON of `RenderItem[]`: far cheaper to hand over than as objects. */
	| { is: 'objects'; put: string; removed: string[]; seq: number; last: boolean }
	| { is: 'sheet'; sheet: string; ground: Ground }
	/** What is wanted: the tiles of a level that cover a box, and a ring round it if that is the scale that is shown. */
	| { is: 'view'; level: number; scale: number; ratio: number; box: Box; isExact: boolean }
	/** Whether the view or something on it is on the move: then others need the machine more. */
	| { is: 'pace'; moves: boolean }
	| { is: 'hide'; ids: string[]; editing: Edited | undefined; seq: number }
	/** Tiles that the page does not keep any more. */
	| { is: 'forget'; keys: string[] };

/** The most that the small picture of a sheet measures, pixels. */
export const SMALL = { w: 400, h: 250 };

export interface Patch {
	key: string;
	/** Where on the tile, canvas pixels. */
	x: number;
	y: number;
	bitmap: ImageBitmap;
}

export type FromWorker =
	| { is: 'tile'; sheet: string; key: string; level: number; tx: number; ty: number; bitmap: ImageBitmap }
	| { is: 'patches'; sheet: string; patches: Patch[] }
	/** Tiles whose content is out of date. */
	| { is: 'stale'; keys: string[] }
	/** The whole sheet, and the same again no larger than `SMALL`. */
	| { is: 'overview'; sheet: string; box: Box; scale: number; bitmap: ImageBitmap; small: ImageBitmap }
	/** Everything that was said up to `seq` is on the tiles in view. */
	| { is: 'done'; seq: number }
	| { is: 'covered'; level: number }
	/** Something went wrong while painting. */
	| { is: 'failed'; message: string }
	/** Whether there is a graphics processor, for which stretching pictures smoothly is no work; said once. */
	| { is: 'graphics'; isThere: boolean };

export const keyOf = (level: number, tx: number, ty: number): string => `${level}:${tx}:${ty}`;
