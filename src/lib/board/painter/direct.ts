/**
 * Draws what is in view anew whenever something changed, at most once a frame. What is in view is found
 * through the model's spatial index; drawings are kept until their object changes.
 */
import { SURFACE_COLOURS, type Surface } from '$core/board/colours';
import type { Drawing, SceneContext } from '$core/board/drawing';
import { drawingOf } from '$core/board/kinds';
import type { BoardModel } from '$core/board/model';
import { PaintOrder, sceneContext } from '$core/board/scene';
import { inflate } from '$core/geometry/box';
import { seen, type Size, type View } from '$core/geometry/view';
import { browserMeasure } from '../measure';
import type { Painter } from './painter';
import { isCoarse, paintDrawing } from './primitives';

/** Distance of the grid of dots, in board units. */
const GRAIN = 32;
const GRAIN_LEAST_PIXELS = 14;

export class DirectPainter implements Painter {
	private readonly ctx: CanvasRenderingContext2D;
	/** Drawings by object: with everything, and without what cannot be seen from far. */
	private readonly drawings = { fine: new Map<string, Drawing>(), coarse: new Map<string, Drawing>() };
	private readonly order: PaintOrder;
	private sheet = '';
	private context: SceneContext | undefined;
	private view: View = { x: 0, y: 0, scale: 1 };
	private size: Size = { w: 0, h: 0 };
	private ratio = 1;
	private lifted = new Set<string>();
	private editing: string | undefined;
	private frame: number | undefined;
	private isFirst = true;

	constructor(
		private readonly canvas: HTMLCanvasElement,
		private readonly model: BoardModel,
	) {
		this.ctx = canvas.getContext('2d', { alpha: false })!;
		this.order = new PaintOrder(model);
	}

	setSheet(sheet: string): void {
		this.sheet = sheet;
		this.forget();
		this.refreshContext();
		this.ask();
	}

	setView(view: View, size: Size, pixelRatio: number): void {
		this.view = view;
		if (size.w !== this.size.w || size.h !== this.size.h || pixelRatio !== this.ratio) {
			this.size = size;
			this.ratio = pixelRatio;
			this.canvas.width = Math.round(size.w * pixelRatio);
			this.canvas.height = Math.round(size.h * pixelRatio);
			// A resized canvas is blank: it is filled again before the browser shows it.
			this.paint();
			return;
		}
		this.ask();
	}

	apply(changed: Iterable<string>, removed: Iterable<string>): void {
		for (const ids of [changed, removed]) {
			for (const id of ids) {
				this.drawings.fine.delete(id);
				this.drawings.coarse.delete(id);
			}
		}
		this.order.apply(changed);
		this.refreshContext();
		this.ask();
	}

	lift(ids: Iterable<string>): void {
		this.lifted = new Set(ids);
		this.ask();
	}

	drop(): void {
		this.lifted.clear();
		// At once, so that what is put down does not vanish for a frame.
		this.paint();
	}

	setEditing(id: string | undefined): void {
		this.editing = id;
		this.ask();
	}

	destroy(): void {
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
	}

	private get surface(): Surface {
		return this.model.sheets.find((sheet) => sheet.id === this.sheet)?.surface ?? 'slate';
	}

	private refreshContext(): void {
		if (this.context?.surface === this.surface) return;
		this.context = sceneContext(this.model, this.surface, browserMeasure);
		this.forget();
	}

	private forget(): void {
		this.drawings.fine.clear();
		this.drawings.coarse.clear();
	}

	private ask(): void {
		this.frame ??= requestAnimationFrame(() => this.paint());
	}

	private paint(): void {
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		this.frame = undefined;
		const { ctx, view, size, ratio } = this;
		ctx.setTransform(1, 0, 0, 1, 0, 0);
		ctx.fillStyle = SURFACE_COLOURS[this.surface].ground;
		ctx.fillRect(0, 0, this.canvas.width, this.canvas.height);
		this.paintGrain();
		const base = { scale: view.scale * ratio, x: view.x, y: view.y };
		const coarse = isCoarse(base.scale);
		const context = { ...this.context!, coarse };
		const drawings = coarse ? this.drawings.coarse : this.drawings.fine;
		ctx.textBaseline = 'alphabetic';
		const inView = this.order.sort(this.model.touching(this.sheet, inflate(seen(view, size), 8)));
		for (const object of inView) {
			if (this.lifted.has(object.id)) continue;
			let drawing = drawings.get(object.id);
			if (!drawing) drawings.set(object.id, (drawing = drawingOf(object, context)));
			paintDrawing(ctx, drawing, base, object.id === this.editing);
		}
		if (this.isFirst && inView.length > 0) {
			this.isFirst = false;
			performance.mark('board painted');
		}
	}

	private paintGrain(): void {
		const { ctx, view, size, ratio } = this;
		let step = GRAIN;
		while (step * view.scale < GRAIN_LEAST_PIXELS) step *= 4;
		ctx.setTransform(ratio, 0, 0, ratio, 0, 0);
		ctx.fillStyle = SURFACE_COLOURS[this.surface].grain;
		const pixels = step * view.scale;
		const x0 = -((view.x * view.scale) % pixels);
		const y0 = -((view.y * view.scale) % pixels);
		for (let y = y0; y < size.h; y += pixels) {
			for (let x = x0; x < size.w; x += pixels) ctx.fillRect(x - 0.75, y - 0.75, 1.5, 1.5);
		}
	}
}
