/** Commands for sorting notes into themes. */
import { isNote, isTheme } from '$core/board/kinds/guards';
import { layBack, themesToLayBack } from '$core/board/ops/leave-themes';
import { canMerge, mergeNotes, notesBehind, takeApart } from '$core/board/ops/merge-notes';
import { noteIdsOf, themesOf } from '$core/board/ops/themes';
import { m } from '$lib/messages';
import type { Board } from '../board.svelte';
import type { Command } from './command';

const hasNotes = (board: Board): boolean => board.selected.some(isNote);
/** Notes that go into a theme, or themes that are joined with it. */
const canGoToTheme = (board: Board): boolean =>
	hasNotes(board) || (board.selection.size > 0 && board.selected.every(isTheme));

/** Themes whose notes would go back to where they lay: the selected ones, else all of the sheet. */
function themesBack(board: Board): string[] {
	const all = themesToLayBack(board.model, board.sheet).map(({ id }) => id);
	const chosen = all.filter((id) => board.selection.has(id));
	return chosen.length > 0 ? chosen : all;
}

/** Notes that would be one: the first selected one on top. */
function notesToMerge(board: Board): [top: string, others: string[]] | undefined {
	const [top, ...others] = board.selected.filter(isNote).map(({ id }) => id);
	const all = board.selected.length === others.length + 1;
	return top !== undefined && all && canMerge(board.model, top, others) ? [top, others] : undefined;
}

/** The selected theme, where it has enough notes to be cut in two. */
function splittable(board: Board): string | undefined {
	const [theme, more] = board.selected;
	const isOne = isTheme(theme) && more === undefined && !theme.lock;
	return isOne && noteIdsOf(board.model, theme.id).length >= 4 ? theme.id : undefined;
}

export const THEME_COMMANDS: Command[] = [
	{
		id: 'to theme',
		label: () => m.command_to_theme(),
		keys: ['Shift+t'],
		edits: true,
		section: 'arrange',
		when: canGoToTheme,
		run: (board) => board.frame.openDialog('to theme'),
	},
	{
		id: 'deal',
		label: () => m.command_deal(),
		keys: [],
		edits: true,
		run: (board) => board.frame.deal(),
	},
	{
		id: 'look through themes',
		label: () => m.command_look_through(),
		keys: [],
		edits: true,
		when: (board) => themesOf(board.model, board.sheet).length > 0,
		run: (board) => board.frame.lookThrough(),
	},
	{
		id: 'split theme',
		label: () => m.theme_split(),
		keys: [],
		edits: true,
		section: 'arrange',
		when: (board) => splittable(board) !== undefined,
		run: (board) => board.frame.lookThrough(splittable(board)),
	},
	{
		id: 'themes back',
		label: () => m.themes_back(),
		keys: [],
		edits: true,
		when: (board) => themesBack(board).length > 0,
		run: (board) => layBack(board.room.editContext, board.model, themesBack(board)),
	},
	{
		id: 'merge notes',
		label: () => m.merge_as_one(),
		keys: [],
		edits: true,
		section: 'arrange',
		when: (board) => notesToMerge(board) !== undefined,
		run: (board) => {
			const [top, others] = notesToMerge(board)!;
			mergeNotes(board.room.editContext, board.model, top, others);
			board.select([top]);
		},
	},
	{
		id: 'take apart',
		label: () => m.take_apart(),
		keys: [],
		edits: true,
		section: 'arrange',
		when: (board) =>
			board.selected.length === 1 && notesBehind(board.model, board.selected[0]!.id).length > 0,
		run: (board) => {
			const [top] = board.selected;
			board.select([top!.id, ...takeApart(board.room.editContext, board.model, top!.id)]);
		},
	},
];
