/** Paints drawings on a canvas. The canvas is already scaled to board units. */
import type { Drawing, Primitive } from '$core/board/drawing';
import { cssFont } from '../faces';
import type { Images } from './images';

/** Text smaller than this on the screen becomes bars, and below this zoom fine things are left out. */
const BARS_BELOW = 3.2;
const COARSE_BELOW = 0.1;

/** A canvas on the page, or one in a worker. */
export type Canvas2D = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** From board units to the canvas: pixels a unit, and the board point in its upper left corner. */
export interface Base {
	scale: number;
	x: number;
	y: number;
	/** Canvas pixels a CSS pixel, 1 when left out: a finer screen shows nothing that is too small for eyes. */
	ratio?: number;
}

/** Whether nothing but the largest forms can be seen. */
export const isCoarse = ({ scale, ratio = 1 }: Pick<Base, 'scale' | 'ratio'>): boolean =>
	scale / ratio < COARSE_BELOW;

/**
 * Paints one drawing. Sets the canvas's transform for it: cheaper than saving and restoring.
 * @param without the part whose text is left out, because it is being edited
 */
export function paintDrawing(
	ctx: Canvas2D,
	drawing: Drawing,
	base: Base,
	without?: { part?: string | undefined },
	images?: Images,
): void {
	const { box, items } = drawing;
	const k = base.scale;
	ctx.setTransform(k, 0, 0, k, (box.x - base.x) * k, (box.y - base.y) * k);
	if (box.angle) {
		ctx.translate(box.w / 2, box.h / 2);
		ctx.rotate((box.angle * Math.PI) / 180);
		ctx.translate(-box.w / 2, -box.h / 2);
	}
	const coarse = isCoarse(base);
	for (const item of items) {
		if (coarse && (item.fine || item.type === 'text')) continue;
		if (item.type === 'text') {
			if (!without || item.part !== without.part) paintText(ctx, item, k / (base.ratio ?? 1));
		} else if (item.type === 'image') paintImage(ctx, item, k, images);
		else if (item.type === 'glyph') paintGlyph(ctx, item);
		else paintShape(ctx, item, coarse);
	}
}

/** @param scale CSS pixels a board unit */
function paintText(ctx: Canvas2D, item: Extract<Primitive, { type: 'text' }>, scale: number): void {
	ctx.fillStyle = item.fill;
	if (item.size * scale < BARS_BELOW) {
		if (item.fine) return;
		ctx.globalAlpha = 0.45;
		ctx.fillRect(item.x, item.y - item.size * 0.5, item.width, item.size * 0.4);
		ctx.globalAlpha = 1;
		return;
	}
	ctx.font = cssFont(item.face, item.size);
	ctx.fillText(item.text, item.x, item.y);
}

/** A picture, or a grey place while it is not here yet. */
function paintImage(
	ctx: Canvas2D,
	item: Extract<Primitive, { type: 'image' }>,
	scale: number,
	images: Images | undefined,
): void {
	const [cx, cy, cw, ch] = item.crop;
	const image = images?.get(item.file, (item.w / (cw || 1)) * scale);
	if (!image) {
		ctx.fillStyle = '#8080804D';
		ctx.fillRect(item.x, item.y, item.w, item.h);
		return;
	}
	const { width, height } = image;
	ctx.drawImage(image, cx * width, cy * height, cw * width, ch * height, item.x, item.y, item.w, item.h);
}

/** Paths by their data: the same pictograms are painted over and over. */
const paths = new Map<string, Path2D>();
const MAX_PATHS = 500;

function paintGlyph(ctx: Canvas2D, item: Extract<Primitive, { type: 'glyph' }>): void {
	let path = paths.get(item.d);
	if (!path) {
		if (paths.size >= MAX_PATHS) paths.clear();
		paths.set(item.d, (path = new Path2D(item.d)));
	}
	ctx.save();
	ctx.translate(item.x, item.y);
	ctx.scale(item.scale, item.scale);
	if (item.fill !== undefined) {
		ctx.fillStyle = item.fill;
		ctx.fill(path);
	}
	if (item.stroke !== undefined) {
		ctx.strokeStyle = item.stroke;
		ctx.lineWidth = item.width ?? 1;
		ctx.lineJoin = 'round';
		ctx.lineCap = 'round';
		ctx.setLineDash([]);
		ctx.stroke(path);
	}
	ctx.restore();
}

function traceCurve(ctx: Canvas2D, points: readonly (readonly [number, number])[]): void {
	const [first] = points;
	if (first) ctx.moveTo(first[0], first[1]);
	for (let i = 1; i + 2 < points.length; i += 3) {
		const [a, b, c] = [points[i]!, points[i + 1]!, points[i + 2]!];
		ctx.bezierCurveTo(a[0], a[1], b[0], b[1], c[0], c[1]);
	}
}

function paintShape(
	ctx: Canvas2D,
	item: Exclude<Primitive, { type: 'text' | 'image' | 'glyph' }>,
	coarse: boolean,
): void {
	if (
		item.type === 'rect' &&
		(item.r === 0 || coarse) &&
		item.stroke === undefined &&
		item.fill !== undefined
	) {
		ctx.fillStyle = item.fill;
		ctx.fillRect(item.x, item.y, item.w, item.h);
		return;
	}
	ctx.beginPath();
	switch (item.type) {
		case 'rect':
			ctx.roundRect(item.x, item.y, item.w, item.h, item.r);
			break;
		case 'ellipse':
			ctx.ellipse(item.cx, item.cy, item.rx, item.ry, 0, 0, Math.PI * 2);
			break;
		case 'path':
			item.points.forEach(([x, y], i) => (i === 0 ? ctx.moveTo(x, y) : ctx.lineTo(x, y)));
			if (item.closed) ctx.closePath();
			break;
		case 'curve':
			traceCurve(ctx, item.points);
			if (item.closed) ctx.closePath();
			break;
	}
	if (item.fill !== undefined) {
		ctx.fillStyle = item.fill;
		ctx.fill();
	}
	if (item.stroke !== undefined) {
		ctx.strokeStyle = item.stroke;
		ctx.lineWidth = item.width ?? 1;
		ctx.lineJoin = 'round';
		ctx.lineCap = 'round';
		ctx.setLineDash(item.dash ? [...item.dash] : []);
		ctx.stroke();
	}
}
