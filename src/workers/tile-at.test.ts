/** Tiles by their places. */
import { describe, expect, it } from 'vitest';
import { keyOf, TILE } from '$lib/board/painter/protocol';
import { boxOfTile, missingIn, partOn, markDirty, type TileAt } from './tile-at';

const tile = (tx: number, ty: number, scale = 1): TileAt => ({ level: 1, scale, tx, ty, dirty: [] });

describe('a tile', () => {
	it('shows the part of the board that its place says', () => {
		expect(boxOfTile(tile(3, -1, 2))).toEqual({
			x: (3 * TILE) / 2,
			y: -TILE / 2,
			w: TILE / 2,
			h: TILE / 2,
		});
	});

	it('keeps parts that are out of date apart, until they touch or are too many', () => {
		const one = tile(0, 0);
		markDirty(one, { x: 0, y: 0, w: 10, h: 10 });
		markDirty(one, { x: 50, y: 50, w: 10, h: 10 });
		expect(one.dirty).toHaveLength(2);
		markDirty(one, { x: 5, y: 5, w: 50, h: 50 });
		expect(one.dirty).toEqual([{ x: 0, y: 0, w: 60, h: 60 }]);
		for (let i = 0; i < 20; i++) markDirty(one, { x: 100 + 20 * i, y: 0, w: 5, h: 5 });
		expect(one.dirty.length).toBeLessThan(14);
		for (const [x, y] of [
			[1, 1],
			[59, 59],
			[482, 2],
		])
			expect(one.dirty.some((box) => x! >= box.x && x! <= box.x + box.w && y! <= box.y + box.h)).toBe(true);
	});

	it('has a part of the board in whole pixels with room for soft edges, and nothing of what lies beside it', () => {
		expect(partOn(tile(1, 0), { x: TILE + 10.4, y: 20.6, w: 5, h: 5 })).toEqual({
			x: 8,
			y: 18,
			w: 10,
			h: 10,
		});
		expect(partOn(tile(0, 0, 2), { x: -50, y: 5, w: 60, h: 10 })).toEqual({ x: 0, y: 8, w: 22, h: 24 });
		expect(partOn(tile(0, 0), { x: 2 * TILE, y: 0, w: 5, h: 5 })).toBeUndefined();
	});
});

describe('tiles that are missing', () => {
	const view = { x: 0, y: 0, w: 3 * TILE, h: 3 * TILE };
	const level = { level: 1, scale: 1 };

	it('come from the middle outwards', () => {
		const have = new Set<string>();
		const order: [number, number][] = [];
		for (;;) {
			const next = missingIn(view, level, (key) => have.has(key));
			if (!next) break;
			order.push([next.tx, next.ty]);
			have.add(keyOf(1, next.tx, next.ty));
		}
		expect(order).toHaveLength(9);
		expect(order[0]).toEqual([1, 1]);
		const away = order.map(([x, y]) => Math.hypot(x - 1, y - 1));
		expect(away).toEqual([...away].sort((a, b) => a - b));
	});

	it('are as many as the scale needs', () => {
		expect(missingIn({ x: 10, y: 10, w: 5, h: 5 }, { level: 4, scale: 0.01 }, () => true)).toBeUndefined();
		expect(missingIn({ x: 10, y: 10, w: 5, h: 5 }, { level: 4, scale: 0.01 }, () => false)).toEqual({
			level: 4,
			scale: 0.01,
			tx: 0,
			ty: 0,
			dirty: [],
		});
	});
});
