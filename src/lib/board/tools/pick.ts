/** Picking: select, box-select, move, resize; double click edits. */
import { copyOut, moveObjects, putDown, setBoxes, withContents } from '$core/board/edits';
import { boxOf, isResizable, leastSize } from '$core/board/kinds';
import type { BoardObject } from '$core/board/objects';
import { boxFrom, centreOf, distance, holdsBox, turn, type Box, type Point } from '$core/geometry/box';
import { carry, handlePoint, HANDLES, resize, type Handle } from '$core/geometry/resize';
import type { Board, Preview } from '../board.svelte';
import { SLOP, type HandEvent, type Sketch, type Tool } from './tool';

type Work =
	| { is: 'press'; start: HandEvent; hit: string | undefined; wasSelected: boolean }
	| { is: 'box'; start: HandEvent; box: Box; before: ReadonlySet<string> }
	| { is: 'move'; start: HandEvent; ids: Set<string>; dx: number; dy: number; copy: boolean }
	| { is: 'resize'; start: HandEvent; handle: Handle; objects: BoardObject[]; round: Box };

let work: Work | undefined;

/** The handle under the hand, when one selected object or several can be resized. */
export function handleUnder(board: Board, event: HandEvent): Handle | undefined {
	const target = resizeTarget(board);
	if (!target || !board.mayEdit) return undefined;
	const near = (event.touch ? 16 : 8) / board.view.scale;
	return HANDLES.find((handle) => distance(handlePoint(target, handle), event.at) <= near);
}

/** The box that handles stand on: of a single object with its turn, or round all that is selected. */
export function resizeTarget(board: Board): (Box & { angle: number }) | undefined {
	const objects = board.selected.filter(isResizable);
	if (objects.length === 1) return boxOf(board.shown(objects[0]!.id)!.box);
	const round = board.selectionBox();
	return round && { ...round, angle: 0 };
}

function begin(board: Board, event: HandEvent): Work | undefined {
	const pressed = work as Extract<Work, { is: 'press' }>;
	if (pressed.hit === undefined) {
		const before = event.shift ? board.selection : new Set<string>();
		return { is: 'box', start: pressed.start, box: boxFrom(pressed.start.at, event.at), before };
	}
	if (!board.mayEdit) return undefined;
	if (!board.selection.has(pressed.hit))
		board.select(event.shift ? [...board.selection, pressed.hit] : [pressed.hit]);
	const ids = withContents(board.model, board.selection);
	const copy = event.alt;
	if (!copy) board.painter?.lift(liftedWith(board, ids));
	return { is: 'move', start: pressed.start, ids, dx: 0, dy: 0, copy };
}

/** Connectors of moved objects are drawn by the live layer as well: they follow at once. */
function liftedWith(board: Board, ids: ReadonlySet<string>): Set<string> {
	const lifted = new Set(ids);
	for (const id of ids) for (const tie of board.model.tiesOf(id)) lifted.add(tie);
	return lifted;
}

function previewMove(board: Board, moving: Extract<Work, { is: 'move' }>, event: HandEvent): void {
	moving.dx = event.at.x - moving.start.at.x;
	moving.dy = event.at.y - moving.start.at.y;
	if (event.shift) {
		if (Math.abs(moving.dx) > Math.abs(moving.dy)) moving.dy = 0;
		else moving.dx = 0;
	}
	moving.dx = Math.round(moving.dx);
	moving.dy = Math.round(moving.dy);
	const preview: Preview = new Map();
	for (const id of moving.ids) {
		const object = board.model.find(id);
		if (!object) continue;
		const [x, y, w, h, angle] = object.box;
		preview.set(id, [x + moving.dx, y + moving.dy, w, h, angle]);
	}
	board.preview = preview;
	board.wake();
}

function resized(
	objects: BoardObject[],
	handle: Handle,
	round: Box,
	event: HandEvent,
	start: Point,
): Preview {
	const preview: Preview = new Map();
	if (objects.length === 1) {
		const object = objects[0]!;
		const [x, y, w, h, angle] = object.box;
		const local = turn({ x: event.at.x - start.x, y: event.at.y - start.y }, { x: 0, y: 0 }, -angle);
		const keep = event.shift || (object.kind === 'note' && handle.length === 2);
		const after = resize({ x, y, w, h }, handle, local.x, local.y, leastSize(object), keep);
		// A turned box grows from its fixed corner, which must stay where it is on the board.
		const shift = turn(centreOf(after), centreOf({ x, y, w, h }), angle);
		preview.set(object.id, [shift.x - after.w / 2, shift.y - after.h / 2, after.w, after.h, angle]);
		return preview;
	}
	const after = resize(
		round,
		handle,
		event.at.x - start.x,
		event.at.y - start.y,
		{ w: 40, h: 40 },
		handle.length === 2,
	);
	for (const object of objects) {
		const [x, y, w, h, angle] = object.box;
		const next = carry({ x, y, w, h }, round, after);
		preview.set(object.id, [next.x, next.y, next.w, next.h, angle]);
	}
	return preview;
}

function drag(board: Board, event: HandEvent): void {
	if (work?.is === 'press') {
		if (distance(work.start.screen, event.screen) < SLOP) return;
		work = begin(board, event);
	}
	if (work?.is === 'box') {
		work.box = boxFrom(work.start.at, event.at);
		const box = work.box;
		// Regions are picked only when they lie wholly in the box: one drags inside them all day.
		const inside = board.model
			.within(board.sheet, box)
			.filter((o) =>
				o.kind === 'field' || o.kind === 'theme' ? holdsBox(box, board.model.boundsOf(o.id)!) : true,
			)
			.map((o) => o.id);
		board.select([...work.before, ...inside]);
	} else if (work?.is === 'move') previewMove(board, work, event);
	else if (work?.is === 'resize') {
		board.preview = resized(work.objects, work.handle, work.round, event, work.start.at);
		board.wake();
	}
}

function up(board: Board, event: HandEvent): void {
	const done = work;
	work = undefined;
	const preview = board.preview;
	board.preview = undefined;
	if (done?.is === 'press') {
		if (done.hit === undefined) {
			if (!event.shift) board.select([]);
		} else if (event.shift) board.toggle(done.hit);
		else board.select([done.hit]);
	} else if (done?.is === 'move') {
		if (done.copy) {
			const clip = copyOut(board.model, board.selection);
			board.select(putDown(board.room.hand, board.model, clip, board.sheet, done.dx, done.dy));
		} else moveObjects(board.room.hand, board.model, board.selection, done.dx, done.dy);
	} else if (done?.is === 'resize' && preview) setBoxes(board.room.hand, preview);
	board.painter?.drop();
	board.wake();
}

const CURSORS: Record<Handle, string> = {
	nw: 'nwse-resize',
	se: 'nwse-resize',
	ne: 'nesw-resize',
	sw: 'nesw-resize',
	n: 'ns-resize',
	s: 'ns-resize',
	e: 'ew-resize',
	w: 'ew-resize',
};
let overHandle: Handle | undefined;

export const pick: Tool = {
	cursor: (board) => (overHandle ? CURSORS[overHandle] : board.hovered ? 'default' : 'default'),
	down(board, event) {
		const handle = handleUnder(board, event);
		if (handle) {
			const objects = board.selected.filter(isResizable);
			work = { is: 'resize', start: event, handle, objects, round: board.selectionBox()! };
			board.painter?.lift(liftedWith(board, new Set(objects.map((object) => object.id))));
			return;
		}
		const hit = board.model.at(board.sheet, event.at, event.reach, board.context)?.id;
		work = { is: 'press', start: event, hit, wasSelected: hit !== undefined && board.selection.has(hit) };
	},
	drag,
	up,
	hover(board, event) {
		overHandle = handleUnder(board, event);
		board.hovered = board.model.at(board.sheet, event.at, event.reach, board.context)?.id;
	},
	cancel(board) {
		work = undefined;
		board.preview = undefined;
		board.painter?.drop();
		board.wake();
	},
	sketch(): Sketch | undefined {
		return work?.is === 'box' ? { type: 'box', ...work.box } : undefined;
	},
};
