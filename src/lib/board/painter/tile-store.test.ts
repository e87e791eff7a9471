/** The tiles that a page keeps. */
import { describe, expect, it, vi } from 'vitest';
import { keyOf, TILE, type Patch } from './protocol';
import { TileStore } from './tile-store';

const bitmap = () => ({ close: vi.fn() }) as unknown as ImageBitmap & { close: ReturnType<typeof vi.fn> };

/** A store, and what it had its pictures do. */
const made = () => {
	const pictures = { put: vi.fn(), patch: vi.fn(), remove: vi.fn(), removeLevel: vi.fn(), clear: vi.fn() };
	return { pictures, store: new TileStore(pictures) };
};

describe('kept tiles', () => {
	it('are found by level and place, and replaced', () => {
		const { store, pictures } = made();
		const level = store.levelAt(0.5);
		expect(store.levelAt(0.5)).toBe(level);
		expect(store.levelAt(1)).not.toBe(level);
		const [old, next] = [bitmap(), bitmap()];
		store.put(level, 2, 3, old);
		store.put(level, 2, 3, next);
		expect(pictures.put.mock.calls).toEqual([
			[level, 2, 3, old],
			[level, 2, 3, next],
		]);
		expect(store.has(level, 2, 3)).toBe(true);
		expect(store.has(level, 3, 2)).toBe(false);
	});

	it('are patched where they are there; the picture of the patch is given back in any case', () => {
		const { store, pictures } = made();
		const level = store.levelAt(1);
		store.put(level, 0, 0, bitmap());
		const patch = (tx: number, x: number): Patch => ({
			key: keyOf(level.number, tx, 0),
			x,
			y: 20,
			bitmap: bitmap(),
		});
		const patches = [patch(0, 10), patch(5, 10), patch(0, 30)];
		store.patch(patches);
		expect(pictures.patch.mock.calls).toEqual([[keyOf(level.number, 0, 0), [patches[0], patches[2]]]]);
		for (const { bitmap } of patches) expect(bitmap.close).toHaveBeenCalledOnce();
	});

	it('that are out of date are shown, but do not count as there', () => {
		const { store, pictures } = made();
		const level = store.levelAt(1);
		store.put(level, 0, 0, bitmap());
		store.markStale([keyOf(level.number, 0, 0), 'unknown']);
		expect(store.has(level, 0, 0)).toBe(false);
		expect(pictures.remove).not.toHaveBeenCalled();
		store.put(level, 0, 0, bitmap());
		expect(store.has(level, 0, 0)).toBe(true);
	});

	it('are given up when there are too many: other levels first, the shown level last', () => {
		const { store, pictures } = made();
		// 12 x 7 with those that are cut and the ring.
		store.fit({ w: 9 * TILE, h: 4 * TILE });
		const [far, near] = [store.levelAt(0.25), store.levelAt(1)];
		for (let i = 0; i < 100; i++) store.put(far, i, 0, bitmap());
		for (let i = 0; i < 80; i++) store.put(near, i, 0, bitmap());
		// The first of the far level was looked at again: it is younger than the others there.
		store.has(far, 0, 0);
		const gone = store.trim(near, 1);
		expect(gone).toHaveLength(96);
		expect(gone).not.toContain(keyOf(far.number, 0, 0));
		expect(gone[0]).toBe(keyOf(far.number, 1, 0));
		expect(pictures.remove.mock.calls.flat().sort()).toEqual([...gone].sort());
		expect(store.has(near, 79, 0)).toBe(true);
		expect(store.trim(near, 1)).toEqual([]);
	});

	it('are as many as the view can use: more on a large window, and where they are finer than it', () => {
		const { store } = made();
		const level = store.levelAt(1);
		const kept = (scale: number): number => {
			for (let i = 0; i < 300; i++) store.put(level, i, 0, bitmap());
			return 300 - store.trim(level, scale).length;
		};
		// Nothing is known of the view yet.
		expect(kept(1)).toBe(300);
		store.fit({ w: 2 * TILE, h: TILE });
		expect(kept(1)).toBe(5 * 4);
		expect(kept(2)).toBe(5 * 4);
		expect(kept(0.25)).toBe(9 * 5);
		store.fit({ w: 4 * TILE, h: 2 * TILE });
		expect(kept(1)).toBe(7 * 5);
		expect(store.needed).toBe(7 * 5);
	});

	it('leave no empty level behind, and nothing at all when the sheet changes', () => {
		const { store, pictures } = made();
		store.fit({ w: TILE, h: TILE });
		const [first, second] = [store.levelAt(0.1), store.levelAt(2)];
		store.put(first, 0, 0, bitmap());
		for (let i = 0; i < 141; i++) store.put(second, i, 0, bitmap());
		store.trim(second, 2);
		expect([...store.levels.values()]).not.toContain(first);
		expect(pictures.removeLevel).toHaveBeenCalledWith(first);
		store.clear();
		expect(pictures.clear).toHaveBeenCalledOnce();
		expect(store.levels.size).toBe(0);
		expect(store.has(second, 0, 0)).toBe(false);
	});
});
