/**
 * The board as one person works on it: view, selection, tool, text being edited, undo. Tools and commands
 * act through it; all computation stands in core.
 */
import { Emitter } from '../ui/emitter';
import { isArea } from '$core/board/kinds/traits';
import { isGroup, isNote } from '$core/board/kinds/guards';
import { clipBounds, copyOut, putDown, type Clip } from '$core/board/ops/clip';
import * as edits from '$core/board/ops/edits';
import { shiftCards } from '$core/board/holders/cards';
import { isResizable } from '$core/board/kinds';
import type { BoardObject, KindName } from '$core/board/objects';
import { centreOf, unionOf, type Box, type Point } from '$core/geometry/box';
import type { Guide } from '$core/geometry/guides';
import { fitBox, reveal, seen, type View } from '$core/geometry/view';
import { MAX_PICKED } from '$core/live/presence';
import type { StraightEdge } from '$core/ink/straight-edge';
import type * as Y from 'yjs';
import type { Room } from '../room/room.svelte';
import { Frame } from './frame';
import { InHand } from './in-hand';
import { tellLocked } from './locked';
import { keepTypedOn, offerLostText } from './lost-text';
import { whenIdle } from './idle';
import { FIRST_STYLE, remember, type NextStyle } from './next-style';
import { Following } from './controllers/following.svelte';
import { Trails } from './together/trails';
import { WayState } from './places';
import { showStep } from './show-step';
import { createTools, toolWrites, type ToolName } from './tools';
import { UndoSteps } from './undo-steps.svelte';
import { Viewpoint } from './viewpoint.svelte';
import { Writing } from './writing.svelte';

/** Objects from which on a board is large. */
const LARGE = 3000;

export class Board extends Viewpoint {
	selection = $state.raw<ReadonlySet<string>>(new Set());
	/** The pieces of that selection: every move of the pointer asks for them several times. */
	private known: { selection: unknown; revision: number; pieces: readonly BoardObject[] } | undefined;
	tool = $state<ToolName>('pick');
	/** What the hand does with each tool. */
	readonly tools = createTools();
	/** Writing in what is on the board. */
	readonly writing = new Writing(this);
	/** The cell that is picked in the selected holder. */
	cell = $state<string | undefined>();
	/** Whether the shelf with more to put on the board is open. */
	shelf = $state(false);
	hovered = $state<string | undefined>();
	/** Object whose nods are pointed at: who nodded is shown. */
	pointed: string | undefined;
	/** Whether things snap to guides while they are moved. */
	snapping = $state(true);
	/** Where the menu was opened, on the board; things are put there. */
	menuAt: Point | undefined;
	/** Guides that something snaps to right now. */
	guides: readonly Guide[] = [];
	/** Picture whose handles crop it instead of scaling it. */
	cropping = $state<string | undefined>();
	/** What lies round the board and is asked for from it. */
	readonly frame = new Frame();
	/** Whether this screen shows slides and nothing else. */
	slides = $state(false);
	/** Whether something else is looked at in its place: keys do nothing on the board then. */
	covered = false;
	/** The straight-edge that lies on this person's board. */
	edge = $state.raw<StraightEdge | undefined>();
	/** Whether space is held: everything pans. */
	panning = $state(false);
	next = $state<NextStyle>({ ...FIRST_STYLE });
	readonly ways = new WayState();
	/** What the hand carries right now. */
	readonly held: InHand;
	/** Whose view one sees. */
	readonly following: Following;
	readonly trails = new Trails();
	/** Where one writes an aside, on the board. */
	asideAt = $state.raw<Point | undefined>();
	/**
	 * Notes were put into a theme by hand: which, the theme that each was in before, and which one.
	 */
	readonly sortedByHand = new Emitter<
		[moved: readonly { id: string; from: string | undefined }[], to: string]
	>();
	/** The keys go back to the board. */
	readonly focusing = new Emitter();
	/** What one did here, to be taken back and done again. */
	readonly steps: UndoSteps;
	private readonly stops: (() => void)[] = [];

	constructor(readonly room: Room) {
		super(room.model);
		this.held = new InHand(this);
		this.following = new Following(this);
		this.steps = new UndoSteps(room.stage, room.model, room.origin);
		this.stops.push(
			this.writing.lost.on((...lost) => offerLostText(this, ...lost)),
			this.writing.typedOn.on((object) => keepTypedOn(this, object)),
			room.called.on((call) => this.following.answer(call)),
			room.company.heard.on(({ client, person, sheet, trail }) => {
				if (trail && sheet) this.trails.hear(client, person, sheet, trail, performance.now());
			}),
			this.model.onChange(({ changed, removed, sheets, local }) => {
				if (sheets) this.keepSheet();
				this.painter?.apply(changed, removed);
				this.routeLater();
				// What is gone, or on another sheet by now, is not in hand any more.
				const here = [...this.selection].filter((id) => this.model.find(id)?.sheet === this.sheet);
				if (here.length < this.selection.size) this.select(here);
				this.writing.check(local);
				this.writing.follow();
				this.wake();
			}),
		);
		this.keepSheet();
		this.routeLater();
	}

	destroy(): void {
		this.routing?.cancel();
		for (const stop of this.stops) stop();
		this.steps.destroy();
	}

	get showing(): boolean {
		return this.slides || (this.fullScreen && this.tool === 'view');
	}

	/** Whether the person may change something here: anything, or their own notes only, while the rest is locked. */
	get mayEdit(): boolean {
		return this.room.may('ownNotes');
	}

	/** Whether the person may change anything here. */
	get mayAll(): boolean {
		return this.room.may('edit');
	}

	get selected(): BoardObject[] {
		return [...this.selection].flatMap((id) => this.model.find(id) ?? []);
	}

	/** Box round the selection, connectors left aside; undefined when there is nothing to resize. */
	selectionBox(): Box | undefined {
		return unionOf(this.pieces.map(({ box: [x, y, w, h] }) => ({ x, y, w, h })));
	}

	/** What of the selection can be resized and turned: members in place of their groups, nothing locked. */
	get pieces(): readonly BoardObject[] {
		const { selection, model } = this;
		if (this.known?.selection === selection && this.known.revision === model.revision)
			return this.known.pieces;
		const ids = new Set(
			this.selected.flatMap((object) =>
				isGroup(object) ? [...edits.withContents(model, [object.id])] : [object.id],
			),
		);
		const pieces = [...ids]
			.flatMap((id) => model.find(id) ?? [])
			.filter((object) => isResizable(object) && !object.lock);
		this.known = { selection, revision: model.revision, pieces };
		return pieces;
	}

	select(ids: Iterable<string>): void {
		const before = this.selection;
		this.selection = new Set(ids);
		this.room.tell({ picked: [...this.selection].slice(0, MAX_PICKED) });
		if (this.selection.size !== 1 || !before.has([...this.selection][0]!)) this.cell = undefined;
		if (this.cropping && !this.selection.has(this.cropping)) this.cropping = undefined;
		this.wake();
	}

	override setView(view: View): void {
		if (view !== this.view) this.following.noteOwnMove();
		super.setView(view);
		const { x, y, w, h } = seen(view, this.size);
		this.room.tell({ view: [Math.round(x), Math.round(y), Math.round(w), Math.round(h)] });
	}

	/** Writes an aside beside one's pointer. */
	startAside(): void {
		if (!this.room.may('talk')) return;
		const { cursor, sheet } = this.room.company.own;
		this.asideAt = cursor && sheet === this.sheet ? { x: cursor[0], y: cursor[1] } : this.middle;
		if (!cursor) this.room.tell({ cursor: [Math.round(this.asideAt.x), Math.round(this.asideAt.y)] });
	}

	toggle(id: string): void {
		const next = new Set(this.selection);
		if (!next.delete(id)) next.add(id);
		this.select(next);
	}

	selectAll(): void {
		this.select(this.model.onSheet(this.sheet).map((object) => object.id));
	}

	/** Selects everything on the sheet that is like what is selected, by what `of` takes from an object. */
	selectLike(of: (object: BoardObject) => unknown): void {
		const [first] = this.selected;
		if (!first) return;
		const wanted = of(first);
		this.select(this.model.onSheet(this.sheet).flatMap((object) => (of(object) === wanted ? object.id : [])));
	}

	/** Whether a tool can be taken up now. */
	mayTake(tool: ToolName): boolean {
		return { nothing: true, notes: this.mayEdit, anything: this.mayAll }[toolWrites(tool)];
	}

	takeUp(tool: ToolName): void {
		if (tool === 'comment' && !this.room.may('talk')) return;
		if (!this.mayTake(tool)) return;
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

	/** Goes to an object: shows its sheet, selects it and brings it into view. */
	goTo(id: string): void {
		const object = this.model.find(id);
		const bounds = this.model.boundsOf(id);
		if (!object || !bounds) return;
		this.goToSheet(object.sheet);
		this.frame.showBoard();
		this.select([id]);
		const isLarge = bounds.w * this.view.scale > this.size.w || bounds.h * this.view.scale > this.size.h;
		if (isArea(object) || isLarge || this.view.scale < 0.35) this.setView(fitBox(bounds, this.size, 60, 1));
		else this.setView(reveal(this.view, bounds, this.size));
	}

	/** Brings objects into view, smaller if they are too large for it. */
	showAll(ids: readonly string[]): void {
		const all = unionOf(ids.flatMap((id) => this.model.boundsOf(id) ?? []));
		if (!all) return;
		const fits = all.w * this.view.scale <= this.size.w && all.h * this.view.scale <= this.size.h;
		this.setView(fits ? reveal(this.view, all, this.size) : fitBox(all, this.size, 40, 1));
	}

	/** Puts a new object on this sheet and selects it. */
	add<K extends KindName>(spec: Omit<edits.NewObject<K>, 'sheet'>): string {
		const id = edits.addObject(this.room.editContext, this.model, {
			...spec,
			sheet: this.sheet,
		} as edits.NewObject<K>);
		this.select([id]);
		return id;
	}

	/** Makes everything that `work` does one undo step. */
	oneStep(work: () => void): void {
		this.room.stage.transact(work, this.room.origin);
	}

	/** Makes everything that `work` does one undo step, also where it has to see what it changed before it goes on. */
	asOne(work: () => void): void {
		const { captureTimeout } = this.undo;
		if (captureTimeout === 0) this.undo.stopCapturing();
		this.undo.captureTimeout = Number.POSITIVE_INFINITY;
		try {
			work();
		} finally {
			if (captureTimeout === 0) this.undo.stopCapturing();
			this.undo.captureTimeout = captureTimeout;
		}
	}

	/** Puts a new object on this sheet and leaves the selection as it is. */
	put<K extends KindName>(spec: Omit<edits.NewObject<K>, 'sheet'>): void {
		edits.addObject(this.room.editContext, this.model, { ...spec, sheet: this.sheet } as edits.NewObject<K>);
	}

	/** Lays the straight-edge into the middle of the view, or takes it away. */
	layEdge(): void {
		const { scale } = this.view;
		const length = Math.min(640, this.size.w * 0.8) / scale;
		this.edge = this.edge ? undefined : { ...this.middle, angle: 0, length, breadth: 58 / scale };
	}

	/** Lets the handles of the selected picture crop it, until it is let go. */
	startCropping(): void {
		const [id] = this.selection;
		this.cropping = this.cropping === id ? undefined : id;
		this.wake();
	}

	/** Object whose text is being edited. */
	get editing(): string | undefined {
		return this.writing.id;
	}

	startEditing(id: string, part?: string): void {
		this.writing.start(id, part);
	}

	stopEditing(): void {
		this.writing.stop();
	}

	restyle(style: Record<string, unknown>): void {
		const kind = this.tool === 'link' ? 'connector' : this.tool === 'pen' ? 'stroke' : this.selected[0]?.kind;
		remember(this.next, style, kind);
		if (this.selection.size === 0) return;
		this.asOne(() => {
			edits.restyle(this.room.editContext, this.model, this.selection, style);
			// Other letters, or another form, need another height.
			for (const object of this.selected) this.writing.grow(object);
		});
	}

	remove(): void {
		if (!this.mayEdit || this.selection.size === 0) return;
		const locked = this.selected.find(({ lock }) => lock);
		if (locked) tellLocked(locked);
		edits.removeObjects(this.room.editContext, this.model, this.selection);
		// What could not be taken away stays picked.
		this.select(this.selected.map(({ id }) => id));
	}

	duplicate(): void {
		if (!this.mayEdit || this.selection.size === 0) return;
		const clip = copyOut(this.model, this.selection);
		this.select(putDown(this.room.editContext, this.model, clip, this.sheet, 24, 24));
	}

	/** Puts a clip down in the middle of the view, or beside its origin when that is in view. */
	paste(clip: Clip, at = this.middle): void {
		const bounds = clipBounds(clip);
		if (!this.mayEdit || !bounds) return;
		// Where only own notes may be put down, nothing else is.
		if (!this.mayAll && clip.objects.some((each) => !isNote(each))) return;
		const from = centreOf(bounds);
		this.select(
			putDown(
				this.room.editContext,
				this.model,
				clip,
				this.sheet,
				Math.round(at.x - from.x),
				Math.round(at.y - from.y),
			),
		);
	}

	nudge(dx: number, dy: number): void {
		if (!this.mayEdit || this.selection.size === 0) return;
		const step = (by: number): -1 | 0 | 1 => Math.sign(by) as -1 | 0 | 1;
		// What lies in a holder has no place of its own: it moves on in the order there.
		if (shiftCards(this.room.editContext, this.model, this.selection, step(dx), step(dy))) return;
		edits.moveObjects(this.room.editContext, this.model, this.selection, dx, dy);
	}

	get undo(): Y.UndoManager {
		return this.steps.manager;
	}

	stepBack(): void {
		if (this.editing) this.writing.undo();
		else showStep(this, this.steps.back(), 'back');
	}

	stepForward(): void {
		if (this.editing) this.writing.redo();
		else showStep(this, this.steps.again(), 'again');
	}

	private routing: { cancel: () => void } | undefined;

	/** Routes connectors that wait for it, a little at a time, when nothing else is to be done. */
	private routeLater(): void {
		this.routing ??= whenIdle((budget) => {
			this.routing = undefined;
			// On a large board that takes seconds, which a painter has better uses for while it has much to do.
			const waits = this.model.objects.size > LARGE && this.painter?.isBusy;
			if (waits || !this.model.routePending(budget)) this.routeLater();
		});
	}

	private keepSheet(): void {
		const { sheets } = this.model;
		if (sheets.some((sheet) => sheet.id === this.sheet)) return;
		const first = sheets[0];
		if (!first) return;
		this.sheet = first.id;
		this.painter?.setSheet(first.id);
	}
}
