/** Re-hanging a branch of a map by hand. */
import { canReparent, fold, hang, detach, setOffset } from '$core/board/ops/branches';
import { landingAt, type Landing } from '$core/board/ops/landing';
import type { BoardQuery } from '$core/board/model/query';
import { chalkOn } from '$core/board/colours';
import type { Primitive } from '$core/board/drawing';
import { inflate } from '$core/geometry/box';
import type { BoxValues } from '$core/board/objects';
import type { Board } from '../board.svelte';
import type { HandEvent } from './tool';

/** Branches that are moved while their parents stay, and where they would be hung. */
export interface BranchDrag {
	ids: readonly string[];
	landing: Landing | undefined;
}

/**
 * The branches that are moved while their parents stay, in the order in which they stand;
 * undefined where anything else is moved with them.
 */
export function draggedBranches(model: BoardQuery, ids: ReadonlySet<string>): BranchDrag | undefined {
	const tops = [...ids].filter((id) => {
		const parent = model.maps.parentOf(id);
		return parent === undefined || !ids.has(parent);
	});
	const branches = tops.filter((id) => model.maps.parentOf(id) !== undefined);
	// Marks that stick to them go along.
	const along = new Set(branches.flatMap((id) => [id, ...model.marksOn(id)]));
	if (branches.length === 0 || tops.some((id) => !along.has(id))) return undefined;
	const placeOf = (id: string): BoxValues => model.find(id)!.box;
	branches.sort((a, b) => placeOf(a)[1] - placeOf(b)[1] || placeOf(a)[0] - placeOf(b)[0]);
	return { ids: branches, landing: undefined };
}

/** Finds where they would be hung now, and shows it; a held key leaves them on their parents. */
export function previewReparent(
	board: Board,
	branches: BranchDrag,
	moving: ReadonlySet<string>,
	event: HandEvent,
): void {
	const { model, held } = board;
	const { ids } = branches;
	const found = event.hold ? undefined : landingAt(model, board.sheet, event.at, moving);
	branches.landing = found && canReparent(model, ids, found.place.parent) ? found : undefined;
	const on = branches.landing?.place.parent;
	held.reparenting = new Map(ids.map((id) => [id, event.hold ? model.maps.parentOf(id) : on]));
}

interface Dropped extends BranchDrag {
	dx: number;
	dy: number;
	isFree: boolean;
}

/** Hangs them where it was shown, or puts them down beside the map. */
export function dropBranches(board: Board, { ids, landing, dx, dy, isFree }: Dropped): void {
	const { editContext } = board.room;
	if (dx === 0 && dy === 0) return;
	if (isFree) board.asOne(() => ids.forEach((id) => setOffset(editContext, board.model, id, dx, dy)));
	else if (landing)
		board.asOne(() => {
			// Where all is folded away they would vanish under the hand.
			if (board.model.find(landing.place.parent)?.mapStyle?.folded) unfold(board, landing.place.parent);
			hang(editContext, board.model, ids, landing.place);
		});
	else detach(editContext, board.model, ids, dx, dy);
}

/** Where it would be hung, as a bar between neighbours or a box, and a frame round what on. */
export function landingItems(board: Board, { mark, place }: Landing): Primitive[] {
	const stroke = chalkOn('ochre', board.ground.surface);
	const unit = 1 / board.view.scale;
	const { x, y, w, h } = mark;
	const parent = board.model.boundsOf(place.parent);
	const line = { stroke, width: 2 * unit };
	return [
		{ type: 'rect', x, y, w, h, r: 3, fill: stroke + '66', ...line },
		...(parent ? [{ type: 'rect', ...inflate(parent, 5 * unit), r: 6, ...line } as const] : []),
	];
}

/** Shows what is folded away on something. */
export function unfold(board: Board, id: string): void {
	if (board.mayAll) fold(board.room.editContext, board.model, [id], false);
}
