// @vitest-environment jsdom
/** Tiles as elements on the page. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { plainGround } from '$core/board/ground';
import { keyOf, TILE } from './protocol';
import { TileLayers, type Shown } from './tile-layers';
import type { Level } from './tile-store';

/** What each canvas shows: the picture it was given, and what was painted over it. */
let shown: WeakMap<HTMLCanvasElement, { picture?: ImageBitmap; painted: unknown[] }>;

beforeEach(() => {
	shown = new WeakMap();
	document.body.replaceChildren();
	// The test's page has canvases, but nothing that paints on them: once one kind of context was asked for, there is no other.
	const kinds = new WeakMap<HTMLCanvasElement, string>();
	vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockImplementation(function (
		this: HTMLCanvasElement,
		kind: string,
	) {
		if ((kinds.get(this) ?? kind) !== kind) return null;
		kinds.set(this, kind);
		const it = shown.get(this) ?? { painted: [] };
		shown.set(this, it);
		return {
			transferFromImageBitmap: (picture: ImageBitmap) => (it.picture = picture),
			drawImage: (image: unknown, x: number, y: number) => it.painted.push([image, x, y]),
			clearRect: () => it.painted.push('cleared'),
		} as never;
	});
});

const picture = (width = TILE, height = TILE) => ({ width, height }) as ImageBitmap;
const level = (number: number, scale: number): Level => ({ number, scale });
const view = (level: Level, more: Partial<Shown> = {}): Shown => ({
	level,
	view: { x: 0, y: 0, scale: level.scale },
	size: { w: TILE, h: TILE },
	ratio: 1,
	...more,
});
const all = (): boolean => true;
const none = (): boolean => false;

const made = () => {
	const place = document.createElement('div');
	document.body.append(place);
	const layers = new TileLayers(place);
	const host = place.firstElementChild as HTMLElement;
	const visible = (): HTMLElement[] =>
		[...host.children].filter((child) => (child as HTMLElement).style.display !== 'none') as HTMLElement[];
	/** Where a tile is on the screen: its own place in its layer, and that of the layer. */
	const at = (canvas: HTMLElement): { x: number; y: number; scale: number } => {
		const { transform } = canvas.parentElement!.style;
		const [, x, y, scale] = /translate\(([^p]+)px,([^p]+)px\) scale\((.+)\)/.exec(transform)!.map(Number);
		return {
			x: x! + parseFloat(canvas.style.left) * scale!,
			y: y! + parseFloat(canvas.style.top) * scale!,
			scale: scale!,
		};
	};
	return { layers, host, visible, at };
};

describe('tiles on the screen', () => {
	it('lie side by side on whole pixels when they are of the scale that is shown', () => {
		const { layers, visible, at } = made();
		const one = level(1, 1);
		for (const x of [7, 8]) for (const y of [-3, -2]) layers.put(one, x, y, picture());
		const here = { x: 7 * TILE + 100.3, y: -3 * TILE + 50.6, scale: 1 };
		expect(layers.show(view(one, { view: here }), all)).toBe(true);
		const places = [...visible()[0]!.children].map((tile) => at(tile as HTMLElement));
		expect(places.map(({ x, y }) => [x, y])).toEqual([
			[-100, -51],
			[-100, -51 + TILE],
			[-100 + TILE, -51],
			[-100 + TILE, -51 + TILE],
		]);
		expect(visible()[0]!.style.getPropertyValue('--side')).toBe(`${TILE}px`);
	});

	it('are as fine as the screen is', () => {
		const { layers, visible, at } = made();
		const two = level(1, 2);
		layers.put(two, 1, 0, picture());
		layers.show(view(two, { view: { x: 0, y: 0, scale: 1 }, ratio: 2 }), all);
		const tile = visible()[0]!.firstElementChild as HTMLElement;
		expect(at(tile)).toEqual({ x: TILE / 2, y: 0, scale: 0.5 });
	});

	it('overlap by a hair when they are stretched, so that no ground shines through', () => {
		const { layers, visible, at } = made();
		const one = level(1, 1);
		for (const x of [0, 1]) layers.put(one, x, 0, picture());
		layers.show(view(one, { view: { x: 0, y: 0, scale: 0.7 } }), all);
		const [layer] = visible();
		const [first, second] = [...layer!.children] as HTMLElement[];
		const side = parseFloat(layer!.style.getPropertyValue('--side')) * at(first!).scale;
		expect(at(second!).x).toBeCloseTo(TILE * 0.7);
		expect(side).toBeGreaterThan(at(second!).x);
	});

	it('stand in for those that are not there yet, over the picture of the sheet; the nearest scales only', () => {
		const { layers, host, visible } = made();
		const levels = [0.1, 0.5, 0.8, 1].map((scale, i) => level(i + 1, scale));
		for (const each of levels) layers.put(each, 0, 0, picture());
		const { canvas } = layers.setOverview({ x: 10, y: 20, w: 4000, h: 4000 }, 0.1, picture(400, 400));
		const wanted = levels[3]!;
		expect(layers.show(view(wanted), none)).toBe(false);
		expect(visible()).toHaveLength(4);
		expect(visible()[0]).toBe(canvas);
		expect(canvas.style.transform).toBe('translate(10px,20px) scale(10)');
		expect(visible().map((each) => each.style.transform)).not.toContain('translate(0px,0px) scale(10)');
		// What is wanted lies over all others.
		expect(layers.show(view(levels[1]!), none)).toBe(false);
		expect((host.lastElementChild as HTMLElement).style.transform).toBe('translate(0px,0px) scale(1)');
		expect(layers.show(view(wanted), all)).toBe(true);
		expect(visible()).toHaveLength(1);
	});

	it('are not there at all where far too many of them would be in view', () => {
		const { layers } = made();
		const one = level(1, 1);
		expect(layers.show(view(one, { view: { x: 0, y: 0, scale: 0.01 } }), all)).toBe(false);
	});

	it('are not smoothed on a large and fine screen while they are stretched', () => {
		const { layers, visible } = made();
		const one = level(1, 1);
		layers.put(one, 0, 0, picture());
		const size = { w: 1280, h: 800 };
		const rendering = (ratio: number, scale: number): string => {
			layers.show(view(one, { size, ratio, view: { x: 0, y: 0, scale } }), all);
			return visible()[0]!.style.imageRendering;
		};
		expect([rendering(1, 0.8), rendering(2, 0.8), rendering(2, 0.5)]).toEqual(['', 'pixelated', '']);
	});

	it('take a patch over the picture they show, whatever it was', () => {
		const { layers, host } = made();
		const one = level(1, 1);
		const whole = picture();
		layers.put(one, 0, 0, whole);
		const before = host.querySelector('canvas')!;
		expect(shown.get(before)!.picture).toBe(whole);
		const [first, second] = [picture(20, 10), picture(5, 5)];
		layers.patch(keyOf(1, 0, 0), 30, 40, first);
		const after = host.querySelector('canvas')!;
		expect(shown.get(after)!.painted).toEqual([
			[before, 0, 0],
			[first, 30, 40],
		]);
		expect(after.style.left).toBe(before.style.left);
		layers.patch(keyOf(1, 0, 0), 1, 2, second);
		expect(shown.get(host.querySelector('canvas')!)!.painted).toHaveLength(3);
		layers.patch(keyOf(1, 9, 9), 0, 0, second);
		expect(host.querySelectorAll('canvas')).toHaveLength(1);
	});

	it('let what plays beneath shine through a veil, and are opaque otherwise', () => {
		const { layers, host } = made();
		layers.setGround({ ...plainGround('slate'), colour: '#102030' });
		expect(host.style.background).toBe('rgb(16, 32, 48)');
		const moving = { file: 'f', w: 10, h: 10, veil: 0.4, moves: true };
		layers.setGround({ ...plainGround('slate'), picture: moving } as never);
		const one = level(1, 1);
		layers.put(one, 0, 0, picture());
		layers.patch(keyOf(1, 0, 0), 0, 0, picture(4, 4));
		expect(shown.get(host.querySelector('canvas')!)!.painted).toContain('cleared');
	});

	it('are gone with their level, and with the sheet', () => {
		const { layers, host } = made();
		const [one, two] = [level(1, 1), level(2, 2)];
		layers.put(one, 0, 0, picture());
		layers.put(two, 0, 0, picture());
		layers.put(two, 0, 0, picture());
		expect(host.querySelectorAll('canvas')).toHaveLength(2);
		layers.remove(keyOf(1, 0, 0));
		layers.removeLevel(one);
		expect(host.children).toHaveLength(1);
		layers.setOverview({ x: 0, y: 0, w: 1, h: 1 }, 1, picture(1, 1));
		layers.clear();
		expect(host.children).toHaveLength(0);
		layers.destroy();
		expect(host.isConnected).toBe(false);
	});
});
