/** Commands for sorting notes into themes. */
import { isNote, isTheme } from '$core/board/kinds/guards';
import { m } from '$lib/messages';
import type { Board } from '../board.svelte';
import type { Command } from './command';

const hasNotes = (board: Board): boolean => board.selected.some(isNote);
/** Notes that go into a theme, or themes that are joined with it. */
const canGoToTheme = (board: Board): boolean =>
	hasNotes(board) || (board.selection.size > 0 && board.selected.every(isTheme));

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
];
