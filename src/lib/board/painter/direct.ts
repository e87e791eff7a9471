/**
 * Draws what is in view anew whenever something changed, at most once a frame. What is in view is found
 * through the model's spatial index; drawings are kept until their object changes.
 */
import type { Drawing, SceneContext } from '$core/board/drawing';
import type { Ground } from '$core/board/ground';
import { drawingOf } from '$core/board/kinds';
import type { BoardModel } from '$core/board/model/model';
import { PaintOrder, sceneContext } from '$core/board/scene';
import { inflate } from '$core/geometry/box';
import { seen, type Size, type View } from '$core/geometry/view';
import { browserMeasure } from '../measure';
import { paintGround } from './grain';
import { fileAddress, Images } from './images';
import type { Painter } from './painter';
import type { Edited } from './protocol';
import { isCoarse, paintDrawing } from './primitives';
import type { SceneCanvas } from './scene-canvas';

/** Painting that takes longer than this is slow, ms; how many times as long nothing is painted after it, but for a moved view. */
const SLOW_MS = 25;
const REST_FACTOR = 5;

export class DirectPainter implements Painter {
	readonly name = 'direct';
	/** What is drawn at once is never blank. */
	readonly blanks = 0;
	readonly isBusy = false;
	readonly makesPicture = false;
	/** Drawings by object: with everything, and without what cannot be seen from far. */
	private readonly drawings = { fine: new Map<string, Drawing>(), coarse: new Map<string, Drawing>() };
	private readonly order: PaintOrder;
	private readonly images: Images;
	private sheet = '';
	private context: SceneContext | undefined;
	private view: View = { x: 0, y: 0, scale: 1 };
	private size: Size = { w: 0, h: 0 };
	private ratio = 1;
	private lifted = new Set<string>();
	private editing: Edited | undefined;
	private frame: number | undefined;
	private later: ReturnType<typeof setTimeout> | undefined;
	/** How long painting took the last time, ms. */
	private took = 0;
	private isFirst = true;

	constructor(
		private readonly canvas: SceneCanvas,
		private readonly model: BoardModel,
		boardId: string,
		private readonly groundOn: (sheet: string) => Ground,
		/** Told of the first object that cannot be painted. */
		private readonly ontrouble: () => void = () => {},
	) {
		this.images = new Images(
			(file, width) => fileAddress(boardId, file, width),
			() => this.ask(),
		);
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
			this.canvas.resize(size, pixelRatio);
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
		this.askCalmly();
	}

	lift(ids: Iterable<string>): void {
		this.lifted = new Set(ids);
		this.ask();
	}

	drop(shown: () => void): void {
		this.lifted.clear();
		// At once, so that what is put down does not vanish for a frame.
		this.paint();
		shown();
	}

	setEditing(id: string | undefined, part?: string): void {
		this.editing = id === undefined ? undefined : { id, part };
		this.ask();
	}

	picture(): undefined {
		return undefined;
	}

	destroy(): void {
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		clearTimeout(this.later);
	}

	private get ground(): Ground {
		return this.groundOn(this.sheet);
	}

	private refreshContext(): void {
		this.canvas.setClear(this.ground.picture?.moves ?? false);
		if (this.context?.surface === this.ground.surface) return;
		this.context = sceneContext(this.model, this.ground.surface, browserMeasure);
		this.forget();
	}

	private forget(): void {
		this.drawings.fine.clear();
		this.drawings.coarse.clear();
	}

	private ask(): void {
		this.frame ??= requestAnimationFrame(() => this.paint());
	}

	/** What others change on a board that takes long to paint must not take all the time there is. */
	private askCalmly(): void {
		if (this.took < SLOW_MS) this.ask();
		else this.later ??= setTimeout(() => this.ask(), this.took * REST_FACTOR);
	}

	private paint(): void {
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		this.frame = undefined;
		clearTimeout(this.later);
		this.later = undefined;
		const start = performance.now();
		const { view, size, ratio } = this;
		const { ctx, width, height } = this.canvas;
		const base = { scale: view.scale * ratio, x: view.x, y: view.y, ratio };
		paintGround(ctx, this.ground, base, width, height, this.images);
		const coarse = isCoarse(base);
		const context = { ...this.context!, coarse };
		const drawings = coarse ? this.drawings.coarse : this.drawings.fine;
		ctx.textBaseline = 'alphabetic';
		const inView = this.order.sort(this.model.touching(this.sheet, inflate(seen(view, size), 8)));
		for (const object of inView) {
			if (this.lifted.has(object.id)) continue;
			// One that cannot be painted must not keep all that lies above it from being painted.
			try {
				let drawing = drawings.get(object.id);
				if (!drawing) drawings.set(object.id, (drawing = drawingOf(object, context)));
				const editing = object.id === this.editing?.id ? this.editing : undefined;
				paintDrawing(ctx, drawing, base, editing, this.images);
			} catch (error) {
				this.report(object.id, error);
			}
		}
		this.took = performance.now() - start;
		if (this.isFirst && inView.length > 0) {
			this.isFirst = false;
			performance.mark('board painted');
		}
	}

	private readonly reported = new Set<string>();

	private report(id: string, error: unknown): void {
		if (this.reported.has(id)) return;
		this.reported.add(id);
		reportError(error);
		if (this.reported.size === 1) this.ontrouble();
	}
}
