/** Adding sheets by hand. */
import { addSheet } from '$core/board/ops/sheets';
import { m } from '$lib/messages';
import type { Board } from './board.svelte';

/** Adds a sheet after another one and shows it. */
export function insertSheet(board: Board, after?: string): void {
	const title = m.sheet_number({ number: board.model.sheets.length + 1 });
	board.goToSheet(addSheet(board.room.editContext, board.model, title, 'slate', after));
}
