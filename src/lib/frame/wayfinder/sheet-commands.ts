/** What can be done to a sheet: the same list feeds its menu and its keys. */
import { copyOut, putDown } from '$core/board/ops/clip';
import { duplicateSheet, moveSheet, moveToSheet, removeSheet } from '$core/board/ops/sheets';
import { m } from '$lib/messages';
import type { Board } from '../../board/board.svelte';
import { insertSheet } from '../../board/sheets';
import { toaster } from '../../ui/toaster';

export interface SheetCommand {
	id: string;
	label: () => string;
	keys?: string;
	when?: (board: Board, sheet: string) => boolean;
	run: (board: Board, sheet: string) => void;
}

const indexOf = (board: Board, sheet: string): number =>
	board.model.sheets.findIndex((each) => each.id === sheet);

/** Moves a sheet by one place up or down. */
export function shiftSheet(board: Board, sheet: string, by: -1 | 1): void {
	const { sheets } = board.model;
	const at = indexOf(board, sheet);
	const after = by === 1 ? sheets[at + 1] : sheets[at - 2];
	if (by === 1 && !after) return;
	if (by === -1 && at === 0) return;
	moveSheet(board.room.editContext, board.model, sheet, after?.id);
}

const hasForeign = (board: Board, sheet: string): boolean =>
	board.selection.size > 0 && board.sheet !== sheet;

export const SHEET_COMMANDS: SheetCommand[] = [
	{ id: 'insert', label: () => m.sheet_insert(), run: insertSheet },
	{
		id: 'duplicate',
		label: () => m.command_duplicate(),
		run(board, sheet) {
			const title = board.model.sheets[indexOf(board, sheet)]?.title ?? '';
			const copy = duplicateSheet(board.room.editContext, board.model, sheet, m.sheet_copy({ title }));
			if (copy) board.goToSheet(copy);
		},
	},
	{
		id: 'up',
		label: () => m.sheet_up(),
		keys: 'Alt ↑',
		when: (board, sheet) => indexOf(board, sheet) > 0,
		run: (board, sheet) => shiftSheet(board, sheet, -1),
	},
	{
		id: 'down',
		label: () => m.sheet_down(),
		keys: 'Alt ↓',
		when: (board, sheet) => indexOf(board, sheet) < board.model.sheets.length - 1,
		run: (board, sheet) => shiftSheet(board, sheet, 1),
	},
	{
		id: 'move here',
		label: () => m.sheet_move_here(),
		when: hasForeign,
		run(board, sheet) {
			const ids = [...board.selection];
			moveToSheet(board.room.editContext, board.model, ids, sheet);
			board.goToSheet(sheet);
			board.select(ids);
		},
	},
	{
		id: 'copy here',
		label: () => m.sheet_copy_here(),
		when: hasForeign,
		run(board, sheet) {
			const clip = copyOut(board.model, board.selection);
			const ids = putDown(board.room.editContext, board.model, clip, sheet, 0, 0);
			board.goToSheet(sheet);
			board.select(ids);
		},
	},
	{
		id: 'delete',
		label: () => m.delete_it(),
		keys: 'Delete',
		when: (board) => board.model.sheets.length > 1,
		run(board, sheet) {
			const title = board.model.sheets[indexOf(board, sheet)]?.title ?? '';
			if (!removeSheet(board.room.editContext, board.model, sheet)) {
				toaster.error({ title: m.did_not_work(), description: m.sheet_stays() });
				return;
			}
			toaster.create({
				title: m.sheet_deleted({ title }),
				duration: 12_000,
				action: { label: m.command_undo(), onClick: () => board.stepBack() },
			});
		},
	},
];
