/** Re-hanging a branch of a map by hand. */
import { canReparent, fold, hang, detach, setOffset } from '$core/board/ops/branches';
import { landingAt, type Landing } from '$core/board/ops/landing';
import type { BoardQuery } from '$core/board/model/query';
import { chalkOn } from '$core/board/colours';
import type { Primitive } from '$core/board/drawing';
import { inflate } from '$core/geometry/box';
import type { Board } from '../board.svelte';
import type { HandEvent } from './tool';

/** The one branch that is moved while its parent stays; undefined for none or several. */
export function draggedBranch(model: BoardQuery, ids: ReadonlySet<string>): string | undefined {
	const tops = [...ids].filter((id) => {
		const parent = model.maps.parentOf(id);
		return parent === undefined || !ids.has(parent);
	});
	const [top] = tops.filter((id) => model.maps.parentOf(id) !== undefined);
	// Marks that stick to it go along.
	const others = tops.filter((id) => id !== top && !model.marksOn(top ?? '').includes(id));
	return others.length === 0 ? top : undefined;
}

/** Finds where it would be hung now, and shows it; a held key leaves it on its parent. */
export function previewReparent(
	board: Board,
	branch: { id: string; landing: Landing | undefined },
	moving: ReadonlySet<string>,
	event: HandEvent,
): void {
	const { model, held } = board;
	const found = event.hold ? undefined : landingAt(model, board.sheet, event.at, moving);
	branch.landing = found && canReparent(model, [branch.id], found.place.parent) ? found : undefined;
	const on = event.hold ? model.maps.parentOf(branch.id) : branch.landing?.place.parent;
	held.reparenting = { id: branch.id, on };
}

interface Dropped {
	id: string;
	landing: Landing | undefined;
	dx: number;
	dy: number;
	isFree: boolean;
}

/** Hangs it where it was shown, or puts it down beside the map. */
export function dropBranch(board: Board, { id, landing, dx, dy, isFree }: Dropped): void {
	const { editContext } = board.room;
	if (dx === 0 && dy === 0) return;
	if (isFree) setOffset(editContext, board.model, id, dx, dy);
	else if (landing)
		board.asOne(() => {
			// Where all is folded away it would vanish under the hand.
			if (board.model.find(landing.place.parent)?.mapStyle?.folded) unfold(board, landing.place.parent);
			hang(editContext, board.model, [id], landing.place);
		});
	else detach(editContext, board.model, [id], dx, dy);
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
