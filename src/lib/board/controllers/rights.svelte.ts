/** What is in hand when one's rights change. */
import { untrack } from 'svelte';
import type { Board } from '../board.svelte';

/**
 * Whoever may not write any more puts down what they have in hand. Called while a component is set
 * up; it ends with it.
 */
export function putDownWithRights(board: Board): void {
	$effect(() => {
		void board.room.policy;
		if (board.mayTake(board.tool) && board.mayEdit) return;
		untrack(() => {
			board.writing.checkRights();
			if (!board.mayTake(board.tool)) board.takeUp('pick');
		});
	});
}
