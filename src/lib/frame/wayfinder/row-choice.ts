/** Choosing rows of the wayfinder: one, several one by one, or all between two. */
import type { Board } from '../../board/board.svelte';
import type { MenuPlace } from '../menu-place';

/** From where several are chosen, by board: the row that was chosen last by itself. */
const anchors = new WeakMap<Board, string>();

/** Ids of the objects of this sheet that have rows in a tree, in its order. */
const rowsOf = (board: Board, tree: Element | null): string[] =>
	[...(tree?.querySelectorAll<HTMLElement>('[data-row]') ?? [])]
		.map((row) => row.dataset['row']!)
		.filter((id) => board.model.find(id)?.sheet === board.sheet);

/** Goes to an object, which is then the only one that is chosen. */
function chooseOne(board: Board, id: string): void {
	anchors.set(board, id);
	board.goTo(id);
}

/** Chooses an object beside the others, or not any more. */
export function toggleRow(board: Board, id: string): void {
	if (board.model.find(id)?.sheet !== board.sheet) return chooseOne(board, id);
	anchors.set(board, id);
	board.toggle(id);
}

/** Chooses everything from where one began to this row. */
export function extendTo(board: Board, id: string, tree: Element | null): void {
	const rows = rowsOf(board, tree);
	const from = rows.indexOf(anchors.get(board) ?? '');
	const to = rows.indexOf(id);
	if (to < 0) return;
	if (from < 0) return toggleRow(board, id);
	board.select(rows.slice(Math.min(from, to), Math.max(from, to) + 1));
}

/** A click on a row: with Ctrl or Shift several are chosen, as in any list. */
export function clickRow(board: Board, id: string, event: MouseEvent): void {
	if (event.ctrlKey || event.metaKey) toggleRow(board, id);
	else if (event.shiftKey) extendTo(board, id, (event.currentTarget as Element).closest('[role="tree"]'));
	else chooseOne(board, id);
}

/**
 * Opens the menu for a row, by the pointer or the menu key; what is chosen stays so if the row is
 * of it.
 */
export function openRowMenu(
	board: Board,
	id: string,
	event: MouseEvent,
	onmenu: (at: MenuPlace) => void,
): void {
	event.preventDefault();
	if (!board.selection.has(id)) chooseOne(board, id);
	const { right, bottom } = (event.currentTarget as Element).getBoundingClientRect();
	onmenu({ x: right - 12, y: bottom });
}
