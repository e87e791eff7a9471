/**
 * What is carried by the hand. Objects that only move are drawn once into a picture of their own, a canvas that lies
 * under the live one and is moved as a whole by the browser: two hundred notes cost as much as one. Connectors to what
 * stays are drawn anew.
 */
import { isConnector } from '$core/board/kinds/guards';
import { drawingOf } from '$core/board/kinds';
import type { BoardObject } from '$core/board/objects';
import { inPaintOrder } from '$core/board/scene';
import { inflate, unionOf, type Box } from '$core/geometry/box';
import type { Board } from './board.svelte';
import { fileAddress, Images } from './painter/images';
import { makeMovable } from './painter/movable';
import { paintDrawing, type Base } from './painter/primitives';
import { paintStill } from './painter/still';

/** Longest side of the picture, canvas pixels; more is painted coarser while it is on the move. */
const LONGEST = 4096;

interface Picture {
	canvas: HTMLCanvasElement;
	box: Box;
	/** Whom it shows, and at what scale it was asked for. */
	of: ReadonlySet<string>;
	scale: number;
	/** The scale that it was painted at: coarser where it would have been too large. */
	fine: number;
	ids: ReadonlySet<string>;
}

const editedIn = ({ writing }: Board, id: string): { part?: string | undefined } | undefined =>
	writing.id === id ? { part: writing.part } : undefined;

export class Lifted {
	private picture: Picture | undefined;

	private readonly images: Images;

	/** @param over the live canvas; the picture lies right under it */
	constructor(
		private readonly board: Board,
		private readonly over: HTMLCanvasElement,
	) {
		const { boardId } = board.room.info;
		this.images = new Images(
			(file, width) => fileAddress(boardId, file, width),
			() => {
				this.putAway();
				board.wake();
			},
		);
	}

	paint(ctx: CanvasRenderingContext2D, base: Base): void {
		const { board } = this;
		const ids = board.held.lifted.size > 0 ? board.held.lifted : undefined;
		if (!ids) {
			this.putAway();
			return;
		}
		const { moved } = board.held;
		if (moved) {
			// As fine as the screen, also where the live canvas is coarser for the moment.
			const ratio = devicePixelRatio;
			const scale = board.view.scale * ratio;
			const picture = this.pictureOf(ids, scale);
			const { box, canvas } = picture;
			// Whole screen pixels, so that it is as sharp as it was painted.
			const x = Math.round((box.x + moved.dx - base.x) * scale) / ratio;
			const y = Math.round((box.y + moved.dy - base.y) * scale) / ratio;
			canvas.style.transform = `translate(${x}px,${y}px)`;
			this.paintEach(
				[...ids].filter((id) => !picture.ids.has(id)),
				ctx,
				base,
			);
		} else {
			this.putAway();
			this.paintEach([...ids], ctx, base);
		}
	}

	/** Takes the picture off the screen. */
	putAway(): void {
		this.picture?.canvas.remove();
		this.picture = undefined;
	}

	private paintEach(ids: readonly string[], ctx: CanvasRenderingContext2D, base: Base): void {
		const { board } = this;
		const context = board.held.context;
		const hides = board.tools[board.tool].hides;
		const objects = ids
			.filter((id) => !hides?.(id))
			.flatMap((id) => board.held.shown(id) ?? [])
			.filter(({ sheet }) => sheet === board.sheet);
		for (const object of inPaintOrder(objects)) {
			paintDrawing(ctx, drawingOf(object, context), base, editedIn(board, object.id), this.images);
		}
	}

	/** Whether an object moves along as it is: what is not tied to, or a branch of, what stays. */
	private isCarried(object: BoardObject, ids: ReadonlySet<string>): boolean {
		if (!isConnector(object))
			return object.branchLine === undefined || ids.has(this.board.model.maps.parentOf(object.id)!);
		return object.ends.every(
			(end) => 'object' in end && ids.has(end.object) && !this.isConnector(end.object),
		);
	}

	private isConnector(id: string): boolean {
		return isConnector(this.board.model.find(id));
	}

	/** The picture, made when it is first asked for: everything at the place where it was taken up. */
	private pictureOf(ids: ReadonlySet<string>, scale: number): Picture {
		const before = this.picture;
		if (before && before.of === ids && before.scale === scale) return before;
		this.putAway();
		const { board } = this;
		// Put down already: the model has the new places, and the old ones lie back by the movement.
		const back = board.held.preview ? { dx: 0, dy: 0 } : (board.held.moved ?? { dx: 0, dy: 0 });
		const carried = [...ids]
			.flatMap((id) => board.model.find(id) ?? [])
			.filter((object) => this.isCarried(object, ids));
		const bounds = carried.flatMap((object) => board.model.boundsOf(object.id) ?? []);
		const round = inflate(unionOf(bounds) ?? { x: 0, y: 0, w: 1, h: 1 }, 6);
		const fine = Math.min(scale, LONGEST / round.w, LONGEST / round.h);
		const canvas = document.createElement('canvas');
		const context = { ...board.context, coarse: false };
		const base = { scale: fine, x: round.x, y: round.y, ratio: devicePixelRatio };
		const [w, h] = [Math.max(1, Math.ceil(round.w * fine)), Math.max(1, Math.ceil(round.h * fine))];
		paintStill(canvas, w, h, (ctx) => {
			for (const object of inPaintOrder(carried))
				paintDrawing(ctx, drawingOf(object, context), base, undefined, this.images);
		});
		const box = {
			...round,
			x: round.x - back.dx,
			y: round.y - back.dy,
			w: w / fine,
			h: h / fine,
		};
		canvas.style.cssText = 'position:absolute;left:0;top:0;pointer-events:none';
		canvas.style.imageRendering = fine === scale ? 'pixelated' : '';
		makeMovable(canvas);
		canvas.style.width = `${(w / fine) * (scale / devicePixelRatio)}px`;
		canvas.style.height = `${(h / fine) * (scale / devicePixelRatio)}px`;
		this.over.before(canvas);
		return (this.picture = {
			canvas,
			box,
			of: ids,
			scale,
			fine,
			ids: new Set(carried.map((object) => object.id)),
		});
	}
}
