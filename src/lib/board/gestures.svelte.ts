/**
 * What pointers do on the canvas: one of them works with the tool in hand, pans with the middle
 * button or with space held, two fingers pan and zoom, or turn what is selected, a finger that
 * rests opens the menu, a wheel scrolls and zooms.
 */
import type { Point } from '$core/geometry/box';
import { toBoard, type Size } from '$core/geometry/view';
import { preferences } from '../ui/preferences.svelte';
import type { Board } from './board.svelte';
import { edgePull } from './edge';
import { FingerTurn } from './tools/finger-turn';
import { isBackdrop, tellLocked } from './locked';
import { spotUnder, writeAt } from './tools/cells';
import type { HandEvent, Tool } from './tools/tool';

/** How long a finger rests before the menu opens, ms. */
const LONG_PRESS_MS = 550;

export class Gestures {
	/** The cursor over the canvas. */
	cursor = $state('default');
	/** Fingers and pointers that are down, by pointer id. */
	private readonly down = new Map<number, Point>();
	private gesture: 'tool' | 'pan' | 'pinch' | undefined;
	/** Of two fingers, as long as they may turn what is selected. */
	private turn: FingerTurn | undefined;
	/** The tool that heard the pointer go down: the movement is its own until it ends. */
	private working: Tool | undefined;
	/** The last movement of the tool's pointer, repeated while the view scrolls under it. */
	private held: PointerEvent | undefined;
	private pulling: number | undefined;
	/** Whether the tool has yet to hear of that movement: where the view scrolls it hears once a frame, not twice. */
	private isOwed = false;
	private resting: ReturnType<typeof setTimeout> | undefined;
	/** Where the canvas was when it had a size. */
	private known: (Point & { size: Size }) | undefined;
	/** The stylus that is down: hands that lie on the glass meanwhile do nothing. */
	private stylus: number | undefined;
	/** Once a stylus was seen, fingers move the board and the stylus draws. */
	private hasStylus = false;

	/**
	 * @param canvas what pointers act on, and gives them their coordinates
	 * @param onmenu asked for the menu of what lies at a point of the window
	 */
	constructor(
		private readonly board: Board,
		private readonly canvas: HTMLElement,
		private readonly onmenu: (at: Point) => void,
	) {}

	destroy(): void {
		clearTimeout(this.resting);
		if (this.pulling !== undefined) cancelAnimationFrame(this.pulling);
	}

	/** Reads the cursor anew: the tool or what is held is another one. */
	refresh(): void {
		this.cursor = this.board.panning ? 'grab' : this.tool.cursor(this.board);
	}

	/** Where the canvas is in the window. Asked in every move of a drag, that alone would take a good part of a frame. */
	private get corner(): Point {
		const { size } = this.board;
		if (this.down.size === 0 || this.known?.size !== size) {
			const { left, top } = this.canvas.getBoundingClientRect();
			this.known = { x: left, y: top, size };
		}
		return this.known;
	}

	handEvent(event: PointerEvent | MouseEvent): HandEvent {
		const { x, y } = this.corner;
		const screen = { x: event.clientX - x, y: event.clientY - y };
		const touch = 'pointerType' in event && event.pointerType === 'touch';
		return {
			screen,
			at: toBoard(this.board.view, screen),
			shift: event.shiftKey,
			alt: event.altKey,
			hold: event.ctrlKey || event.metaKey,
			reach: (touch ? 14 : 6) / this.board.view.scale,
			touch,
			pressure: 'pressure' in event && event.pointerType === 'pen' ? event.pressure : 0.5,
		};
	}

	onDown(event: PointerEvent): void {
		const { board } = this;
		// A hand beside the stylus, and a third finger beside two that move the board, are no
		// gesture of their own.
		if (event.pointerType === 'touch' && (this.stylus !== undefined || this.down.size > 1)) return;
		if (event.pointerType === 'pen') {
			this.stylus = event.pointerId;
			this.letTouchesGo();
		}
		if (board.editing) board.stopEditing();
		this.known = undefined;
		this.canvas.setPointerCapture(event.pointerId);
		this.down.set(event.pointerId, { x: event.clientX, y: event.clientY });
		if (this.down.size === 2) {
			clearTimeout(this.resting);
			if (this.gesture === 'tool') this.tool.cancel?.(board);
			this.gesture = 'pinch';
			const [a, b] = this.fingers();
			this.turn = board.tool === 'pick' ? FingerTurn.begin(board, a!, b!) : undefined;
		} else if (event.button === 1 || board.panning || this.isPalm(event)) this.gesture = 'pan';
		else if (event.button === 0) {
			this.gesture = 'tool';
			this.working = board.tools[board.tool];
			this.tool.down?.(board, this.handEvent(event));
			if (event.pointerType === 'touch') this.resting = setTimeout(() => this.rest(event), LONG_PRESS_MS);
		}
	}

	onMove(event: PointerEvent): void {
		const { board } = this;
		const before = this.down.get(event.pointerId);
		const hand = this.handEvent(event);
		board.room.tell({ cursor: [Math.round(hand.at.x), Math.round(hand.at.y)], sheet: board.sheet });
		if (!before) {
			this.tool.hover?.(board, hand);
			this.refresh();
			board.wake();
			return;
		}
		if (this.gesture === 'pan') board.pan(event.clientX - before.x, event.clientY - before.y);
		else if (this.gesture === 'pinch') this.moveTwo(event, before);
		else if (this.gesture === 'tool') this.drag(event, hand, before);
		this.down.set(event.pointerId, { x: event.clientX, y: event.clientY });
	}

	/** A pointer is let go, or taken away by the browser: then nothing of what it did may stay. */
	onUp(event: PointerEvent, isBrokenOff = false): void {
		clearTimeout(this.resting);
		if (this.isOwed && this.held?.pointerId === event.pointerId && !isBrokenOff)
			this.dragTo(this.handEvent(this.held));
		if (this.held?.pointerId === event.pointerId) this.isOwed = false;
		if (event.pointerId === this.stylus) this.stylus = undefined;
		// One that was never taken for a gesture goes without a trace.
		if (!this.down.delete(event.pointerId)) return;
		this.held = undefined;
		if (this.gesture === 'tool') {
			if (isBrokenOff) this.tool.cancel?.(this.board);
			else this.tool.up?.(this.board, this.handEvent(event));
		}
		this.turn?.end(isBrokenOff);
		this.turn = undefined;
		if (this.down.size === 0) this.gesture = undefined;
	}

	onDouble(event: MouseEvent): void {
		const { board } = this;
		const hand = this.handEvent(event);
		const object = board.model.at(board.sheet, hand.at, hand.reach, board.context);
		const spot = spotUnder(board, hand, object?.id);
		if (spot) writeAt(board, spot);
		else if (object && !isBackdrop(board, object)) {
			if (object.lock) tellLocked(object);
			else board.startEditing(object.id);
		} else if (board.mayEdit && board.tool === 'pick') {
			board.tool = 'note';
			const { note } = board.tools;
			note.down?.(board, hand);
			note.up?.(board, hand);
		}
	}

	onWheel(event: WheelEvent): void {
		event.preventDefault();
		const { board } = this;
		const { screen } = this.handEvent(event);
		const lines = event.deltaMode === 1 ? 16 : 1;
		// A trackpad's pinch arrives as a wheel with Ctrl held.
		const isPinch = event.ctrlKey || event.metaKey;
		const zooms = isPinch || (preferences.current.wheel === 'zoom' && !event.shiftKey);
		if (zooms) board.zoom(Math.exp(-event.deltaY * lines * 0.0022), screen);
		else if (event.shiftKey && event.deltaX === 0) board.pan(-event.deltaY * lines, 0);
		else board.pan(-event.deltaX * lines, -event.deltaY * lines);
	}

	/** Opens the menu for what lies under the pointer, which is selected if it was not. */
	openMenu(event: MouseEvent): void {
		const { board } = this;
		const hand = this.handEvent(event);
		const object = board.model.at(board.sheet, hand.at, hand.reach, board.context);
		const id = object && board.model.outermost(object).id;
		if (!id) board.select([]);
		else if (!board.selection.has(id)) board.select([id]);
		board.menuAt = hand.at;
		this.onmenu({ x: event.clientX, y: event.clientY });
	}

	private get tool(): Tool {
		const { tool, tools } = this.board;
		return (this.gesture === 'tool' && this.working) || tools[tool];
	}

	/** Whether it is a hand that lies on the board while a stylus draws. */
	private isPalm(event: PointerEvent): boolean {
		if (event.pointerType === 'pen') this.hasStylus = true;
		const draws = this.board.tool === 'pen' || this.board.tool === 'rub';
		return this.hasStylus && event.pointerType === 'touch' && draws;
	}

	/** The stylus comes down: whatever a hand had begun on the glass is broken off. */
	private letTouchesGo(): void {
		clearTimeout(this.resting);
		if (this.gesture === 'tool') this.tool.cancel?.(this.board);
		this.gesture = undefined;
		this.turn?.end(true);
		this.turn = undefined;
		this.held = undefined;
		this.isOwed = false;
		this.down.clear();
	}

	private rest(event: PointerEvent): void {
		this.tool.cancel?.(this.board);
		this.gesture = undefined;
		this.openMenu(event);
	}

	private drag(event: PointerEvent, hand: HandEvent, before: Point): void {
		if (Math.hypot(event.clientX - before.x, event.clientY - before.y) > 1) clearTimeout(this.resting);
		this.held = event;
		const passed = this.tool.fine ? (event.getCoalescedEvents?.() ?? []) : [];
		if (passed.length > 1) for (const each of passed) this.tool.drag?.(this.board, this.handEvent(each));
		else if (this.pulling !== undefined && this.pullAt(hand)) this.isOwed = true;
		else this.dragTo(hand);
		this.pulling ??= requestAnimationFrame(() => this.pull());
	}

	/** Scrolls on while something is dragged to the edge, frame by frame, and takes the drag along. */
	private pull(): void {
		this.pulling = undefined;
		const { held } = this;
		if (this.gesture !== 'tool' || !held) return;
		const pull = this.pullAt(this.handEvent(held));
		if (!pull) return;
		this.board.pan(-pull.x, -pull.y);
		this.dragTo(this.handEvent(held));
		this.pulling = requestAnimationFrame(() => this.pull());
	}

	/** How far the view scrolls in a frame while the hand is there; undefined where it does not. */
	private pullAt({ screen }: HandEvent): Point | undefined {
		const { board } = this;
		const { dx, dy } = edgePull(screen, board.size);
		return board.tool === 'view' || (dx === 0 && dy === 0) ? undefined : { x: dx, y: dy };
	}

	private dragTo(hand: HandEvent): void {
		this.isOwed = false;
		this.tool.drag?.(this.board, hand);
	}

	/** Where the fingers are, px of the canvas, in the order in which they came down. */
	private fingers(): Point[] {
		const { x, y } = this.corner;
		return [...this.down.values()].map((each) => ({ x: each.x - x, y: each.y - y }));
	}

	/** Two fingers turn what is selected, or else move the board. */
	private moveTwo(event: PointerEvent, before: Point): void {
		if (!this.turn) return this.pinch(event, before);
		this.down.set(event.pointerId, { x: event.clientX, y: event.clientY });
		const [a, b] = this.fingers();
		if (!a || !b || this.turn.move(a, b) !== 'other') return;
		this.turn = undefined;
		this.pinch(event, before);
	}

	/** Two fingers: their middle pans, their distance zooms. */
	private pinch(event: PointerEvent, before: Point): void {
		const other = [...this.down].find(([id]) => id !== event.pointerId)?.[1];
		if (!other) return;
		const { corner } = this;
		const distance = (p: Point): number => Math.hypot(p.x - other.x, p.y - other.y);
		const now = { x: event.clientX, y: event.clientY };
		this.board.pan((now.x - before.x) / 2, (now.y - before.y) / 2);
		const middle = { x: (now.x + other.x) / 2 - corner.x, y: (now.y + other.y) / 2 - corner.y };
		if (distance(before) > 10) this.board.zoom(distance(now) / distance(before), middle);
	}
}
