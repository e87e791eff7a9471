import { describe, expect, it } from 'vitest';
import { plainGround } from '$core/board/ground';
import { compose, type Shown } from './compose';
import { TILE } from './protocol';
import type { SceneCanvas } from './scene-canvas';
import { TileStore } from './tile-store';

/** A canvas that remembers what was put on it. */
function canvasOf(width: number, height: number) {
	const drawn: { image: unknown; at: number[] }[] = [];
	const grounds: number[][] = [];
	const context = new Proxy(
		{ imageSmoothingEnabled: true },
		{
			get: (target, name) => {
				if (name === 'drawImage') return (image: unknown, ...at: number[]) => void drawn.push({ image, at });
				if (name === 'fillRect') return (...at: number[]) => void grounds.push(at);
				return name in target ? target[name as keyof typeof target] : () => undefined;
			},
			set: (target, name, value) => Reflect.set(target, name, value),
		},
	);
	const canvas = { ctx: context, width, height, isClear: false } as unknown as SceneCanvas;
	return { canvas, drawn, grounds, context };
}
const picture = (name: string): ImageBitmap => ({ name, close: () => {} }) as unknown as ImageBitmap;
const shown = (store: TileStore, more: Partial<Shown> & { scale?: number } = {}): Shown => ({
	level: store.levelAt(1),
	view: { x: 0, y: 0, scale: more.scale ?? 1 },
	size: { w: TILE, h: TILE },
	ratio: 1,
	overview: undefined,
	ground: plainGround('slate'),
	...more,
});

describe('tiles on the screen', () => {
	it('lie side by side on whole pixels when they are of the scale that is shown', () => {
		const store = new TileStore();
		const level = store.levelAt(1);
		for (const x of [0, 1]) for (const y of [0, 1]) store.put(level, x, y, picture(`${x}/${y}`));
		const { canvas, drawn } = canvasOf(TILE, TILE);
		const view = { x: 100.3, y: 50.6, scale: 1 };
		expect(compose(canvas, store, shown(store, { view }))).toBe(true);
		expect(drawn.map(({ at }) => at).sort()).toEqual(
			[
				[-100, -51],
				[-100 + TILE, -51],
				[-100, -51 + TILE],
				[-100 + TILE, -51 + TILE],
			].sort(),
		);
	});

	it('meet without a seam at half their scale, as while things move on a fine screen', () => {
		const store = new TileStore();
		const level = store.levelAt(2);
		for (let x = 0; x < 3; x++) for (let y = 0; y < 3; y++) store.put(level, x, y, picture(`${x}/${y}`));
		const { canvas, drawn } = canvasOf(TILE, TILE);
		const view = { x: 7.25, y: 0, scale: 1 };
		expect(compose(canvas, store, shown(store, { level, view }))).toBe(true);
		for (const { at } of drawn) {
			expect(at.slice(2)).toEqual([TILE / 2, TILE / 2]);
			expect(at.every(Number.isInteger)).toBe(true);
		}
	});

	it('overlap by a hair when they are stretched, so that no ground shines through', () => {
		const store = new TileStore();
		const level = store.levelAt(1);
		for (const x of [0, 1]) for (const y of [0, 1]) store.put(level, x, y, picture(`${x}/${y}`));
		const { canvas, drawn } = canvasOf(TILE, TILE);
		compose(canvas, store, shown(store, { view: { x: 0, y: 0, scale: 0.7 } }));
		expect(drawn[0]!.at[2]).toBeGreaterThan(TILE * 0.7);
	});

	it('stand in for those that are not there yet, over the ground and the picture of the sheet', () => {
		const store = new TileStore();
		const [fine, coarse] = [store.levelAt(1), store.levelAt(0.5)];
		store.put(coarse, 0, 0, picture('coarse'));
		store.put(fine, 0, 0, picture('fine'));
		const overview = { bitmap: picture('overview'), box: { x: 0, y: 0, w: 4000, h: 4000 }, scale: 0.1 };
		const { canvas, drawn, grounds } = canvasOf(TILE * 2, TILE);
		const size = { w: TILE * 2, h: TILE };
		expect(compose(canvas, store, shown(store, { level: fine, size, overview }))).toBe(false);
		expect(grounds.length).toBeGreaterThan(0);
		expect(drawn.map(({ image }) => (image as { name: string }).name)).toEqual([
			'overview',
			'coarse',
			'fine',
		]);
	});

	it('leave the picture of the sheet out where nothing of it is in view', () => {
		const store = new TileStore();
		const overview = { bitmap: picture('overview'), box: { x: 9000, y: 0, w: 10, h: 10 }, scale: 0.1 };
		const { canvas, drawn } = canvasOf(TILE, TILE);
		expect(compose(canvas, store, shown(store, { overview }))).toBe(false);
		expect(drawn).toEqual([]);
	});

	it('are not smoothed on a canvas that is too large for it', () => {
		const store = new TileStore();
		const [small, large] = [canvasOf(1000, 800), canvasOf(2000, 1600)];
		for (const { canvas } of [small, large]) compose(canvas, store, shown(store));
		expect([small, large].map(({ context }) => context.imageSmoothingEnabled)).toEqual([true, false]);
	});
});
