// @vitest-environment jsdom
/** Tiles as elements on the page. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { plainGround } from '$core/board/ground';
import { keyOf, TILE, type Patch } from './protocol';
import { TileLayers, type Shown } from './tile-layers';
import type { Level } from './tile-store';

/** What each canvas shows: a picture from elsewhere, or what one was put together of. */
let shown: WeakMap<HTMLCanvasElement, unknown>;
/** How it stands with the animation that lets an element be moved. */
let moved: WeakMap<Element, string>;

/** The test's page has canvases, but nothing that paints on them; a picture is the list of what was done for it. */
class Aside {
	private done: unknown[] = [];
	getContext = () => ({
		drawImage: (...what: unknown[]) => this.done.push(what),
		clearRect: (...what: unknown[]) => this.done.push(['cleared', ...what]),
	});
	transferToImageBitmap = (): unknown => this.done.splice(0);
}

beforeEach(() => {
	[shown, moved] = [new WeakMap(), new WeakMap()];
	document.body.replaceChildren();
	vi.stubGlobal('OffscreenCanvas', Aside);
	Element.prototype.animate = function (this: Element) {
		return { pause: () => void moved.set(this, 'paused') } as Animation;
	};
	vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockImplementation(function (this: HTMLCanvasElement) {
		return { transferFromImageBitmap: (picture: unknown) => shown.set(this, picture) } as never;
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
		const wide = { size: { w: 4 * TILE, h: TILE } };
		expect(layers.show(view(wanted, wide), none)).toBe(false);
		expect(visible()).toHaveLength(4);
		expect(visible()[0]).toBe(canvas);
		expect(canvas.style.transform).toBe('translate(10px,20px) scale(10)');
		expect(visible().map((each) => each.style.transform)).not.toContain('translate(0px,0px) scale(10)');
		// What is wanted lies over all others.
		expect(layers.show(view(levels[1]!, wide), none)).toBe(false);
		expect((host.lastElementChild as HTMLElement).style.transform).toBe('translate(0px,0px) scale(1)');
		expect(layers.show(view(wanted), all)).toBe(true);
		expect(visible()).toHaveLength(1);
	});

	it('hide what lies behind them where they cover all that is in view', () => {
		const { layers, visible } = made();
		const [far, near, wanted] = [level(1, 0.25), level(2, 0.5), level(3, 1)];
		for (const each of [far, near, wanted]) layers.put(each, 0, 0, picture());
		layers.setOverview({ x: 0, y: 0, w: 4000, h: 4000 }, 0.1, picture(400, 400));
		const seen = (w: number): number => {
			layers.show(view(wanted, { size: { w, h: TILE } }), (tx) => tx === 0);
			return visible().length;
		};
		// One tile of half the scale reaches as far as two of those that are wanted, one of a quarter as far as four.
		expect([TILE, 2 * TILE, 4 * TILE, 5 * TILE].map(seen)).toEqual([1, 2, 3, 4]);
	});

	it('are not there at all where far too many of them would be in view', () => {
		const { layers } = made();
		const one = level(1, 1);
		expect(layers.show(view(one, { view: { x: 0, y: 0, scale: 0.01 } }), all)).toBe(false);
	});

	it('are smoothed while they are stretched where there is a graphics processor, and so is the overview; never pixel for pixel', () => {
		const { layers, visible } = made();
		const one = level(1, 1);
		layers.put(one, 0, 0, picture());
		layers.setOverview({ x: 0, y: 0, w: 4000, h: 4000 }, 0.1, picture(400, 400));
		const rendering = (scale: number): string[] => {
			layers.show(view(one, { view: { x: 0, y: 0, scale } }), none);
			return visible().map((element) => element.style.imageRendering);
		};
		expect(rendering(0.8)).toEqual(['pixelated', 'pixelated']);
		expect(rendering(1)).toEqual(['pixelated', 'pixelated']);
		layers.setSmooth(true);
		expect(rendering(0.8)).toEqual(['', '']);
		expect(rendering(1)).toEqual(['', 'pixelated']);
	});

	it('take patches in the picture they show, and stay the same elements', () => {
		const { layers, host } = made();
		const one = level(1, 1);
		layers.put(one, 0, 0, picture());
		const tile = host.querySelector('canvas')!;
		const [first, second] = [picture(20, 10), picture(5, 5)];
		const patch = (bitmap: ImageBitmap, x: number, y: number): Patch => ({
			key: keyOf(1, 0, 0),
			x,
			y,
			bitmap,
		});
		layers.patch(keyOf(1, 0, 0), [patch(first, 30, 40), patch(second, 1, 2)]);
		expect(shown.get(tile)).toEqual([
			[tile, 0, 0],
			['cleared', 30, 40, 20, 10],
			[first, 30, 40],
			['cleared', 1, 2, 5, 5],
			[second, 1, 2],
		]);
		const whole = picture();
		layers.put(one, 0, 0, whole);
		layers.patch(keyOf(1, 9, 9), [patch(second, 0, 0)]);
		expect([...host.querySelectorAll('canvas')]).toEqual([tile]);
		expect(shown.get(tile)).toBe(whole);
	});

	it('lie on the colour of the ground, or on a veil of it through which is seen what plays beneath', () => {
		const { layers, host } = made();
		layers.setGround({ ...plainGround('slate'), colour: '#102030' });
		expect(host.style.background).toBe('rgb(16, 32, 48)');
		const moving = { file: 'f', w: 10, h: 10, veil: 0.4, moves: true };
		layers.setGround({ ...plainGround('slate'), colour: '#102030', picture: moving } as never);
		expect(host.style.background).toBe('color-mix(in srgb, rgb(16, 32, 48) 40%, transparent)');
	});

	it('are moved by the browser alone, with nothing but one line of style', () => {
		const { layers, host } = made();
		const one = level(1, 1);
		layers.put(one, 0, 0, picture());
		layers.setOverview({ x: 0, y: 0, w: 1, h: 1 }, 1, picture(1, 1));
		expect([...host.children].map((element) => moved.get(element))).toEqual(['paused', 'paused']);
	});

	it('use canvases that were made in advance, a few at a time', () => {
		const { layers, host } = made();
		const one = level(1, 1);
		layers.put(one, 0, 0, picture());
		const making = vi.spyOn(document, 'createElement');
		let turns = 1;
		while (!layers.reserve(11)) turns++;
		expect(turns).toBeGreaterThan(1);
		const canvases = () => making.mock.calls.filter(([name]) => name === 'canvas').length;
		expect(canvases()).toBe(10);
		expect(host.querySelectorAll('canvas')).toHaveLength(1);
		for (let x = 1; x <= 10; x++) layers.put(one, x, 0, picture());
		expect(canvases()).toBe(10);
		expect(layers.reserve(11)).toBe(true);
		layers.put(one, 11, 0, picture());
		expect(canvases()).toBe(11);
	});

	it('use the canvases of those that were given up, of the same sheet or another', () => {
		const { layers, host } = made();
		const [one, two] = [level(1, 1), level(2, 2)];
		const canvases = (): HTMLCanvasElement[] => [...host.querySelectorAll('canvas')];
		layers.put(one, 0, 0, picture());
		layers.put(one, 1, 0, picture());
		const [first, second] = canvases() as [HTMLCanvasElement, HTMLCanvasElement];
		layers.remove(keyOf(1, 0, 0));
		expect(canvases()).toEqual([second]);
		const next = picture();
		layers.put(two, 5, 5, next);
		expect(canvases()).toEqual([second, first]);
		expect(shown.get(first)).toBe(next);
		expect(first.style.left).toBe('0px');
		layers.clear();
		for (const x of [0, 1, 2]) layers.put(one, x, 0, picture());
		expect(canvases()).toHaveLength(3);
		expect(canvases()).toEqual(expect.arrayContaining([first, second]));
		layers.remove('not there');
		expect(canvases()).toHaveLength(3);
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
