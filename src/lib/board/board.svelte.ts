/**
 * The board as one person works on it: view, selection, tool, text being edited, undo. Tools and commands
 * act through it; all computation stands in core.
 */
import type { Chalk, Pigment } from '$core/board/colours';
import { objectsOf, sheetsOf } from '$core/board/document';
import type { SceneContext } from '$core/board/drawing';
import * as edits from '$core/board/edits';
import { isResizable, neededHeight } from '$core/board/kinds';
import type { BoardModel } from '$core/board/model';
import type { BoardObject, KindName, NoteForm, ShapeForm, TextRole } from '$core/board/objects';
import { sceneContext } from '$core/board/scene';
import { centreOf, unionOf, type Box, type Point } from '$core/geometry/box';
import { fitBox, pan, reveal, toBoard, zoomAt, type Size, type View } from '$core/geometry/view';
import { isEmpty } from '$core/text/rich';
import { ySyncPluginKey } from '@tiptap/y-tiptap';
import * as Y from 'yjs';
import type { Room } from '../room/room.svelte';
import { browserMeasure } from './measure';
import type { Painter } from './painter/painter';

export const TOOLS = ['view', 'pick', 'note', 'text', 'shape', 'link', 'field'] as const;
export type ToolName = (typeof TOOLS)[number];

/** What the next object of each kind looks like: as the last one did. */
export interface NextStyle {
	form: NoteForm;
	pigment: Pigment;
	role: TextRole;
	shape: ShapeForm;
	fill: Pigment | 'none';
	chalk: Chalk;
	route: 'straight' | 'right-angled';
}

/** Boxes of objects while they are being moved or resized, before that is written. */
export type Preview = Map<string, [number, number, number, number, number]>;

export class Board {
	sheet = $state('');
	view = $state.raw<View>({ x: -100, y: -100, scale: 1 });
	size = $state.raw<Size>({ w: 1, h: 1 });
	selection = $state.raw<ReadonlySet<string>>(new Set());
	tool = $state<ToolName>('pick');
	/** Object whose text is being edited. */
	editing = $state<string | undefined>();
	hovered = $state<string | undefined>();
	/** Whether space is held: everything pans. */
	panning = $state(false);
	next = $state<NextStyle>({
		form: 'card',
		pigment: 'ochre',
		role: 'body',
		shape: 'rectangle',
		fill: 'none',
		chalk: 'white',
		route: 'right-angled',
	});
	/** Shown while objects are moved; undefined otherwise. */
	preview: Preview | undefined;
	painter: Painter | undefined;
	readonly model: BoardModel;
	readonly undo: Y.UndoManager;
	canUndo = $state(false);
	canRedo = $state(false);
	/** Asks the live layer to draw again. */
	wake: () => void = () => {};
	private readonly stops: (() => void)[] = [];

	constructor(readonly room: Room) {
		this.model = room.model;
		this.undo = new Y.UndoManager([objectsOf(room.stage), sheetsOf(room.stage)], {
			trackedOrigins: new Set<unknown>([room.origin, ySyncPluginKey]),
			captureTimeout: 0,
		});
		const readUndo = (): void => {
			this.canUndo = this.undo.undoStack.length > 0;
			this.canRedo = this.undo.redoStack.length > 0;
		};
		this.undo.on('stack-item-added', readUndo);
		this.undo.on('stack-item-popped', readUndo);
		this.stops.push(
			this.model.onChange(({ changed, removed, sheets }) => {
				if (sheets) this.keepSheet();
				this.painter?.apply(changed, removed);
				if ([...removed].some((id) => this.selection.has(id))) {
					this.select([...this.selection].filter((id) => !removed.has(id)));
				}
				if (this.editing && removed.has(this.editing)) this.editing = undefined;
				this.wake();
			}),
		);
		this.keepSheet();
	}

	destroy(): void {
		for (const stop of this.stops) stop();
		this.undo.destroy();
	}

	get context(): SceneContext {
		const surface = this.model.sheets.find((sheet) => sheet.id === this.sheet)?.surface ?? 'slate';
		return sceneContext(this.model, surface, browserMeasure);
	}

	get mayEdit(): boolean {
		return this.room.mayEdit;
	}

	get selected(): BoardObject[] {
		return [...this.selection].flatMap((id) => this.model.find(id) ?? []);
	}

	/** Box round the selection, connectors left aside; undefined when there is nothing to resize. */
	selectionBox(): Box | undefined {
		return unionOf(this.selected.filter(isResizable).map(({ box: [x, y, w, h] }) => ({ x, y, w, h })));
	}

	select(ids: Iterable<string>): void {
		this.selection = new Set(ids);
		this.wake();
	}

	toggle(id: string): void {
		const next = new Set(this.selection);
		if (!next.delete(id)) next.add(id);
		this.select(next);
	}

	selectAll(): void {
		this.select(this.model.onSheet(this.sheet).map((object) => object.id));
	}

	takeUp(tool: ToolName): void {
		if (!this.mayEdit && tool !== 'view' && tool !== 'pick') return;
		this.stopEditing();
		this.tool = tool;
		if (tool !== 'pick') this.select([]);
	}

	goToSheet(sheet: string): void {
		if (this.sheet === sheet) return;
		this.stopEditing();
		this.sheet = sheet;
		this.select([]);
		this.painter?.setSheet(sheet);
		this.fit();
		this.room.tell({ sheet });
	}

	// The view

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

	/** Goes to an object: shows its sheet, selects it and brings it into view. */
	goTo(id: string): void {
		const object = this.model.find(id);
		const bounds = this.model.boundsOf(id);
		if (!object || !bounds) return;
		this.goToSheet(object.sheet);
		this.select([id]);
		const isLarge = bounds.w * this.view.scale > this.size.w || bounds.h * this.view.scale > this.size.h;
		if (object.kind === 'field' || object.kind === 'theme' || isLarge || this.view.scale < 0.35)
			this.setView(fitBox(bounds, this.size, 60, 1));
		else this.setView(reveal(this.view, bounds, this.size));
	}

	/** The middle of what is seen, in board coordinates. */
	get middle(): Point {
		return toBoard(this.view, { x: this.size.w / 2, y: this.size.h / 2 });
	}

	// Editing

	/** Puts a new object on this sheet and selects it. */
	add<K extends KindName>(spec: Omit<edits.NewObject<K>, 'sheet'>): string {
		const id = edits.addObject(this.room.hand, this.model, {
			...spec,
			sheet: this.sheet,
		} as edits.NewObject<K>);
		this.select([id]);
		return id;
	}

	startEditing(id: string): void {
		const object = this.model.find(id);
		if (!object || !this.mayEdit) return;
		this.select([id]);
		// All typing until the end is one undo step.
		this.undo.stopCapturing();
		this.undo.captureTimeout = Number.POSITIVE_INFINITY;
		this.editing = id;
		this.painter?.setEditing(id);
		this.room.tell({ editing: id });
		this.wake();
	}

	stopEditing(): void {
		const id = this.editing;
		if (id === undefined) return;
		this.editing = undefined;
		this.painter?.setEditing(undefined);
		this.room.tell({ editing: null });
		const object = this.model.find(id);
		if (object?.kind === 'text' && isEmpty(object.text))
			edits.removeObjects(this.room.hand, this.model, [id]);
		else if (object) this.growToText(object);
		this.undo.stopCapturing();
		this.undo.captureTimeout = 0;
		this.wake();
	}

	/** Makes a note as high as its text needs; bare text is always as high as its lines. */
	growToText(object: BoardObject): void {
		const [x, y, w, h, angle] = object.box;
		const needed = neededHeight(object, this.context);
		const grown = object.kind === 'text' ? needed : Math.max(h, needed);
		if (Math.abs(grown - h) > 0.5)
			edits.setBoxes(this.room.hand, new Map([[object.id, [x, y, w, grown, angle]]]));
	}

	restyle(style: Record<string, string>): void {
		Object.assign(this.next, style);
		if (this.selection.size > 0) edits.restyle(this.room.hand, this.model, this.selection, style);
	}

	remove(): void {
		if (!this.mayEdit || this.selection.size === 0) return;
		edits.removeObjects(this.room.hand, this.model, this.selection);
		this.select([]);
	}

	duplicate(): void {
		if (!this.mayEdit || this.selection.size === 0) return;
		const clip = edits.copyOut(this.model, this.selection);
		this.select(edits.putDown(this.room.hand, this.model, clip, this.sheet, 24, 24));
	}

	/** Puts a clip down in the middle of the view, or beside its origin when that is in view. */
	paste(clip: edits.Clip): void {
		const bounds = edits.clipBounds(clip);
		if (!this.mayEdit || !bounds) return;
		const from = centreOf(bounds);
		const to = this.middle;
		this.select(
			edits.putDown(
				this.room.hand,
				this.model,
				clip,
				this.sheet,
				Math.round(to.x - from.x),
				Math.round(to.y - from.y),
			),
		);
	}

	nudge(dx: number, dy: number): void {
		if (!this.mayEdit || this.selection.size === 0) return;
		edits.moveObjects(this.room.hand, this.model, this.selection, dx, dy);
	}

	stepBack(): void {
		this.stopEditing();
		this.undo.undo();
	}

	stepForward(): void {
		this.stopEditing();
		this.undo.redo();
	}

	/** The object as it is shown now: moved ones at their preview. */
	readonly shown = (id: string): BoardObject | undefined => {
		const object = this.model.find(id);
		const box = this.preview?.get(id);
		return object && box ? ({ ...object, box } as BoardObject) : object;
	};

	private keepSheet(): void {
		const { sheets } = this.model;
		if (sheets.some((sheet) => sheet.id === this.sheet)) return;
		const first = sheets[0];
		if (!first) return;
		this.sheet = first.id;
		this.painter?.setSheet(first.id);
	}
}
