/** Following links that stand in texts on the board. */
import { linkAt, linksOf } from '$core/board/link-at';
import type { Point } from '$core/geometry/box';
import { isSafeLink } from '$core/text/rich';
import type { Board } from './board.svelte';

/** The address under a point of the board. */
export function linkUnder(board: Board, at: Point): string | undefined {
	const object = board.model.at(board.sheet, at, 0, board.context);
	return object && linkAt(object, at, board.context);
}

/** Opens the link under a point; says whether there is one. */
export function openLinkAt(board: Board, at: Point): boolean {
	const address = linkUnder(board, at);
	if (address) openLink(address);
	return address !== undefined;
}

/** The first address in what is selected; the one under the menu where it was opened on one. */
export function linkOfSelection(board: Board): string | undefined {
	const [only] = board.selected;
	if (!only || board.selection.size > 1) return undefined;
	return (board.menuAt && linkAt(only, board.menuAt, board.context)) ?? linksOf(only)[0];
}

/** Opens an address beside the board. What it leads to learns nothing of the board. */
export function openLink(address: string): void {
	if (isSafeLink(address)) window.open(address, '_blank', 'noopener,noreferrer');
}
