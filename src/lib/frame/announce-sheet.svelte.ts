/** Tells whoever listens which sheet they have come to. */
import { m } from '$lib/messages';
import { untrack } from 'svelte';
import type { Board } from '../board/board.svelte';
import { announcements } from '../ui/announcements.svelte';

/** Ends with its component. */
export function announceSheet(board: Board): void {
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
}
