/** Picking: select, box and lasso, move, resize, turn, grow; double click edits. */
import { isRegion } from '$core/board/kinds/traits';
import { isGroup, isStroke } from '$core/board/kinds/guards';
import { goToSeeAlso } from '../places';
import { grow } from '../going-on';
import { branchOf, growTowards } from '../maps';
import { clipBounds, copyOut, putDown } from '$core/board/ops/clip';
import { setBoxes, withContents } from '$core/board/ops/edits';
import { nod } from '$core/board/ops/approve';
import { signAt, type SignName } from '$core/board/signs';
import { boxFrom, centreOf, distance, holdsBox, unionOf, type Box, type Point } from '$core/geometry/box';
import { snapMove } from '$core/geometry/guides';
import { holdsPolygonPoint } from '$core/geometry/polygon';
import { handlePoint, HANDLES, type Handle } from '$core/geometry/resize';
import type { Board } from '../board.svelte';
import type { Preview } from '../in-hand';
import { linkUnder, openLinkAt } from '../links';
import { isBackdrop, tellLocked } from '../locked';
import { bend, bendHandleUnder, finishBending, startBending, type Bending } from './bend';
import {
	act,
	finishWidening,
	isActive,
	pickCell,
	spotUnder,
	startWidening,
	widen,
	wideningItems,
	type Spot,
	type Widening,
} from './cells';
import { knobUnder } from './knobs';
import {
	dropInto,
	dropTargetItems,
	dropTargetOf,
	insertItems,
	lineUnder,
	type DropTarget,
} from './drop-target';
import { insert } from '../flows';
import {
	draggedBranches,
	dropBranches,
	landingItems,
	previewReparent,
	unfold,
	type BranchDrag,
} from './branch-drag';
import {
	carryCards,
	finishResize,
	others,
	ownBoxes,
	resized,
	resizeTarget,
	SNAP,
	turned,
	withCards,
	type Resizing,
	type Turning,
} from './reshape';
import { SLOP, type HandEvent, type Sketch, type Tool } from './tool';
import type { LinkTool } from './link';
import type { Direction } from '$core/board/ops/grow';

type Work =
	| { is: 'press'; start: HandEvent; hit: string | undefined }
	| { is: 'box'; start: HandEvent; box: Box; before: ReadonlySet<string>; whole: boolean }
	| { is: 'lasso'; points: Point[]; before: ReadonlySet<string> }
	| {
			is: 'move';
			start: HandEvent;
			ids: Set<string>;
			round: Box;
			dx: number;
			dy: number;
			copy: boolean;
			target?: DropTarget | undefined;
			/** The line that a step would be put into. */
			line?: string | undefined;
			/** Branches of a map that are moved. */
			branches?: BranchDrag | undefined;
	  }
	| { is: 'widen'; widening: Widening }
	| ({ is: 'resize' } & Resizing)
	| ({ is: 'turn' } & Turning)
	| { is: 'bend'; bending: Bending }
	| { is: 'grow'; start: HandEvent; direction: Direction; id: string; linking: boolean };

/** The handle under the hand, when something selected can be resized. */
export function handleUnder(board: Board, event: HandEvent): Handle | undefined {
	const target = resizeTarget(board);
	if (!target || !board.mayEdit) return undefined;
	const near = (event.touch ? 16 : 8) / board.view.scale;
	const [only] = board.pieces.length === 1 ? board.pieces : [];
	// A stroke is taken by its ink: of a thin one the handles of its sides lie on it.
	if (isStroke(only) && taken(board, event) === only.id)
		return HANDLES.find(
			(handle) => handle.length === 2 && distance(handlePoint(target, handle), event.at) <= near / 2,
		);
	return HANDLES.find((handle) => distance(handlePoint(target, handle), event.at) <= near);
}

/** What the hand takes: an object, or the outermost group that it is in. */
function taken(board: Board, event: HandEvent): string | undefined {
	const object = board.model.at(board.sheet, event.at, event.reach, board.context);
	return object && board.model.outermost(object).id;
}

/** The sign on the edge of an object under the hand. */
function signUnder(board: Board, event: HandEvent): { id: string; name: SignName } | undefined {
	const { at } = event;
	const reach = event.touch ? event.reach : 0;
	const near = board.model.within(board.sheet, {
		x: at.x - reach,
		y: at.y - reach,
		w: 2 * reach,
		h: 2 * reach,
	});
	for (const object of near.reverse()) {
		const name = signAt(object, at, reach);
		if (name) return { id: object.id, name };
	}
	return undefined;
}

/** What a press becomes when the hand moves. */
function begin(
	board: Board,
	{ start, hit }: Extract<Work, { is: 'press' }>,
	event: HandEvent,
): Work | undefined {
	const locked = hit === undefined ? undefined : board.model.find(hit);
	const isGround = locked?.lock !== undefined;
	// A locked thing stays where it is; over it one selects as over free ground.
	if (locked && isGround && board.mayEdit && !isBackdrop(board, locked)) tellLocked(locked);
	if (hit === undefined || isGround) {
		const before = event.shift ? board.selection : new Set<string>();
		if (start.hold) return { is: 'lasso', points: [start.at], before };
		return { is: 'box', start, box: boxFrom(start.at, event.at), before, whole: true };
	}
	if (!board.mayEdit) return undefined;
	if (!board.selection.has(hit)) board.select(event.shift ? [...board.selection, hit] : [hit]);
	const ids = withContents(board.model, board.selection);
	for (const id of [...ids]) if (board.model.find(id)?.lock) ids.delete(id);
	const round = unionOf([...ids].flatMap((id) => board.model.boundsOf(id) ?? []));
	if (!round) return undefined;
	const copy = event.alt;
	if (!copy) board.held.lift(ids);
	const branches = copy || !board.mayAll ? undefined : draggedBranches(board.model, ids);
	return { is: 'move', start, ids, round, dx: 0, dy: 0, copy, branches };
}

function previewMove(board: Board, moving: Extract<Work, { is: 'move' }>, event: HandEvent): void {
	let dx = event.at.x - moving.start.at.x;
	let dy = event.at.y - moving.start.at.y;
	if (event.shift) {
		if (Math.abs(dx) > Math.abs(dy)) dy = 0;
		else dx = 0;
	}
	board.guides = [];
	if (board.snapping && !event.hold && !moving.branches) {
		const { round } = moving;
		const snap = snapMove(
			{ ...round, x: round.x + dx, y: round.y + dy },
			others(board, moving.ids, moving),
			SNAP / board.view.scale,
		);
		if (!event.shift || dx !== 0) dx += snap.dx;
		if (!event.shift || dy !== 0) dy += snap.dy;
		board.guides = snap.guides;
	}
	moving.dx = Math.round(dx);
	moving.dy = Math.round(dy);
	const preview: Preview = new Map();
	for (const id of moving.ids) {
		const object = board.model.find(id);
		if (!object) continue;
		const [x, y, w, h, angle] = object.box;
		preview.set(id, [x + moving.dx, y + moving.dy, w, h, angle]);
	}
	board.held.preview = preview;
	board.held.moved = { dx: moving.dx, dy: moving.dy };
	moving.target = moving.copy ? undefined : dropTargetOf(board, moving.ids, event);
	moving.line = moving.copy || moving.target || event.hold ? undefined : lineUnder(board, moving.ids, event);
	if (moving.branches) previewReparent(board, moving.branches, moving.ids, event);
	// Guides are for free places: in a holder it is the order that counts.
	if (moving.target) board.guides = [];
	board.wake();
}

/** Regions are picked only when they lie wholly in the box: one drags inside them all day. */
function inBox(board: Board, { box, whole }: Extract<Work, { is: 'box' }>): string[] {
	return board.model
		.within(board.sheet, box)
		.filter((o) => !isGroup(o) && (!(whole || isRegion(o)) || holdsBox(box, board.model.boundsOf(o.id)!)))
		.map((o) => board.model.outermost(o).id);
}

function inLasso(board: Board, points: readonly Point[]): string[] {
	const round = unionOf(points.map((p) => ({ ...p, w: 0, h: 0 })));
	if (!round) return [];
	return board.model
		.within(board.sheet, round)
		.filter((o) => !isGroup(o) && holdsPolygonPoint(points, centreOf(board.model.boundsOf(o.id)!)))
		.map((o) => board.model.outermost(o).id);
}

function dropCopy(board: Board, { dx, dy }: { dx: number; dy: number }): void {
	const clip = copyOut(board.model, board.selection);
	if (clipBounds(clip)) board.select(putDown(board.room.editContext, board.model, clip, board.sheet, dx, dy));
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

function cursorIn(board: Board, spot: Spot): string {
	if (spot.edge && board.selection.has(spot.holder.id) && !spot.holder.lock)
		return spot.edge.axis === 'row' ? 'row-resize' : 'col-resize';
	return isActive(spot) && board.mayEdit ? 'pointer' : 'default';
}

/** @param link what links from a knob */
export function createPick(link: LinkTool): Tool {
	let work: Work | undefined;
	let cursor = 'default';

	function drag(board: Board, event: HandEvent): void {
		if (work?.is === 'press') {
			if (distance(work.start.screen, event.screen) < SLOP) return;
			work = begin(board, work, event);
		}
		if (work?.is === 'box') {
			work.box = boxFrom(work.start.at, event.at);
			// To the right only what lies wholly inside, to the left whatever is touched.
			work.whole = event.at.x >= work.start.at.x;
			board.select([...work.before, ...inBox(board, work)]);
		} else if (work?.is === 'lasso') {
			work.points.push(event.at);
			board.select([...work.before, ...inLasso(board, work.points)]);
		} else if (work?.is === 'move') previewMove(board, work, event);
		else if (work?.is === 'resize') {
			board.guides = [];
			board.held.preview = carryCards(board, resized(board, work, event));
			board.wake();
		} else if (work?.is === 'turn') {
			board.held.preview = carryCards(board, turned(work, event));
			board.wake();
		} else if (work?.is === 'bend') {
			const { bending } = work;
			bending.next = bend(board, bending, event);
			board.held.bent = { id: bending.connector.id, ...bending.next };
			board.wake();
		} else if (work?.is === 'widen') widen(board, work.widening, event);
		else if (work?.is === 'grow') {
			if (!work.linking && distance(work.start.screen, event.screen) < SLOP * 3) return;
			if (!work.linking) {
				work.linking = true;
				link.from(work.id, work.start);
			}
			link.drag(board, event);
		}
	}

	function up(board: Board, event: HandEvent): void {
		const done = work;
		work = undefined;
		const preview = board.held.preview;
		board.guides = [];
		if (done?.is === 'press') {
			if (done.hit === undefined) {
				if (!event.shift) board.select([]);
			} else if (event.shift) board.toggle(done.hit);
			else {
				const wasAlone = board.selection.size === 1 && board.selection.has(done.hit);
				// The first click picks a thing, the next one follows its link; with Ctrl, or where
				// nothing can be changed, the first does.
				if ((wasAlone || event.hold || !board.mayEdit) && openLinkAt(board, event.at)) return;
				board.select([done.hit]);
				if (wasAlone) pickCell(board, spotUnder(board, event, done.hit));
			}
		} else if (done?.is === 'move') {
			if (done.copy) dropCopy(board, done);
			else if (done.branches && !done.target)
				dropBranches(board, { ...done, ...done.branches, isFree: event.hold });
			else
				board.asOne(() => {
					dropInto(board, done.dx, done.dy, done.target);
					if (done.line) insert(board, [...done.ids][0]!, done.line);
				});
		} else if (done?.is === 'resize' && preview) board.asOne(() => finishResize(board, done, preview));
		else if (done?.is === 'turn' && preview)
			setBoxes(board.room.editContext, ownBoxes(done.objects, preview));
		else if (done?.is === 'bend') finishBending(board, done.bending);
		else if (done?.is === 'widen') finishWidening(board, done.widening);
		else if (done?.is === 'grow') {
			if (done.linking) link.up(board, event);
			else if (branchOf(board)) growTowards(board, done.direction);
			else grow(board, done.direction);
		}
		board.held.drop();
		board.wake();
	}

	return {
		cursor: () => cursor,
		down(board, event) {
			const sign = signUnder(board, event);
			if (sign) {
				work = undefined;
				if (sign.name === 'see') goToSeeAlso(board, sign.id);
				else if (sign.name === 'folded') unfold(board, sign.id);
				else if (board.room.may('nod')) nod(board.room.editContext, board.model, [sign.id]);
				return;
			}
			const knob = knobUnder(board, event);
			if (knob === 'turn') {
				const objects = board.pieces;
				const target = resizeTarget(board)!;
				work = { is: 'turn', start: event, objects, centre: centreOf(target), by: 0 };
				board.held.lift(withCards(board, objects));
				return;
			}
			if (knob) {
				work = { is: 'grow', start: event, direction: knob, id: board.selected[0]!.id, linking: false };
				return;
			}
			const corner = bendHandleUnder(board, event);
			const bending = corner && startBending(board, corner);
			if (bending) {
				work = { is: 'bend', bending };
				board.held.lift([bending.connector.id]);
				return;
			}
			const handle = handleUnder(board, event);
			if (handle) {
				const objects = board.pieces;
				work = { is: 'resize', start: event, handle, objects, round: board.selectionBox()! };
				board.held.lift(withCards(board, objects));
				return;
			}
			const hit = taken(board, event);
			const spot = spotUnder(board, event, hit);
			const widening = spot && board.selection.has(spot.holder.id) && startWidening(board, spot, event);
			if (widening) work = { is: 'widen', widening };
			else if (spot && isActive(spot) && !event.shift) {
				work = undefined;
				act(board, spot);
			} else work = { is: 'press', start: event, hit };
		},
		drag,
		up,
		hover(board, event) {
			const sign = signUnder(board, event);
			board.pointed = sign?.name === 'nods' ? sign.id : undefined;
			const knob = sign ? undefined : knobUnder(board, event);
			const corner = sign || knob ? undefined : bendHandleUnder(board, event);
			const handle = sign || knob || corner ? undefined : handleUnder(board, event);
			if (sign || (knob && knob !== 'turn')) cursor = 'pointer';
			else if (knob || corner) cursor = 'grab';
			else cursor = handle ? CURSORS[handle] : 'default';
			board.hovered = taken(board, event);
			const spot = cursor === 'default' ? spotUnder(board, event, board.hovered) : undefined;
			if (spot) cursor = cursorIn(board, spot);
			if (cursor === 'default' && linkUnder(board, event.at)) cursor = 'pointer';
		},
		cancel(board) {
			if (work?.is === 'grow') link.cancel(board);
			work = undefined;
			board.guides = [];
			board.held.drop();
			board.wake();
		},
		sketch(board): Sketch | undefined {
			if (work?.is === 'box') return { type: 'box', ...work.box, dashed: !work.whole };
			if (work?.is === 'lasso') return { type: 'loop', points: work.points };
			if (work?.is === 'move' && work.target)
				return { type: 'paint', items: dropTargetItems(board, work.target) };
			if (work?.is === 'move' && work.line) return { type: 'paint', items: insertItems(board, work.line) };
			if (work?.is === 'move' && work.branches?.landing)
				return { type: 'paint', items: landingItems(board, work.branches.landing) };
			if (work?.is === 'widen') return { type: 'paint', items: wideningItems(board, work.widening) };
			if (work?.is === 'turn')
				return { type: 'angle', at: work.centre, by: work.by, of: work.objects[0]!.box[4] };
			return work?.is === 'grow' && work.linking ? link.sketch(board) : undefined;
		},
	};
}
