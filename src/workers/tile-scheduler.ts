/**
 * What is painted next, and when: what changed in view comes first, then what is missing in view, a
 * ring round the view, and the overview. The newest view replaces what was wanted before. Knows
 * nothing of canvases, workers and timers.
 */
import type { Dirty } from '$core/board/model/plain';
import { inflate, overlaps, type Box } from '$core/geometry/box';
import { TILE, type FromWorker, type Patch } from '$lib/board/painter/protocol';
import { boxOfTile, keyOfTile, markDirty, missingIn, partOn, SOFT, type TileAt } from './tile-at';

export interface WantedView {
	level: number;
	/** Canvas pixels a board unit. */
	scale: number;
	/** Canvas pixels a CSS pixel. */
	ratio: number;
	box: Box;
	/** Whether it is the scale that is shown, and not one that stands in for it. */
	isExact: boolean;
}

/** Where tiles are painted: one at a time bit by bit, parts of others meanwhile. */
export interface TileSurface {
	begin(tile: TileAt): void;
	/** Goes on with the tile that was begun until a moment, ms. Returns whether all is on it. */
	advance(until: number): boolean;
	/** The tile that was begun. */
	finish(): ImageBitmap;
	/** A part of a tile, canvas pixels, painted at one go. */
	part(tile: TileAt, part: Box): ImageBitmap;
}

/** The picture of the whole sheet, as `Overview` makes it. */
export interface OverviewWork {
	/** Whether there is none at all yet. */
	readonly isMissing: boolean;
	/** Whether there is something to paint on it, and in how many ms there will be. */
	readonly isDue: boolean;
	readonly waits: number | undefined;
	/** Pixels a board unit. */
	readonly scale: number;
	sketch(): Promise<void>;
	step(): Promise<void>;
	touch(box: Box): void;
	reset(): void;
}

/**
 * Share of a tile from which on it is painted anew as a whole: the page puts that up without
 * drawing anything.
 */
const WHOLE = 0.3;
/**
 * How long a tile is painted at one go, ms, since one that shows much takes a hundred times as
 * long.
 */
const SLICE_MS = { still: 8, moving: 2.5 };
/**
 * While things move: how often what changed is painted at most, ms; how many times as long as a
 * piece of work the rest after it is, and how long at most, ms.
 */
const PATCH_INTERVAL_MS = 120;
const REST_FACTOR = { pan: 1.5, ahead: 5, zoom: 4 };
const MAX_REST_MS = 200;
/**
 * Up to how many times its scale the overview will do while the scale changes, for it shows hardly
 * less than tiles would.
 */
const MAX_STRETCH = 2;

export class TileScheduler {
	private sheet = '';
	private wanted: WantedView | undefined;
	/** Tiles that the page has, and the one that is being painted. */
	private readonly have = new Map<string, TileAt>();
	private making: TileAt | undefined;
	/** Whether the page knows that the view has all its tiles. */
	private isCoverTold = false;
	/**
	 * Whether something in view looks different without the page having said so: a picture came.
	 */
	private isPatchDue = false;
	/**
	 * Whether the view or something on it is on the move, and when parts were painted anew last.
	 */
	private isMoving = false;
	private patchedAt = 0;
	/** Whether what was painted last is not in view yet. */
	private isAhead = false;
	/** Numbers up to which everything was heard, and was told to be done. */
	private heard = 0;
	private told = 0;

	/**
	 * @param tell the page; bitmaps in a message are handed over
	 * @param now ms
	 * @param oncovered told when the view has all its tiles
	 */
	constructor(
		private readonly surface: TileSurface,
		private readonly overview: OverviewWork,
		private readonly tell: (message: FromWorker, handedOver?: ImageBitmap[]) => void,
		private readonly now: () => number,
		private readonly oncovered: () => void = () => {},
	) {}

	/** Goes to a sheet, or to another ground of it: no tile is right any more. */
	setSheet(sheet: string): void {
		this.sheet = sheet;
		this.have.clear();
		this.making = undefined;
		this.overview.reset();
	}

	setView(view: WantedView): void {
		this.wanted = view;
		this.isCoverTold = false;
	}

	setMoving(isMoving: boolean): void {
		this.isMoving = isMoving;
	}

	/** The page does not keep these tiles any more. */
	forget(keys: readonly string[]): void {
		for (const key of keys) this.have.delete(key);
	}

	/** Everything that the page said up to a number is known here. */
	hear(seq: number): void {
		this.heard = seq;
	}

	/** Something looks different that the page knows nothing of. */
	requestPatch(): void {
		this.isPatchDue = true;
	}

	/**
	 * Marks tiles out of date: those in view get the part painted anew, the others are given up.
	 */
	invalidate(dirty: readonly Dirty[]): void {
		const stale: string[] = [];
		for (const part of dirty) {
			if (part.sheet !== this.sheet) continue;
			this.overview.touch(part.box);
			for (const [key, tile] of this.have) {
				if (!overlaps(inflate(part.box, SOFT / tile.scale), boxOfTile(tile))) continue;
				const { wanted } = this;
				if (tile.level === wanted?.level && overlaps(boxOfTile(tile), wanted.box)) {
					markDirty(tile, part.box);
				} else {
					this.have.delete(key);
					stale.push(key);
				}
			}
		}
		if (stale.length > 0) this.tell({ is: 'stale', keys: stale });
	}

	/**
	 * How long to rest after a piece of work, ms: while things move others need the machine more.
	 */
	restAfter(took: number): number {
		if (!this.isMoving) return 0;
		const times = !this.wanted?.isExact
			? REST_FACTOR.zoom
			: this.isAhead
				? REST_FACTOR.ahead
				: REST_FACTOR.pan;
		return Math.min(MAX_REST_MS, times * took);
	}

	/**
	 * One piece of work. Returns how long there is none, ms: 0 when there is more, nothing when
	 * there is none at all.
	 */
	async work(): Promise<number | undefined> {
		if (!this.wanted) return undefined;
		const patchIn = this.patchesIn();
		if (patchIn !== undefined && patchIn <= 0) {
			this.patch();
			return 0;
		}
		if (this.overview.isMissing) {
			await this.overview.sketch();
			return 0;
		}
		const view = this.wanted;
		this.review(view);
		this.isAhead = this.making !== undefined && !overlaps(boxOfTile(this.making), view.box);
		if (this.making) {
			this.advance(this.making);
			return 0;
		}
		if (this.isMoving && !view.isExact && view.scale < MAX_STRETCH * this.overview.scale) return patchIn;
		if (this.begin(view, view.box)) return 0;
		this.tellCovered(view);
		if (view.isExact && this.begin(view, inflate(view.box, TILE / view.scale))) return 0;
		if (!this.isMoving && this.overview.isDue) {
			await this.overview.step();
			return 0;
		}
		const waits = [patchIn, this.isMoving ? undefined : this.overview.waits].flatMap((each) => each ?? []);
		return waits.length > 0 ? Math.min(...waits) : undefined;
	}

	/** In how many ms what changed is to be painted; nothing when nothing changed. */
	private patchesIn(): number | undefined {
		if (this.told >= this.heard && !this.isPatchDue) return undefined;
		return this.isMoving ? this.patchedAt + PATCH_INTERVAL_MS - this.now() : 0;
	}

	/** Paints the out-of-date parts of tiles in view, and says up to where all is painted. */
	private patch(): void {
		this.isPatchDue = false;
		this.patchedAt = this.now();
		const patches: Patch[] = [];
		for (const [key, tile] of this.have) {
			if (tile.dirty.length === 0 || tile === this.making) continue;
			const parts = tile.dirty.flatMap((box) => partOn(tile, box) ?? []);
			tile.dirty = [];
			if (parts.reduce((sum, { w, h }) => sum + w * h, 0) > WHOLE * TILE * TILE)
				this.send(tile, this.surface.part(tile, { x: 0, y: 0, w: TILE, h: TILE }));
			else
				for (const part of parts)
					patches.push({ key, x: part.x, y: part.y, bitmap: this.surface.part(tile, part) });
		}
		if (patches.length > 0)
			this.tell(
				{ is: 'patches', sheet: this.sheet, patches },
				patches.map((each) => each.bitmap),
			);
		this.told = this.heard;
		this.tell({ is: 'done', seq: this.told });
	}

	/** Begins the next tile that is missing in a box. Returns whether there was one. */
	private begin(view: WantedView, box: Box): boolean {
		const tile = missingIn(box, view, (key) => this.have.has(key));
		if (!tile) return false;
		this.surface.begin(tile);
		this.making = tile;
		this.have.set(keyOfTile(tile), tile);
		return true;
	}

	/**
	 * Goes on with the tile that is being painted, for a short time; the page gets it when all is
	 * on it.
	 */
	private advance(tile: TileAt): void {
		if (!this.surface.advance(this.now() + (this.isMoving ? SLICE_MS.moving : SLICE_MS.still))) return;
		this.making = undefined;
		this.send(tile, this.surface.finish());
		// What changed meanwhile is painted over it.
		if (tile.dirty.length > 0) this.isPatchDue = true;
	}

	/** Gives up the tile that is being painted where nobody wants it any more. */
	private review({ level, box, scale }: WantedView): void {
		const tile = this.making;
		if (!tile) return;
		const isKept = this.have.get(keyOfTile(tile)) === tile;
		const isWanted = tile.level === level && overlaps(boxOfTile(tile), inflate(box, TILE / scale));
		if (isKept && isWanted) return;
		if (isKept) this.have.delete(keyOfTile(tile));
		this.making = undefined;
	}

	private tellCovered({ level }: WantedView): void {
		if (this.isCoverTold) return;
		// Said for every view anew: the page may have looked elsewhere when it was said before.
		this.isCoverTold = true;
		this.tell({ is: 'covered', level });
		this.oncovered();
	}

	private send(tile: TileAt, bitmap: ImageBitmap): void {
		const { level, tx, ty } = tile;
		this.tell({ is: 'tile', sheet: this.sheet, key: keyOfTile(tile), level, tx, ty, bitmap }, [bitmap]);
	}
}
