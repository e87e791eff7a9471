/** What one person sees of the board: the sheet, the part of it that is in view, its ground, and who paints it. */
import { Emitter } from '../ui/emitter';
import type { SceneContext } from '$core/board/drawing';
import { groundOf, preferredGround, type Ground } from '$core/board/ground';
import { takesRoom } from '$core/board/kinds/traits';
import type { BoardModel } from '$core/board/model/model';
import { sceneContext } from '$core/board/scene';
import type { Box, Point } from '$core/geometry/box';
import { freePlace } from '$core/geometry/free-place';
import { fitBox, pan, toBoard, zoomAt, type Size, type View } from '$core/geometry/view';
import { preferences } from '../ui/preferences.svelte';
import { browserMeasure } from './measure';
import type { Painter } from './painter/painter';

export abstract class Viewpoint {
	sheet = $state('');
	view = $state.raw<View>({ x: -100, y: -100, scale: 1 });
	size = $state.raw<Size>({ w: 1, h: 1 });
	fullScreen = $state(false);
	/** Counts the pictures of the whole sheet that the painter made. */
	pictures = $state(0);
	painter: Painter | undefined;
	/** The live layer is to draw again. */
	readonly waking = new Emitter();

	/** Whether the person wishes to see nothing that moves by itself. */
	still = $state(preferences.isCalm);

	constructor(readonly model: BoardModel) {}

	wake(): void {
		this.waking.emit();
	}

	/** The ground of the sheet that is shown. */
	get ground(): Ground {
		return this.groundOn(this.sheet);
	}

	/** The ground of a sheet, as this person sees it. */
	readonly groundOn = (id: string): Ground =>
		preferredGround(groundOf(this.model.sheets.find((sheet) => sheet.id === id)), {
			bare: this.showing,
			still: this.still,
		});

	/** Whether the board is shown to others: on the whole screen, with nothing that can be moved. */
	abstract get showing(): boolean;

	get context(): SceneContext {
		return sceneContext(this.model, this.ground.surface, browserMeasure);
	}

	setView(view: View): void {
		this.view = view;
		this.painter?.setView(view, this.size, devicePixelRatio);
		this.wake();
	}

	setSize(size: Size): void {
		this.size = size;
		this.setView(this.view);
	}

	pan(dx: number, dy: number): void {
		this.setView(pan(this.view, dx, dy));
	}

	zoom(factor: number, at: Point = { x: this.size.w / 2, y: this.size.h / 2 }): void {
		this.setView(zoomAt(this.view, at, factor));
	}

	zoomTo(scale: number): void {
		this.zoom(scale / this.view.scale);
	}

	/** Shows everything on the sheet, or what is selected. */
	fit(box: Box | undefined = this.model.extent(this.sheet)): void {
		this.setView(box ? fitBox(box, this.size) : { x: -this.size.w / 2, y: -this.size.h / 2, scale: 1 });
	}

	/** Brings a point of the sheet into the middle, at the scale that is. */
	centreOn(at: Point): void {
		const { scale } = this.view;
		this.setView({ scale, x: at.x - this.size.w / 2 / scale, y: at.y - this.size.h / 2 / scale });
	}

	/** The middle of what is seen, in board coordinates. */
	get middle(): Point {
		return toBoard(this.view, { x: this.size.w / 2, y: this.size.h / 2 });
	}

	/** Upper left corner of a free place for something new: in the middle of the view, or below what is there. */
	freeSpot(w: number, h: number): Point {
		const { x, y } = this.middle;
		const room = { x: Math.round(x - w / 2), y: Math.round(y - h / 2), w, h: 1e6 };
		const taken = this.model
			.touching(this.sheet, room)
			.filter(takesRoom)
			.map(({ id }) => this.model.boundsOf(id)!);
		return freePlace({ room, size: { w, h }, taken, gap: 14 });
	}
}
