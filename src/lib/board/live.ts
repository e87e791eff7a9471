/**
 * The live layer: a clear canvas over the scene with what is on the move: lifted objects, selection and
 * handles, the box being drawn, what others have picked, pointer trails.
 */
import { isConnector, isGroup, isPicture } from '$core/board/kinds/guards';
import { chalkOn, type Surface } from '$core/board/colours';
import { wholeBox } from '$core/board/kinds/picture';
import { DIRECTIONS } from '$core/board/ops/grow';
import { isHolder } from '$core/board/holders/forms';
import { roomOf, type Holder } from '$core/board/holders/setting';
import { boxOf } from '$core/board/kinds';
import type { BoardObject } from '$core/board/objects';
import { handlePoint, HANDLES } from '$core/geometry/resize';
import type { View } from '$core/geometry/view';
import type { Board } from './board.svelte';
import { Lifted } from './lifted';
import { hasSmallTitles, paintFieldTitles, paintNodders } from './live-window';
import { othersPick, paintPicks, paintTrails } from './together/paint';
import { AdaptiveResolution } from './painter/adaptive-resolution';
import { paintDrawing } from './painter/primitives';
import { cssFont } from './faces';
import { bendHandles } from './tools/bend';
import { growPoint, turnPoint } from './tools/knobs';
import { resizeTarget } from './tools/reshape';
import type { Sketch } from './tools/tool';
import type { Box, Point } from '$core/geometry/box';

const HANDLE = 9;
/** Objects whose outlines are drawn one by one while they are moved. */
const MAX_OUTLINED = 30;

export class LiveLayer {
	private readonly ctx: CanvasRenderingContext2D;
	private frame: number | undefined;
	private readonly lifted: Lifted;
	/** The box round everything that is on the move, where it was taken up. */
	private crowd: { of: ReadonlySet<string>; round: Box } | undefined;
	private readonly resolution = new AdaptiveResolution(() => this.ask());
	private lastView: View | undefined;
	private readonly stop: () => void;

	constructor(
		private readonly canvas: HTMLCanvasElement,
		private readonly board: Board,
	) {
		this.ctx = canvas.getContext('2d')!;
		this.lifted = new Lifted(board, canvas);
		this.stop = board.waking.on(() => this.ask());
	}

	ask(): void {
		this.frame ??= requestAnimationFrame(() => this.paint());
	}

	destroy(): void {
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		this.resolution.destroy();
		this.stop();
		this.lifted.putAway();
	}

	private paint(): void {
		this.frame = undefined;
		const { board, ctx, canvas } = this;
		const { view, size } = board;
		if (view !== this.lastView || board.held.lifted.size > 0) this.resolution.move();
		this.lastView = view;
		const start = performance.now();
		const ratio = this.resolution.ratio(devicePixelRatio);
		const [w, h] = [Math.round(size.w * ratio), Math.round(size.h * ratio)];
		// The browser copies every pixel of it in each frame in which anything moves: an empty one has hardly any.
		const isBlank = !this.hasContent();
		canvas.style.opacity = isBlank ? '0' : '1';
		// Pixel for pixel there is nothing to smooth, and without a graphics processor trying to takes long.
		canvas.style.imageRendering = ratio === devicePixelRatio ? 'pixelated' : '';
		if (isBlank) {
			if (canvas.width > 1) [canvas.width, canvas.height] = [1, 1];
			return this.lifted.putAway();
		}
		if (canvas.width !== w || canvas.height !== h) [canvas.width, canvas.height] = [w, h];
		else {
			ctx.setTransform(1, 0, 0, 1, 0, 0);
			ctx.clearRect(0, 0, w, h);
		}
		const surface = board.context.surface;
		const k = view.scale * ratio;
		const inBoard = (): void => ctx.setTransform(k, 0, 0, k, -view.x * k, -view.y * k);
		this.lifted.paint(ctx, { scale: k, x: view.x, y: view.y, ratio });
		inBoard();
		this.paintSelection(surface);
		this.paintCropping(surface);
		this.paintGuides(surface);
		this.paintSketch(surface);
		paintPicks(ctx, board);
		paintTrails(ctx, board);
		ctx.setTransform(ratio, 0, 0, ratio, 0, 0);
		paintFieldTitles(ctx, board, surface);
		paintNodders(ctx, board);
		this.resolution.took(performance.now() - start);
	}

	/** Whether there is anything to show now. */
	private hasContent(): boolean {
		const { board } = this;
		const { held } = board;
		return (
			held.lifted.size > 0 ||
			board.selection.size > 0 ||
			board.hovered !== undefined ||
			board.pointed !== undefined ||
			board.cropping !== undefined ||
			board.guides.length > 0 ||
			board.tools[board.tool].sketch?.(board) !== undefined ||
			hasSmallTitles(board) ||
			othersPick(board) ||
			board.trails.isAlive(performance.now())
		);
	}

	private paintSelection(surface: Surface): void {
		const { board, ctx } = this;
		const line = 2 / board.view.scale;
		ctx.strokeStyle = chalkOn('white', surface);
		ctx.lineWidth = line;
		ctx.setLineDash([]);
		// Of many on the move only the box round all of them is shown.
		const isCrowd = board.held.moved !== undefined && board.selection.size > MAX_OUTLINED;
		if (isCrowd) this.outlineAll();
		for (const id of isCrowd ? [] : board.selection) {
			const object = board.held.shown(id);
			if (object?.sheet === board.sheet) this.outline(object, 3 / board.view.scale);
		}
		const hovered =
			board.hovered && !board.selection.has(board.hovered) ? board.held.shown(board.hovered) : undefined;
		if (hovered && board.tool === 'link') {
			ctx.lineWidth = line * 1.5;
			this.outline(hovered, 4 / board.view.scale);
		}
		this.paintCell(surface);
		if (!board.mayEdit || board.editing || board.tool !== 'pick') return;
		this.paintBendHandles();
		// Nothing can be taken hold of while everything is on the move.
		const target = board.held.moved ? undefined : resizeTarget(board);
		if (!target) return;
		if (board.selection.size > 1) {
			ctx.setLineDash([5 / board.view.scale, 4 / board.view.scale]);
			ctx.lineWidth = 1 / board.view.scale;
			ctx.strokeRect(target.x, target.y, target.w, target.h);
			ctx.setLineDash([]);
		}
		const size = HANDLE / board.view.scale;
		// On something very small the handles would cover it.
		const few = Math.min(target.w, target.h) * board.view.scale < 36;
		ctx.lineWidth = 1.5 / board.view.scale;
		for (const handle of HANDLES) {
			if (few && handle !== 'se') continue;
			const p = handlePoint(target, handle);
			ctx.fillStyle = '#D9A441';
			ctx.strokeStyle = '#1D2421';
			ctx.beginPath();
			ctx.rect(p.x - size / 2, p.y - size / 2, size, size);
			ctx.fill();
			ctx.stroke();
		}
		if (!board.held.preview) this.paintKnobs();
	}

	/** One box round everything that is being moved. */
	private outlineAll(): void {
		const { ctx, board } = this;
		const { lifted, preview } = board.held;
		const { dx, dy } = board.held.moved!;
		// Finding it takes as long as they are many: it is done once, and moved along.
		if (this.crowd?.of !== lifted || !preview) {
			const now = resizeTarget(board);
			this.crowd = now && { of: lifted, round: preview ? { ...now, x: now.x - dx, y: now.y - dy } : now };
		}
		if (!this.crowd) return;
		const { x, y, w, h } = this.crowd.round;
		const unit = 1 / board.view.scale;
		const [left, top] = preview ? [x + dx, y + dy] : [x, y];
		ctx.setLineDash([5 * unit, 4 * unit]);
		ctx.strokeRect(left - 3 * unit, top - 3 * unit, w + 6 * unit, h + 6 * unit);
		ctx.setLineDash([]);
	}

	private dot(p: Point, radius: number, fill: string): void {
		const { ctx, board } = this;
		ctx.fillStyle = fill;
		ctx.strokeStyle = '#1D2421';
		ctx.lineWidth = 1.5 / board.view.scale;
		ctx.beginPath();
		ctx.arc(p.x, p.y, radius / board.view.scale, 0, 2 * Math.PI);
		ctx.fill();
		ctx.stroke();
	}

	/** Knobs that turn what is selected, and from which a flow grows. */
	private paintKnobs(): void {
		const { ctx, board } = this;
		const unit = 1 / board.view.scale;
		const at = turnPoint(board);
		if (at) {
			this.dot(at, 7, '#F2EEE3');
			ctx.beginPath();
			ctx.arc(at.x, at.y, 3.4 * unit, -0.4 * Math.PI, 1.1 * Math.PI);
			ctx.stroke();
		}
		DIRECTIONS.forEach((direction, i) => {
			const p = growPoint(board, direction);
			if (!p) return;
			this.dot(p, 7.5, '#F2EEE3');
			const turned = (i * Math.PI) / 2 + ((board.selected[0]?.box[4] ?? 0) * Math.PI) / 180;
			const arm = (angle: number): [number, number] => [
				p.x + 3.2 * unit * Math.cos(turned + angle),
				p.y + 3.2 * unit * Math.sin(turned + angle),
			];
			ctx.beginPath();
			ctx.moveTo(...arm(-2.1));
			ctx.lineTo(...arm(0));
			ctx.lineTo(...arm(2.1));
			ctx.stroke();
		});
	}

	/** The cell that is picked in a holder. */
	private paintCell(surface: Surface): void {
		const { ctx, board } = this;
		const [id] = board.selection;
		const holder = board.cell && id ? board.held.shown(id) : undefined;
		const room = holder && isHolder(holder) ? roomOf(holder as Holder, board.cell) : undefined;
		if (!holder || !room) return;
		const box = boxOf(holder.box);
		ctx.save();
		ctx.translate(box.x + box.w / 2, box.y + box.h / 2);
		ctx.rotate((box.angle * Math.PI) / 180);
		ctx.strokeStyle = chalkOn('ochre', surface);
		ctx.lineWidth = 2.5 / board.view.scale;
		ctx.strokeRect(room.x - box.w / 2, room.y - box.h / 2, room.w, room.h);
		ctx.restore();
	}

	private paintBendHandles(): void {
		for (const { at, is } of bendHandles(this.board)) {
			this.dot(at, is === 'segment' ? 4.5 : 6, is === 'segment' ? '#F2EEE3' : '#D9A441');
		}
	}

	/** Where the whole of a picture that is being cropped would be. */
	private paintCropping(surface: Surface): void {
		const { board, ctx } = this;
		const object = board.cropping ? board.held.shown(board.cropping) : undefined;
		if (!isPicture(object)) return;
		const { x, y, w, h } = wholeBox(object);
		ctx.save();
		const [bx, by, bw, bh, angle] = object.box;
		ctx.translate(bx + bw / 2, by + bh / 2);
		ctx.rotate((angle * Math.PI) / 180);
		ctx.translate(-bx - bw / 2, -by - bh / 2);
		ctx.strokeStyle = chalkOn('ochre', surface);
		ctx.lineWidth = 1.5 / board.view.scale;
		ctx.setLineDash([7 / board.view.scale, 5 / board.view.scale]);
		ctx.strokeRect(x, y, w, h);
		ctx.setLineDash([]);
		ctx.restore();
	}

	/** Lines and gaps that something snaps to. */
	private paintGuides(surface: Surface): void {
		const { ctx, board } = this;
		const unit = 1 / board.view.scale;
		ctx.strokeStyle = chalkOn('brick', surface);
		ctx.lineWidth = 1.2 * unit;
		ctx.setLineDash([]);
		for (const { axis, at, from, to, is } of board.guides) {
			const end = (along: number, aside: number): [number, number] =>
				axis === 'x' ? [at + aside, along] : [along, at + aside];
			ctx.beginPath();
			ctx.moveTo(...end(from, 0));
			ctx.lineTo(...end(to, 0));
			if (is !== 'line') {
				for (const along of [from, to]) {
					ctx.moveTo(...end(along, -5 * unit));
					ctx.lineTo(...end(along, 5 * unit));
				}
			}
			ctx.stroke();
		}
	}

	private outline(object: BoardObject, gap: number): void {
		const { ctx, board } = this;
		ctx.beginPath();
		if (isConnector(object)) {
			const path = board.held.shownRoute(object.id)?.path;
			path?.forEach((p, i) => (i === 0 ? ctx.moveTo(p.x, p.y) : ctx.lineTo(p.x, p.y)));
			ctx.save();
			ctx.globalAlpha = 0.45;
			ctx.lineWidth = 8 / board.view.scale;
			ctx.stroke();
			ctx.restore();
			return;
		}
		if (isGroup(object) && board.model.membersOf(object.id).length === 0) return;
		const box = boxOf(object.box);
		ctx.save();
		ctx.translate(box.x + box.w / 2, box.y + box.h / 2);
		ctx.rotate((box.angle * Math.PI) / 180);
		ctx.roundRect(-box.w / 2 - gap, -box.h / 2 - gap, box.w + 2 * gap, box.h + 2 * gap, 4);
		ctx.restore();
		ctx.stroke();
	}

	private paintSketch(surface: Surface): void {
		const { board, ctx } = this;
		const sketch = board.tools[board.tool].sketch?.(board);
		if (!sketch) return;
		ctx.strokeStyle = chalkOn('ochre', surface);
		ctx.lineWidth = 1.5 / board.view.scale;
		if (sketch.type === 'box') {
			ctx.fillStyle = chalkOn('ochre', surface) + '1C';
			ctx.fillRect(sketch.x, sketch.y, sketch.w, sketch.h);
			if (sketch.dashed) ctx.setLineDash([6 / board.view.scale, 4 / board.view.scale]);
			ctx.strokeRect(sketch.x, sketch.y, sketch.w, sketch.h);
			ctx.setLineDash([]);
			return;
		}
		if (sketch.type === 'paint') {
			const k = board.view.scale * this.resolution.ratio(devicePixelRatio);
			const box = { x: 0, y: 0, w: 0, h: 0, angle: 0 };
			paintDrawing(ctx, { box, items: sketch.items }, { scale: k, x: board.view.x, y: board.view.y });
			return;
		}
		if (sketch.type === 'loop') {
			ctx.fillStyle = chalkOn('ochre', surface) + '1C';
			ctx.beginPath();
			sketch.points.forEach((p, i) => (i === 0 ? ctx.moveTo(p.x, p.y) : ctx.lineTo(p.x, p.y)));
			ctx.closePath();
			ctx.fill();
			ctx.stroke();
			return;
		}
		if (sketch.type === 'angle') {
			this.paintAngle(sketch, surface);
			return;
		}
		ctx.lineWidth = 2 / board.view.scale;
		ctx.beginPath();
		ctx.moveTo(sketch.from.x, sketch.from.y);
		ctx.lineTo(sketch.to.x, sketch.to.y);
		ctx.stroke();
		const target = sketch.target ? board.held.shown(sketch.target) : undefined;
		if (target) this.outline(target, 4 / board.view.scale);
	}

	/** The degrees to which something is turned, beside its middle. */
	private paintAngle({ at, by, of }: Extract<Sketch, { type: 'angle' }>, surface: Surface): void {
		const { ctx, board } = this;
		const unit = 1 / board.view.scale;
		const degrees = Math.round((((of + by) % 360) + 360) % 360);
		ctx.font = cssFont({ family: 'sans', bold: true, italic: false }, 15 * unit);
		const width = ctx.measureText(`${degrees}°`).width + 14 * unit;
		ctx.fillStyle = this.board.ground.colour;
		ctx.beginPath();
		ctx.roundRect(at.x - width / 2, at.y - 13 * unit, width, 26 * unit, 5 * unit);
		ctx.fill();
		ctx.stroke();
		ctx.fillStyle = chalkOn('white', surface);
		ctx.fillText(`${degrees}°`, at.x - width / 2 + 7 * unit, at.y + 5 * unit);
	}
}
