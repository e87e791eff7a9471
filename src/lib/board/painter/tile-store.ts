/** The tiles that the page keeps: by level (one scale), with a cap on their memory. */
import { keyOf, TILE } from './protocol';

export interface Level {
	number: number;
	/** Canvas pixels a board unit. */
	scale: number;
}

interface Tile {
	key: string;
	level: Level;
	tx: number;
	ty: number;
	image: ImageBitmap | HTMLCanvasElement;
	/** Out of date: shown only until there is something better. */
	isStale: boolean;
	used: number;
}

/** Tiles kept at most: 1 MB each. */
const MOST = 140;

export class TileStore {
	private readonly tiles = new Map<string, Tile>();
	readonly levels = new Map<number, Level>();
	/** Whether something shows through the tiles. */
	isClear = false;
	private numbers = 0;
	private clock = 0;

	/** The level of a scale; a new one when there is none. */
	levelAt(scale: number): Level {
		for (const level of this.levels.values()) if (Math.abs(level.scale / scale - 1) < 1e-9) return level;
		const level = { number: ++this.numbers, scale };
		this.levels.set(level.number, level);
		return level;
	}

	put(level: Level, tx: number, ty: number, image: ImageBitmap): void {
		const key = keyOf(level.number, tx, ty);
		this.close(this.tiles.get(key));
		this.tiles.set(key, { key, level, tx, ty, image, isStale: false, used: ++this.clock });
	}

	find(level: Level, tx: number, ty: number): Tile | undefined {
		const tile = this.tiles.get(keyOf(level.number, tx, ty));
		if (tile) tile.used = ++this.clock;
		return tile;
	}

	has(level: Level, tx: number, ty: number): boolean {
		const tile = this.tiles.get(keyOf(level.number, tx, ty));
		return tile !== undefined && !tile.isStale;
	}

	markStale(keys: readonly string[]): void {
		for (const key of keys) {
			const tile = this.tiles.get(key);
			if (tile) tile.isStale = true;
		}
	}

	/** Paints a part of a tile anew. */
	patch(key: string, x: number, y: number, bitmap: ImageBitmap): void {
		const tile = this.tiles.get(key);
		if (!tile) return;
		if (!(tile.image instanceof HTMLCanvasElement)) {
			const canvas = document.createElement('canvas');
			[canvas.width, canvas.height] = [TILE, TILE];
			canvas.getContext('2d', { alpha: this.isClear })!.drawImage(tile.image, 0, 0);
			tile.image.close();
			tile.image = canvas;
		}
		const ctx = tile.image.getContext('2d')!;
		if (this.isClear) ctx.clearRect(x, y, bitmap.width, bitmap.height);
		ctx.drawImage(bitmap, x, y);
		bitmap.close();
	}

	/** Gives up the tiles that were not shown for longest; returns their keys. Those of `level` stay longest. */
	trim(level: Level): string[] {
		if (this.tiles.size <= MOST) return [];
		const age = (tile: Tile): number => tile.used + (tile.level === level && !tile.isStale ? 1e9 : 0);
		const gone = [...this.tiles.values()].sort((a, b) => age(a) - age(b)).slice(0, this.tiles.size - MOST);
		for (const tile of gone) {
			this.close(tile);
			this.tiles.delete(tile.key);
		}
		const left = new Set([...this.tiles.values()].map((tile) => tile.level));
		for (const each of this.levels.values())
			if (each !== level && !left.has(each)) this.levels.delete(each.number);
		return gone.map((tile) => tile.key);
	}

	clear(): void {
		for (const tile of this.tiles.values()) this.close(tile);
		this.tiles.clear();
		this.levels.clear();
	}

	private close(tile: Tile | undefined): void {
		if (tile && !(tile.image instanceof HTMLCanvasElement)) tile.image.close();
	}
}
