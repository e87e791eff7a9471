/** Which tiles the page keeps: by level (one scale), with a cap on their memory. */
import { keyOf, type Patch } from './protocol';

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

/** Tiles kept at most: 1 MB each. */
const MOST = 140;

export class TileStore {
	private readonly tiles = new Map<string, Tile>();
	readonly levels = new Map<number, Level>();
	private numbers = 0;
	private clock = 0;

	constructor(private readonly pictures: TilePictures) {}

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

	/** Gives up the tiles that were not shown for longest; returns their keys. Those of `level` stay longest. */
	trim(level: Level): string[] {
		if (this.tiles.size <= MOST) return [];
		const age = (tile: Tile): number => tile.used + (tile.level === level && !tile.isStale ? 1e9 : 0);
		const gone = [...this.tiles.values()].sort((a, b) => age(a) - age(b)).slice(0, this.tiles.size - MOST);
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

	clear(): void {
		this.pictures.clear();
		this.tiles.clear();
		this.levels.clear();
	}
}
