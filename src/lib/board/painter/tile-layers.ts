/**
 * The tiles on the screen: an element each, in a layer for each scale that the browser moves and stretches as a whole.
 * Nothing is painted while the view moves; one line of style says where a layer is.
 */
import type { Ground } from '$core/board/ground';
import type { Box } from '$core/geometry/box';
import { seen, type Size, type View } from '$core/geometry/view';
import { makeMovable } from './movable';
import { keyOf, TILE, type Patch } from './protocol';
import type { Level, TilePictures } from './tile-store';

/** Other levels shown behind the wanted one at most. */
const BEHIND = 2;
/** More tiles than this in view are far too small to be of use. */
const MAX_TILES = 400;
/** Canvases made in advance at one go. */
const AT_ONCE = 4;
/** By how much stretched tiles overlap, so that no seams are seen between them, tile pixels. */
const LAP = 0.6;

const LAYER = 'position:absolute;left:0;top:0;width:0;height:0;transform-origin:0 0';

/** The whole sheet in one picture, and what part of the board it shows at which scale. */
export interface SheetOverview {
	box: Box;
	scale: number;
	canvas: HTMLCanvasElement;
}

export interface Shown {
	level: Level;
	view: View;
	size: Size;
	/** Screen pixels a CSS pixel. */
	ratio: number;
}

interface Layer {
	level: Level;
	element: HTMLElement;
	/** The tile at its corner: numbers stay small wherever on the board it is. */
	tx: number;
	ty: number;
	/** The side of its tiles, as a style. */
	wide: string;
}

const setStyle = (
	style: CSSStyleDeclaration,
	name: 'transform' | 'display' | 'imageRendering',
	value: string,
): void => {
	if (style[name] !== value) style[name] = value;
};

export class TileLayers implements TilePictures {
	private readonly host = document.createElement('div');
	private readonly tiles = new Map<string, HTMLCanvasElement>();
	/**
	 * Canvases of tiles that were given up, to be used again: thrown away, each would keep its megabyte until the browser next collects
	 * its garbage, and so would make it do so every few seconds of moving about.
	 */
	private readonly spare: HTMLCanvasElement[] = [];
	private readonly layers = new Map<number, Layer>();
	private overview: SheetOverview | undefined;
	/** Whether what is stretched is smoothed: without a graphics processor that takes a third of a core at 60 frames a second. */
	private isSmooth = false;
	private aside: OffscreenCanvas | undefined;

	/** @param place the element that they fill */
	constructor(place: HTMLElement) {
		// A layer of its own, of one colour: then the browser does not paint the page that lies under it. Tiles that say that nothing shows
		// through them would do the same, but each would be filled with black first.
		this.host.style.cssText =
			'position:absolute;inset:0;overflow:clip;pointer-events:none;display:none;will-change:transform';
		this.host.dataset['testid'] = 'tiles';
		place.append(this.host);
	}

	/** Puts them on the screen, or takes them off. */
	setShown(isShown: boolean): void {
		setStyle(this.host.style, 'display', isShown ? '' : 'none');
	}

	/** Says whether there is a graphics processor, so that what is stretched can be smoothed. */
	setSmooth(isSmooth: boolean): void {
		this.isSmooth = isSmooth;
	}

	/** What lies under them: the ground's colour, or a veil of it over what plays beneath. */
	setGround({ colour, picture }: Ground): void {
		this.host.style.background = picture?.moves
			? `color-mix(in srgb, ${colour} ${picture.veil * 100}%, transparent)`
			: colour;
	}

	put(level: Level, tx: number, ty: number, picture: ImageBitmap): void {
		const key = keyOf(level.number, tx, ty);
		const before = this.tiles.get(key);
		if (before) {
			this.hand(before, picture);
			return;
		}
		const canvas = this.spare.pop() ?? newCanvas();
		this.hand(canvas, picture);
		const layer = this.layerOf(level, tx, ty);
		canvas.style.cssText = `position:absolute;left:${(tx - layer.tx) * TILE}px;top:${(ty - layer.ty) * TILE}px;width:var(--side);height:var(--side)`;
		layer.element.append(canvas);
		this.tiles.set(key, canvas);
	}

	/** The tile is put together aside, for a canvas that is painted on costs something in every frame from then on. */
	patch(key: string, patches: readonly Patch[]): void {
		const tile = this.tiles.get(key);
		if (!tile) return;
		const aside = (this.aside ??= new OffscreenCanvas(TILE, TILE));
		const ctx = aside.getContext('2d')!;
		ctx.drawImage(tile, 0, 0);
		for (const { x, y, bitmap } of patches) {
			ctx.clearRect(x, y, bitmap.width, bitmap.height);
			ctx.drawImage(bitmap, x, y);
		}
		this.hand(tile, aside.transferToImageBitmap());
	}

	/**
	 * Makes canvases in advance, a few at a time, until there are so many; returns whether there are. Memory that comes with opening the
	 * board is not reckoned to the moving about that follows.
	 */
	reserve(count: number): boolean {
		const missing = count - this.tiles.size - this.spare.length;
		for (let i = 0; i < Math.min(missing, AT_ONCE); i++) {
			const [canvas, blank] = [newCanvas(), new OffscreenCanvas(TILE, TILE)];
			blank.getContext('2d');
			this.hand(canvas, blank.transferToImageBitmap());
			this.spare.push(canvas);
		}
		return missing <= AT_ONCE;
	}

	remove(key: string): void {
		const canvas = this.tiles.get(key);
		if (!canvas) return;
		canvas.remove();
		this.spare.push(canvas);
		this.tiles.delete(key);
	}

	removeLevel(level: Level): void {
		this.layers.get(level.number)?.element.remove();
		this.layers.delete(level.number);
	}

	/** The whole sheet, shown where tiles are missing. */
	setOverview(box: Box, scale: number, picture: ImageBitmap): SheetOverview {
		const canvas = this.overview?.canvas ?? document.createElement('canvas');
		[canvas.width, canvas.height] = [picture.width, picture.height];
		canvas.getContext('bitmaprenderer')!.transferFromImageBitmap(picture);
		if (!this.overview) {
			canvas.style.cssText = `${LAYER};display:none`;
			makeMovable(canvas);
			this.host.prepend(canvas);
		}
		canvas.style.width = `${canvas.width}px`;
		canvas.style.height = `${canvas.height}px`;
		return (this.overview = { box, scale, canvas });
	}

	/** Takes everything off the screen, as when another sheet is shown. */
	clear(): void {
		for (const key of [...this.tiles.keys()]) this.remove(key);
		this.host.replaceChildren();
		this.layers.clear();
		this.overview = undefined;
	}

	destroy(): void {
		this.clear();
		this.host.remove();
	}

	/**
	 * Moves everything to where the view has it.
	 * @param has whether there is an up-to-date tile of the wanted level
	 * @returns whether the wanted level has all that is in view; where not, others are seen behind it
	 */
	show(shown: Shown, has: (tx: number, ty: number) => boolean): boolean {
		const { level: wanted, view, size, ratio } = shown;
		const k = view.scale * ratio;
		const box = seen(view, size);
		const isWhole = coversAll(wanted, box, has);
		const behind = isWhole ? { levels: [], isWhole } : this.behind(wanted, k, box);
		const visible = new Set(behind.levels).add(wanted);
		for (const layer of this.layers.values()) {
			setStyle(layer.element.style, 'display', visible.has(layer.level) ? '' : 'none');
			if (visible.has(layer.level)) this.moveLayer(layer, shown);
		}
		// The wanted one lies over the others.
		const top = this.layers.get(wanted.number)?.element;
		if (top && top !== this.host.lastChild) this.host.append(top);
		if (this.overview) {
			const { canvas, box, scale } = this.overview;
			setStyle(canvas.style, 'display', behind.isWhole ? 'none' : '');
			setStyle(canvas.style, 'imageRendering', this.isSmooth ? '' : 'pixelated');
			const [x, y] = [(box.x - view.x) * view.scale, (box.y - view.y) * view.scale];
			if (!behind.isWhole)
				setStyle(canvas.style, 'transform', `translate(${x}px,${y}px) scale(${view.scale / scale})`);
		}
		return isWhole;
	}

	/**
	 * The levels that are seen where the wanted one has gaps, those of the nearest scales; and whether nothing can be seen behind
	 * them, so that the browser need not paint what lies there.
	 */
	private behind(wanted: Level, k: number, box: Box): { levels: Level[]; isWhole: boolean } {
		const away = ({ scale }: Level): number => Math.abs(Math.log2(scale / k));
		const others = [...this.layers.values()].map(({ level }) => level).filter((level) => level !== wanted);
		const levels: Level[] = [];
		for (const level of others.sort((a, b) => away(a) - away(b)).slice(0, BEHIND)) {
			levels.push(level);
			if (coversAll(level, box, (tx, ty) => this.tiles.has(keyOf(level.number, tx, ty))))
				return { levels, isWhole: true };
		}
		return { levels, isWhole: false };
	}

	private moveLayer(layer: Layer, { view, ratio }: Shown): void {
		const { level, element, tx, ty } = layer;
		const k = view.scale * ratio;
		const isExact = level.scale === k;
		// At rest tiles lie on whole pixels, so that they are as sharp as they were painted.
		const place = (value: number): number => (isExact ? Math.round(value) : value);
		const side = isExact ? TILE : (TILE * k) / level.scale;
		const x = (place(-view.x * k) + tx * side) / ratio;
		const y = (place(-view.y * k) + ty * side) / ratio;
		setStyle(element.style, 'transform', `translate(${x}px,${y}px) scale(${side / TILE / ratio})`);
		const wide = `${isExact ? TILE : TILE + LAP}px`;
		if (layer.wide !== wide) element.style.setProperty('--side', (layer.wide = wide));
		// Pixel for pixel there is nothing to smooth, and the browser is not to try: that takes twice as long.
		setStyle(element.style, 'imageRendering', this.isSmooth && !isExact ? '' : 'pixelated');
	}

	private layerOf(level: Level, tx: number, ty: number): Layer {
		let layer = this.layers.get(level.number);
		if (!layer) {
			const element = document.createElement('div');
			element.style.cssText = `${LAYER};--side:${TILE}px;display:none`;
			makeMovable(element);
			this.host.append(element);
			this.layers.set(level.number, (layer = { level, element, tx, ty, wide: `${TILE}px` }));
		}
		return layer;
	}

	private hand(canvas: HTMLCanvasElement, picture: ImageBitmap): void {
		canvas.getContext('bitmaprenderer')!.transferFromImageBitmap(picture);
	}
}

function newCanvas(): HTMLCanvasElement {
	const canvas = document.createElement('canvas');
	[canvas.width, canvas.height] = [TILE, TILE];
	return canvas;
}

/** Whether there are tiles for all of a box, board units. */
function coversAll({ scale }: Level, box: Box, has: (tx: number, ty: number) => boolean): boolean {
	const side = TILE / scale;
	if ((box.w / side) * (box.h / side) > MAX_TILES) return false;
	for (let ty = Math.floor(box.y / side); ty * side < box.y + box.h; ty++)
		for (let tx = Math.floor(box.x / side); tx * side < box.x + box.w; tx++) if (!has(tx, ty)) return false;
	return true;
}
