/** Which tiles the page keeps: by level (one scale), with a cap on their memory. */
import type { Size } from '$core/geometry/view';
import { keyOf, TILE, type Patch } from './protocol';

export interface Level {
	number: number;
	/** Canvas pixels a board unit. */
	scale: number;
}

/** Whoever holds the pictures of the tiles. */
export interface TilePictures {
	put(level: Level, tx: number, ty: number, picture: ImageBitmap): void;
	/** Puts pictures in the place of parts of a tile. */
	patch(key: string, patches: readonly Patch[]): void;
	remove(key: string): void;
	removeLevel(level: Level): void;
	clear(): void;
}

interface Tile {
	key: string;
	level: Level;
	/** Out of date: shown only until there is something better. */
	isStale: boolean;
	used: number;
}

export class TileStore {
	private readonly tiles = new Map<string, Tile>();
	readonly levels = new Map<number, Level>();
	private numbers = 0;
	private clock = 0;
	private size: Size = { w: Infinity, h: Infinity };

	constructor(private readonly pictures: TilePictures) {}

	/** Keeps as many tiles as a view of this size can use, screen pixels. */
	fit(size: Size): void {
		this.size = size;
	}

	/** The level of a scale; a new one when there is none. */
	levelAt(scale: number): Level {
		for (const level of this.levels.values()) if (Math.abs(level.scale / scale - 1) < 1e-9) return level;
		const level = { number: ++this.numbers, scale };
		this.levels.set(level.number, level);
		return level;
	}

	put(level: Level, tx: number, ty: number, picture: ImageBitmap): void {
		const key = keyOf(level.number, tx, ty);
		this.pictures.put(level, tx, ty, picture);
		this.tiles.set(key, { key, level, isStale: false, used: ++this.clock });
	}

	/** Whether there is a tile that is up to date; that it was asked for keeps it. */
	has(level: Level, tx: number, ty: number): boolean {
		const tile = this.tiles.get(keyOf(level.number, tx, ty));
		if (tile) tile.used = ++this.clock;
		return tile !== undefined && !tile.isStale;
	}

	markStale(keys: readonly string[]): void {
		for (const key of keys) {
			const tile = this.tiles.get(key);
			if (tile) tile.isStale = true;
		}
	}

	/** Puts parts of tiles in their places. */
	patch(patches: readonly Patch[]): void {
		const byTile = new Map<string, Patch[]>();
		for (const patch of patches) {
			const same = byTile.get(patch.key);
			if (same) same.push(patch);
			else byTile.set(patch.key, [patch]);
		}
		for (const [key, same] of byTile) if (this.tiles.has(key)) this.pictures.patch(key, same);
		for (const { bitmap } of patches) bitmap.close();
	}

	/**
	 * Gives up the tiles that were not shown for longest; returns their keys. Those of `level` stay longest.
	 * @param scale screen pixels a board unit
	 */
	trim(level: Level, scale: number): string[] {
		const most = this.most(level.scale / scale);
		if (this.tiles.size <= most) return [];
		const age = (tile: Tile): number => tile.used + (tile.level === level && !tile.isStale ? 1e9 : 0);
		const gone = [...this.tiles.values()].sort((a, b) => age(a) - age(b)).slice(0, this.tiles.size - most);
		for (const { key } of gone) {
			this.pictures.remove(key);
			this.tiles.delete(key);
		}
		const left = new Set([...this.tiles.values()].map((tile) => tile.level));
		for (const each of this.levels.values()) {
			if (each === level || left.has(each)) continue;
			this.levels.delete(each.number);
			this.pictures.removeLevel(each);
		}
		return gone.map((tile) => tile.key);
	}

	/** How many tiles a view that rests and the ring round it need. */
	get needed(): number {
		return this.most(1);
	}

	/**
	 * How many tiles are kept, 1 MB each, where those of the wanted level are so many times as fine as the screen: as many as are needed when
	 * the board has just been opened. Memory that grows while one moves about makes the browser collect its garbage just then.
	 */
	private most(fineness: number): number {
		const { w, h } = this.size;
		// One more than fit side by side is in view. Round those that are as fine as the screen a ring is made ahead.
		const need = (times: number, ring: number): number =>
			(Math.ceil((w * times) / TILE) + 1 + ring) * (Math.ceil((h * times) / TILE) + 1 + ring);
		return Math.max(need(1, 2), need(fineness, 0));
	}

	clear(): void {
		this.pictures.clear();
		this.tiles.clear();
		this.levels.clear();
	}
}
