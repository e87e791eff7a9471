/** The tiles that a page keeps. */
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { keyOf } from './protocol';
import { TileStore } from './tile-store';

/** A picture that tells whether it was given back. */
const bitmap = () => ({ close: vi.fn() }) as unknown as ImageBitmap & { close: ReturnType<typeof vi.fn> };

beforeAll(() => {
	// There is no page here; nothing in the store is an element of one.
	vi.stubGlobal('HTMLCanvasElement', class {});
});

describe('kept tiles', () => {
	it('are found by level and place, and replaced without leaving the old picture behind', () => {
		const store = new TileStore();
		const level = store.levelAt(0.5);
		expect(store.levelAt(0.5)).toBe(level);
		expect(store.levelAt(1)).not.toBe(level);
		const [old, next] = [bitmap(), bitmap()];
		store.put(level, 2, 3, old);
		store.put(level, 2, 3, next);
		expect(old.close).toHaveBeenCalledOnce();
		expect(store.find(level, 2, 3)!.image).toBe(next);
		expect(store.find(level, 3, 2)).toBeUndefined();
	});

	it('that are out of date are shown, but do not count as there', () => {
		const store = new TileStore();
		const level = store.levelAt(1);
		store.put(level, 0, 0, bitmap());
		store.markStale([keyOf(level.number, 0, 0), 'unknown']);
		expect(store.has(level, 0, 0)).toBe(false);
		expect(store.find(level, 0, 0)).toBeDefined();
		store.put(level, 0, 0, bitmap());
		expect(store.has(level, 0, 0)).toBe(true);
	});

	it('are given up when there are too many: other levels first, the shown level last', () => {
		const store = new TileStore();
		const [far, near] = [store.levelAt(0.25), store.levelAt(1)];
		const pictures = Array.from({ length: 100 }, bitmap);
		pictures.forEach((picture, i) => store.put(far, i, 0, picture));
		for (let i = 0; i < 100; i++) store.put(near, i, 0, bitmap());
		// The first of the far level was looked at again: it is younger than the others there.
		store.find(far, 0, 0);
		const gone = store.trim(near);
		expect(gone).toHaveLength(60);
		expect(gone).not.toContain(keyOf(far.number, 0, 0));
		expect(gone).toContain(keyOf(far.number, 1, 0));
		expect(pictures.filter((picture) => picture.close.mock.calls.length > 0)).toHaveLength(60);
		expect(store.has(near, 99, 0)).toBe(true);
		expect(store.trim(near)).toEqual([]);
	});

	it('leave no empty level behind, and nothing at all when the sheet changes', () => {
		const store = new TileStore();
		const [first, second] = [store.levelAt(0.1), store.levelAt(2)];
		store.put(first, 0, 0, bitmap());
		for (let i = 0; i < 141; i++) store.put(second, i, 0, bitmap());
		store.trim(second);
		expect([...store.levels.values()]).not.toContain(first);
		const last = bitmap();
		store.put(second, 0, 1, last);
		store.clear();
		expect(last.close).toHaveBeenCalledOnce();
		expect(store.levels.size).toBe(0);
	});
});
