/** GrowthDirection a map from what is selected, and going from branch to branch. */
import { demote, fold, hang, placeBeside, promote, reorder, type Place } from '$core/board/ops/branches';
import { addBranch, addOutlines, mapFrom } from '$core/board/ops/new-branches';
import { canBeBranch } from '$core/board/model/maps';
import type { BoardObject } from '$core/board/objects';
import type { Direction } from '$core/board/ops/grow';
import { nextInDirection } from '$core/mindmap/walk';
import type { GrowthDirection, MapLayout } from '$core/mindmap/layout';
import type { Outline } from '$core/mindmap/outline';
import { reveal } from '$core/geometry/view';
import type { Board } from './board.svelte';
import { heightFor, startOn } from './going-on';

/** The one thing that is selected, where it can be part of a map. */
export function mapPart(board: Pick<Board, 'selected' | 'editing' | 'model'>): BoardObject | undefined {
	const [object, more] = board.selected;
	return object && !more && canBeBranch(object) ? object : undefined;
}

/** The one branch or root that is selected. */
export function branchOf(board: Pick<Board, 'selected' | 'editing' | 'model'>): BoardObject | undefined {
	const object = mapPart(board);
	const { maps } = board.model;
	const isIn = object && (maps.parentOf(object.id) !== undefined || maps.branchesOf(object.id).length > 0);
	return isIn ? object : undefined;
}

/** How what hangs on something spreads. */
export function layoutOf(board: Pick<Board, 'model'>, { id, mapStyle, branchLine }: BoardObject): MapLayout {
	if (mapStyle?.layout) return mapStyle.layout;
	if (!branchLine || board.model.maps.parentOf(id) === undefined) return 'both';
	return branchLine.direction === 'out' ? 'radial' : branchLine.direction;
}

/** Hangs a new branch at a place, and lets one write in it. */
function add(board: Board, place: Place | undefined): void {
	if (!place || !board.mayAll) return;
	board.stopEditing();
	let id: string | undefined;
	board.asOne(() => {
		// What is added where everything is folded away would not be seen.
		if (board.model.find(place.parent)?.mapStyle?.folded)
			fold(board.room.editContext, board.model, [place.parent], false);
		id = addBranch(board.room.editContext, board.model, place);
	});
	if (id) startOn(board, id);
}

const lastOn = (board: Board, parent: string, side?: 'left' | 'right'): Place => ({
	parent,
	index: board.model.maps.branchesOf(parent).length,
	side,
});

/** A new branch on what is selected. */
export function addChild(board: Board): void {
	const object = mapPart(board);
	if (object) add(board, lastOn(board, object.id));
}

/** Hangs an outline on what is selected, as one step. Says whether that is part of a map. */
export function addLines(board: Board, outlines: readonly Outline[]): boolean {
	const object = branchOf(board);
	if (!object || !board.mayAll || object.lock || outlines.length === 0) return false;
	let ids: string[] = [];
	board.asOne(() => {
		if (object.mapStyle?.folded) fold(board.room.editContext, board.model, [object.id], false);
		ids = addOutlines(board.room.editContext, board.model, lastOn(board, object.id), outlines, (spec) =>
			heightFor(board, spec),
		);
	});
	if (ids.length > 0) board.select(ids);
	return ids.length > 0;
}

/** Makes a map of what is selected, and lets one say what it is about. */
export function makeMap(board: Board): void {
	const root = mapFrom(board.room.editContext, board.model, board.selection);
	if (root !== undefined) startOn(board, root);
}

/** The next branch after one, beside it; the first one on a root. */
export function addNext(board: Board): void {
	const object = branchOf(board);
	if (object) add(board, placeBeside(board.model, object.id, 'after') ?? lastOn(board, object.id));
}

/** A new branch a level back: after what this one hangs on. */
export function addAfterParent(board: Board): void {
	const object = branchOf(board);
	const parent = object && board.model.maps.parentOf(object.id);
	if (parent === undefined) return;
	add(board, placeBeside(board.model, parent, 'after') ?? lastOn(board, parent));
}

const OPPOSITE: Record<Direction, Direction> = { right: 'left', left: 'right', up: 'down', down: 'up' };
/** The way a branch grew, as one of four. */
function directionOf(board: Board, object: BoardObject, direction: GrowthDirection): Direction {
	if (direction !== 'out') return direction;
	const [x, y, w, h] = object.box;
	const [px, py, pw, ph] = board.model.find(board.model.maps.parentOf(object.id)!)!.box;
	const [dx, dy] = [x + w / 2 - (px + pw / 2), y + h / 2 - (py + ph / 2)];
	return Math.abs(dx) >= Math.abs(dy) ? (dx < 0 ? 'left' : 'right') : dy < 0 ? 'up' : 'down';
}

/** What a way means for a branch: further out, back, or beside it. */
type Meaning = 'out' | 'back' | 'before' | 'after';
function meaningOf(board: Board, object: BoardObject, way: Direction): Meaning {
	const grew = directionOf(board, object, object.branchLine!.direction);
	if (way === grew) return 'out';
	if (way === OPPOSITE[grew]) return 'back';
	return way === 'up' || way === 'left' ? 'before' : 'after';
}

/** Grows a map that way: a branch of what is selected, or one beside it, or one a level back. */
export function growTowards(board: Board, way: Direction): void {
	const object = branchOf(board);
	if (!object) return;
	if (!object.branchLine) {
		const side = way === 'left' || way === 'right' ? way : undefined;
		const place = lastOn(board, object.id, side);
		return add(board, way === 'up' ? { ...place, index: 0 } : place);
	}
	const meaning = meaningOf(board, object, way);
	if (meaning === 'out') return add(board, lastOn(board, object.id));
	if (meaning !== 'back') return add(board, placeBeside(board.model, object.id, meaning));
	const parent = board.model.maps.parentOf(object.id)!;
	// Back across the root is its other side.
	if (object.branch?.side && board.model.maps.parentOf(parent) === undefined)
		return add(board, lastOn(board, parent, object.branch.side === 'left' ? 'right' : 'left'));
	addAfterParent(board);
}

/** Re-hangs a branch that way: on the one before it, a level back, or past its neighbour. */
export function reparentTowards(board: Board, way: Direction): void {
	const object = branchOf(board);
	if (!object?.branchLine || !board.mayAll) return;
	const { editContext } = board.room;
	const meaning = meaningOf(board, object, way);
	const parent = board.model.maps.parentOf(object.id)!;
	if (meaning === 'out') demote(editContext, board.model, object.id);
	else if (meaning !== 'back') reorder(editContext, board.model, object.id, meaning === 'before' ? -1 : 1);
	else if (object.branch?.side && board.model.maps.parentOf(parent) === undefined) {
		const side = object.branch.side === 'left' ? 'right' : 'left';
		hang(editContext, board.model, [object.id], lastOn(board, parent, side));
	} else promote(editContext, board.model, object.id);
	show(board, object.id);
}

function show(board: Board, id: string): void {
	const bounds = board.model.boundsOf(id);
	if (bounds) board.setView(reveal(board.view, bounds, board.size));
}

/** Selects the next branch that way. Says whether there is one. */
export function walkTowards(board: Board, way: Direction): boolean {
	const object = branchOf(board);
	const from = object && board.model.boundsOf(object.id);
	if (!object || !from) return false;
	const root = board.model.maps.rootOf(object.id);
	const others = [root, ...board.model.maps.descendantsOf(root)].flatMap((id) => {
		const box = id === object.id ? undefined : board.model.boundsOf(id);
		return box ? [[id, box] as const] : [];
	});
	const next = nextInDirection(way, from, others);
	if (next === undefined) return false;
	board.select([next]);
	show(board, next);
	return true;
}
