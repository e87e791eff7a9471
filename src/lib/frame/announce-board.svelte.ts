/** Tells whoever listens which sheet they have come to, and which tool they have in hand. */
import { m } from '$lib/messages';
import { untrack } from 'svelte';
import type { Board } from '../board/board.svelte';
import { putsByClick, toolLabel } from '../board/tools';
import { announcements } from '../ui/announcements.svelte';

/** Ends with its component. */
export function announceBoard(board: Board): void {
	let shown: string | undefined;
	$effect(() => {
		const { sheet } = board;
		untrack(() => {
			const title = board.model.sheets.find(({ id }) => id === sheet)?.title;
			if (shown !== undefined && sheet !== shown && title !== undefined)
				announcements.say(m.say_came_to_sheet({ title }), 'sheet');
			shown = sheet;
		});
	});
	let inHand = untrack(() => board.tool);
	$effect(() => {
		const { tool } = board;
		if (tool === inHand) return;
		inHand = tool;
		untrack(() => {
			// It goes back to picking by itself when something was put down: that is told instead.
			if (tool === 'pick' && board.selection.size > 0) return;
			const named = { tool: toolLabel(tool) };
			announcements.say(putsByClick(tool) ? m.say_tool_puts(named) : m.say_tool(named), 'tool');
		});
	});
}
