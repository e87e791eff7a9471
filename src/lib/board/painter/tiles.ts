/**
 * Shows the board as tiles that a worker paints: the page itself only says where they are, whatever the number
 * of objects. While the scale changes, tiles of other scales and the overview are shown stretched; when the
 * view has come to rest, tiles of exactly its scale replace them.
 */
import { plainGround, type Ground } from '$core/board/ground';
import type { BoardModel } from '$core/board/model/model';
import { overlaps } from '$core/geometry/box';
import { seen, type Size, type View } from '$core/geometry/view';
import { whenIdle } from '../idle';
import { DirectPainter } from './direct';
import { faceSources } from './faces';
import { HandOver } from './hand-over';
import { MotionTracker } from './motion-tracker';
import type { Painter, SheetPicture } from './painter';
import { TILE, type Edited, type FromWorker, type ToWorker } from './protocol';
import type { SceneCanvas } from './scene-canvas';
import { TileLayers, type SheetOverview } from './tile-layers';
import { TileStore, type Level } from './tile-store';

/** How long the scale has to stay the same before tiles of exactly that scale are wanted, ms. */
const REST_DELAY_MS = 100;

export class TilePainter implements Painter {
	readonly name = 'tiles';
	blanks = 0;
	private readonly worker: Worker;
	private readonly layers: TileLayers;
	private readonly store: TileStore;
	/** Paints until the worker has caught up with the start. */
	private direct: DirectPainter | undefined;
	private overview: SheetOverview | undefined;
	private small: ImageBitmap | undefined;
	/** How many overviews came. */
	private pictures = 0;
	private sheet = '';
	private ground: Ground = plainGround('slate');
	private view: View = { x: 0, y: 0, scale: 1 };
	private size: Size = { w: 0, h: 0 };
	private ratio = 1;
	private level: Level | undefined;
	private lifted: readonly string[] = [];
	private editing: Edited | undefined;
	private seq = 0;
	/** Callbacks that wait for the worker to have shown everything up to a number. */
	private waiting: { seq: number; shown: () => void }[] = [];
	private frame: number | undefined;
	private readonly motion = new MotionTracker(
		(moves) => this.say({ is: 'pace', moves }),
		undefined,
		() => this.lifted.length > 0,
	);
	private readonly scaling = new MotionTracker((scales) => !scales && this.wantExact(), REST_DELAY_MS);
	private readonly handing: HandOver;
	private reserving = { cancel: () => {} };
	private viewSent = '';
	private isGone = false;
	/** Whether there is no worker any more. */
	private isAlone = false;

	constructor(
		private readonly canvas: SceneCanvas,
		private readonly model: BoardModel,
		private readonly boardId: string,
		private readonly groundOn: (sheet: string) => Ground,
		/** Told when there is a new picture of the sheet, or there will never be one. */
		private readonly onpicture: () => void = () => {},
		/**
		 * Told once when tiles cannot be painted any more, and of the first object that cannot be
		 * painted.
		 */
		private readonly ontrouble: () => void = () => {},
	) {
		this.layers = new TileLayers(canvas.place);
		this.store = new TileStore(this.layers);
		this.direct = this.newDirect();
		this.worker = new Worker(new URL('../../../workers/tiles.ts', import.meta.url), { type: 'module' });
		this.worker.onmessage = ({ data }: MessageEvent<FromWorker>) => this.hear(data);
		this.worker.onerror = ({ message }) => this.fallBackToDirect(message);
		this.say({ is: 'start', faces: faceSources(), ratio: devicePixelRatio, boardId });
		this.handing = new HandOver(
			model,
			(objects) => this.say({ is: 'objects', ...objects, seq: ++this.seq }),
			() => this.ask(),
		);
		void this.handing.all(() => (this.isGone || this.isAlone ? undefined : this.sheet));
	}

	get isBusy(): boolean {
		return (this.direct !== undefined && !this.isAlone) || this.motion.moves;
	}

	get makesPicture(): boolean {
		return !this.isAlone;
	}

	setSheet(sheet: string): void {
		this.sheet = sheet;
		this.direct?.setSheet(sheet);
		this.showSheet();
	}

	setView(view: View, size: Size, pixelRatio: number): void {
		const before = this.view.scale * this.ratio;
		if (view !== this.view) this.motion.move();
		this.view = view;
		this.size = size;
		this.ratio = pixelRatio;
		this.store.fit({ w: size.w * pixelRatio, h: size.h * pixelRatio });
		this.direct?.setView(view, size, pixelRatio);
		this.wantLevel(view.scale * pixelRatio !== before);
		this.takeOverIfMoving();
		this.ask();
	}

	apply(changed: Iterable<string>, removed: Iterable<string>): void {
		this.direct?.apply(changed, removed);
		this.handing.note(changed, removed);
		if (JSON.stringify(this.groundOn(this.sheet)) !== JSON.stringify(this.ground)) this.showSheet();
		this.ask();
	}

	lift(ids: Iterable<string>): void {
		this.lifted = [...ids];
		if (this.lifted.length > 0) this.motion.move();
		this.direct?.lift(this.lifted);
		this.hide();
	}

	drop(shown: () => void): void {
		this.lifted = [];
		// What was written with the drop has to reach the worker before it shows the objects again.
		this.handing.now();
		this.hide();
		if (this.direct) this.direct.drop(shown);
		else this.waiting.push({ seq: this.seq, shown });
	}

	setEditing(id: string | undefined, part?: string): void {
		this.editing = id === undefined ? undefined : { id, part };
		this.direct?.setEditing(id, part);
		this.handing.now();
		this.hide();
	}

	picture(): SheetPicture | undefined {
		const { overview, small, pictures } = this;
		return overview && small && { image: small, box: overview.box, version: pictures };
	}

	destroy(): void {
		this.isGone = true;
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		this.scaling.destroy();
		this.motion.destroy();
		this.reserving.cancel();
		this.worker.terminate();
		this.direct?.destroy();
		this.layers.destroy();
	}

	/** Without the worker the board is painted direct: slower, and just as right. */
	private fallBackToDirect(message: string | undefined): void {
		if (this.isAlone) return;
		this.worker.terminate();
		this.isAlone = true;
		this.paintDirect();
		for (const { shown } of this.waiting.splice(0)) shown();
		this.onpicture();
		// One that cannot be loaded, without a network say, says nothing; one that broke is a fault.
		if (!message) return;
		reportError(new Error(`The worker that paints tiles stopped: ${message}`));
		this.ontrouble();
	}

	private newDirect(): DirectPainter {
		return new DirectPainter(this.canvas, this.model, this.boardId, this.groundOn, this.ontrouble);
	}

	private say(message: ToWorker): void {
		if (!this.isAlone) this.worker.postMessage(message);
	}

	private hide(): void {
		this.say({ is: 'hide', ids: [...this.lifted], editing: this.editing, seq: ++this.seq });
	}

	private showSheet(): void {
		this.ground = this.groundOn(this.sheet);
		this.store.clear();
		this.layers.setGround(this.ground);
		this.overview = undefined;
		this.level = undefined;
		this.viewSent = '';
		this.say({ is: 'sheet', sheet: this.sheet, ground: this.ground });
		// Until the first tiles of this sheet are here, it is painted direct.
		if (this.size.w > 0) this.paintDirect();
		this.wantLevel(true);
		this.ask();
	}

	private paintDirect(): void {
		if (this.direct) return;
		this.canvas.setShown(true);
		this.layers.setShown(false);
		this.direct = this.newDirect();
		this.direct.lift(this.lifted);
		this.direct.setEditing(this.editing?.id, this.editing?.part);
		this.direct.setSheet(this.sheet);
		this.direct.setView(this.view, this.size, this.ratio);
	}

	/** Decides which level is wanted: that of the view once it rests, and a near one while it changes. */
	private wantLevel(isZooming: boolean): void {
		const scale = this.view.scale * this.ratio;
		if (!this.level) this.level = this.store.levelAt(scale);
		else if (isZooming && scale !== this.level.scale) {
			const step = 2 ** Math.round(Math.log2(scale));
			const gap = Math.abs(Math.log2(scale / this.level.scale));
			if (gap > 1) this.level = this.store.levelAt(step);
			this.scaling.move();
		}
	}

	/** The scale rests: tiles of exactly that scale. */
	private wantExact(): void {
		this.level = this.store.levelAt(this.view.scale * this.ratio);
		this.ask();
	}

	private sendView(): void {
		if (!this.level || this.size.w === 0) return;
		const box = seen(this.view, this.size);
		const { number, scale } = this.level;
		const side = TILE / scale;
		// Only a view that needs other tiles is news to the worker.
		const edges = [box.x / side, box.y / side, (box.x + box.w) / side, (box.y + box.h) / side].map(
			Math.floor,
		);
		const key = [number, ...edges].join();
		if (key === this.viewSent) return;
		this.viewSent = key;
		const isExact = scale === this.view.scale * this.ratio;
		this.say({ is: 'view', level: number, scale, ratio: this.ratio, box, isExact });
	}

	private hear(message: FromWorker): void {
		if ('sheet' in message && message.sheet !== this.sheet) return;
		switch (message.is) {
			case 'tile': {
				const level = this.store.levels.get(message.level);
				if (level) this.store.put(level, message.tx, message.ty, message.bitmap);
				break;
			}
			case 'patches':
				this.store.patch(message.patches);
				break;
			case 'stale':
				this.store.markStale(message.keys);
				this.viewSent = '';
				break;
			case 'overview':
				this.overview = this.layers.setOverview(message.box, message.scale, message.bitmap);
				this.small?.close();
				this.small = message.small;
				this.pictures++;
				this.onpicture();
				this.takeOverIfMoving();
				break;
			case 'covered':
				if (message.level === this.level?.number) this.takeOver();
				break;
			case 'failed':
				this.fallBackToDirect(message.message);
				break;
			case 'graphics':
				this.layers.setSmooth(message.isThere);
				break;
			case 'done': {
				const done = this.waiting.filter(({ seq }) => seq <= message.seq);
				this.waiting = this.waiting.filter(({ seq }) => seq > message.seq);
				// The tiles are here: they are painted and the live layer lets go in the same frame.
				if (done.length > 0) this.paint();
				for (const { shown } of done) shown();
				break;
			}
		}
		this.ask();
	}

	/** Painting direct is for a view that rests: while it moves, even a rough picture is better. */
	private takeOverIfMoving(): void {
		if (this.motion.moves && this.overview) this.takeOver();
	}

	/** From here on the tiles are shown. */
	private takeOver(): void {
		if (!this.direct || this.isAlone) return;
		this.direct.destroy();
		this.direct = undefined;
		this.paint();
		this.layers.setShown(true);
		this.canvas.setShown(false);
		performance.mark('tiles shown');
		this.reserve();
	}

	/** Makes what tiles are shown on in advance, when nothing else is to be done. */
	private reserve(): void {
		this.reserving.cancel();
		this.reserving = whenIdle(() => {
			if (!this.layers.reserve(this.store.needed)) this.reserve();
		});
	}

	private ask(): void {
		this.frame ??= requestAnimationFrame(() => this.paint());
	}

	private paint(): void {
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		this.frame = undefined;
		this.handing.some(this.motion.moves);
		this.sendView();
		if (this.direct || !this.level) return;
		const { level, view, size, ratio, overview } = this;
		const isWhole = this.layers.show({ level, view, size, ratio }, (tx, ty) => this.store.has(level, tx, ty));
		if (!isWhole && !overview) {
			const extent = this.model.extent(this.sheet);
			if (extent && overlaps(extent, seen(view, size))) this.blanks++;
		}
		const gone = this.store.trim(level, view.scale * ratio);
		if (gone.length > 0) this.say({ is: 'forget', keys: gone });
	}
}

/** Whether this browser can paint in a worker. */
export const canPaintTiles = (): boolean =>
	typeof Worker !== 'undefined' &&
	typeof OffscreenCanvas !== 'undefined' &&
	typeof ImageBitmapRenderingContext !== 'undefined' &&
	'transferToImageBitmap' in OffscreenCanvas.prototype &&
	typeof createImageBitmap !== 'undefined';
