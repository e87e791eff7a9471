/**
 * The whole sheet in one picture, so that there is always something to show: first a rough one, every object a spot of its
 * colour, which is there in no time however many there are; then, in slices, one that is painted like the tiles.
 */
import type { Ground } from '$core/board/ground';
import type { RenderBoard } from '$core/board/model/plain';
import { inflate, type Box } from '$core/geometry/box';
import { isCoarse, paintDrawing } from '$lib/board/painter/primitives';
import type { Images } from '$lib/board/painter/images';
import { SMALL } from '$lib/board/painter/protocol';
import { paintSpots } from '$lib/board/painter/spots';

/** Longest side and scale, pixels and pixels a unit. */
const SIDE = 2048;
const SCALE = 0.5;
/** How often it is sent anew at most, ms. */
const SEND_INTERVAL_MS = 400;
/** Objects, and parts that are out of date, painted at one go. */
const SLICE = 500;
const PARTS = 100;
/** Room round a dirty part for soft edges, pixels. */
const SOFT = 2;

/** What is to be painted now. */
export interface Scene {
	board: RenderBoard;
	sheet: string;
	ground: Ground;
	/** Whether something plays beneath: then nothing is painted where nothing lies. */
	isClear: boolean;
	hidden: ReadonlySet<string>;
	images: Images | undefined;
}

type Canvas = OffscreenCanvasRenderingContext2D;
type Send = (sheet: string, box: Box, scale: number, bitmap: ImageBitmap) => void;

interface Picture {
	ctx: Canvas;
	box: Box;
	scale: number;
}

export class Overview {
	private done: Picture | undefined;
	/** The one being made, and the ids that are still to be painted on it. */
	private next: { picture: Picture; ids: string[]; at: number } | undefined;
	private dirty: Box[] = [];
	private sentAt = -Infinity;
	private isSent = false;
	/** Whether the page has a picture of this sheet. */
	private isThere = false;
	private sentScale = 0;

	/** @param scene what there is to paint at this moment */
	constructor(
		private readonly scene: () => Scene,
		private readonly send: Send,
	) {}

	/** Starts anew, as for another sheet. */
	reset(): void {
		this.isThere = false;
		this.restart();
	}

	/** Notes that a part of the sheet looks different. */
	touch(box: Box): void {
		this.isSent = false;
		const picture = this.next?.picture ?? this.done;
		if (!picture) return;
		const { x, y, w, h } = picture.box;
		const isInside = box.x >= x && box.y >= y && box.x + box.w <= x + w && box.y + box.h <= y + h;
		if (isInside) this.dirty.push(box);
		else this.restart();
	}

	/** Whether the page has nothing of this sheet yet. */
	get isMissing(): boolean {
		return !this.isThere;
	}
	/** Pixels a board unit of the picture that the page has; 0 when it has none. */
	get scale(): number {
		return this.isThere ? this.sentScale : 0;
	}
	/** Whether there is work now. */
	get isDue(): boolean {
		return !this.isSent && (this.next !== undefined || performance.now() - this.sentAt > SEND_INTERVAL_MS);
	}
	/** Time until there may be work, ms; undefined when there is none. */
	get waits(): number | undefined {
		return this.isSent ? undefined : SEND_INTERVAL_MS;
	}

	/** Every object as a spot of its colour. */
	async sketch(): Promise<void> {
		const { board, sheet, ground, hidden } = this.scene();
		const { ctx, box, scale } = this.blank();
		ctx.setTransform(scale, 0, 0, scale, -box.x * scale, -box.y * scale);
		const shown = board.inOrderOn(sheet).flatMap((id) => (hidden.has(id) ? [] : board.find(id)!));
		paintSpots(ctx, shown, ground.surface);
		await this.hand(sheet, { ctx, box, scale });
	}

	/** A slice of the work. */
	async step(): Promise<void> {
		if (!this.done && !this.next) {
			const { board, sheet } = this.scene();
			this.next = { picture: this.blank(), ids: board.inOrderOn(sheet), at: 0 };
		} else if (this.next) this.continueOverview();
		else await this.mend();
	}

	private continueOverview(): void {
		const { board, ground } = this.scene();
		const { picture, ids, at } = this.next!;
		const slice = ids.slice(at, at + SLICE);
		this.paint(picture, board.drawingsOf(slice, ground.surface, isCoarse(picture)));
		this.next!.at += SLICE;
		if (this.next!.at < ids.length) return;
		this.done = picture;
		this.next = undefined;
	}

	/** Paints what changed, and sends the picture when nothing is left. */
	private async mend(): Promise<void> {
		const { board, sheet, ground } = this.scene();
		const picture = this.done!;
		const { ctx, box, scale } = picture;
		for (const part of this.dirty.splice(0, PARTS)) {
			const padded = inflate(part, SOFT / scale);
			ctx.save();
			ctx.setTransform(scale, 0, 0, scale, -box.x * scale, -box.y * scale);
			ctx.beginPath();
			ctx.rect(padded.x, padded.y, padded.w, padded.h);
			ctx.clip();
			this.clear(ctx, padded);
			this.paint(picture, board.drawingsIn(sheet, padded, ground.surface, isCoarse({ scale })));
			ctx.restore();
		}
		if (this.dirty.length > 0) return;
		this.isSent = true;
		this.sentAt = performance.now();
		await this.hand(sheet, picture);
	}

	private async hand(sheet: string, { ctx, box, scale }: Picture): Promise<void> {
		this.isThere = true;
		this.sentScale = scale;
		this.send(sheet, box, scale, await createImageBitmap(ctx.canvas));
	}

	private restart(): void {
		this.done = undefined;
		this.next = undefined;
		this.dirty = [];
		this.isSent = false;
	}

	/** An empty picture of the sheet, with some room round what lies there. */
	private blank(): Picture {
		const { board, sheet, isClear } = this.scene();
		const extent = board.extent(sheet);
		const box = inflate(extent ?? { x: 0, y: 0, w: 1, h: 1 }, Math.max(200, (extent?.w ?? 0) * 0.05));
		const scale = Math.min(SCALE, SIDE / box.w, SIDE / box.h);
		const canvas = new OffscreenCanvas(Math.ceil(box.w * scale), Math.ceil(box.h * scale));
		const ctx = canvas.getContext('2d', { alpha: isClear })!;
		this.clear(ctx, { x: 0, y: 0, w: canvas.width, h: canvas.height });
		return { ctx, box, scale };
	}

	/** Nothing but the ground. */
	private clear(ctx: Canvas, { x, y, w, h }: Box): void {
		const { isClear, ground } = this.scene();
		ctx.clearRect(x, y, w, h);
		if (isClear) return;
		ctx.fillStyle = ground.colour;
		ctx.fillRect(x, y, w, h);
	}

	private paint({ ctx, box, scale }: Picture, parts: ReturnType<RenderBoard['drawingsIn']>): void {
		const { hidden, images } = this.scene();
		const base = { scale, x: box.x, y: box.y };
		for (const { id, drawing } of parts)
			if (!hidden.has(id)) paintDrawing(ctx, drawing, base, undefined, images);
		ctx.setTransform(1, 0, 0, 1, 0, 0);
	}
}

/** A picture small enough for the page to paint it in no time. */
export function shrunk(picture: ImageBitmap): ImageBitmap {
	const k = Math.min(1, SMALL.w / picture.width, SMALL.h / picture.height);
	const canvas = new OffscreenCanvas(Math.ceil(picture.width * k), Math.ceil(picture.height * k));
	const ctx = canvas.getContext('2d')!;
	ctx.imageSmoothingQuality = 'medium';
	ctx.drawImage(picture, 0, 0, canvas.width, canvas.height);
	return canvas.transferToImageBitmap();
}
