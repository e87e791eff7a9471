/** Where something is put down that was chosen in a dialog: where the hand was on the board, or in the middle of what is seen. */
import type { Point } from '$core/geometry/box';
import { seen } from '$core/geometry/view';
import type { Board } from '../board/board.svelte';

export function placeOf(board: Board): Point {
	const { x, y, w, h } = seen(board.view, board.size);
	const isSeen = (at: Point): boolean => at.x >= x && at.y >= y && at.x <= x + w && at.y <= y + h;
	const { cursor, sheet } = board.room.company.own;
	const hand = cursor && sheet === board.sheet ? { x: cursor[0], y: cursor[1] } : undefined;
	return board.menuAt ?? (hand && isSeen(hand) ? hand : board.middle);
}
