/**
 * Brings what a step changed into view when it is taken back or done again, and says what is not to
 * be seen.
 */
import type { BoardObject } from '$core/board/objects';
import { overlaps } from '$core/geometry/box';
import { seen } from '$core/geometry/view';
import { m } from '$lib/messages';
import { toaster } from '$lib/ui/toaster';
import type { Board } from './board.svelte';
import type { Taken } from './undo-steps.svelte';

export function showStep(board: Board, taken: Taken | undefined, way: 'back' | 'again'): void {
	if (!taken) return;
	tell(board, taken, way);
	const there = taken.changed.flatMap((id) => board.model.find(id) ?? []);
	const [first] = there;
	if (!first || there.some(({ sheet }) => sheet === board.sheet)) return revealAny(board, there);
	board.goToSheet(first.sheet);
	board.showAll(there.flatMap(({ id, sheet }) => (sheet === first.sheet ? id : [])));
}

/** Shows objects of the sheet that is shown, where none of them is in view. */
function revealAny(board: Board, objects: readonly BoardObject[]): void {
	const ids = objects.flatMap(({ id, sheet }) => (sheet === board.sheet ? id : []));
	const view = seen(board.view, board.size);
	const isSeen = (id: string): boolean => {
		const bounds = board.model.boundsOf(id);
		return bounds === undefined || overlaps(bounds, view);
	};
	if (ids.length > 0 && !ids.some(isSeen)) board.showAll(ids);
}

function tell(board: Board, { changed, passedOver, tookOthers }: Taken, way: 'back' | 'again'): void {
	if (tookOthers)
		toaster.create({
			type: 'info',
			title: m.undo_took_others(),
			description: m.undo_took_others_more(),
			duration: 30_000,
			action: { label: m.bring_back(), onClick: () => board.stepForward() },
		});
	else if (passedOver > 0)
		toaster.info({
			title:
				way === 'back'
					? m.undo_passed_over({ count: passedOver })
					: m.redo_passed_over({ count: passedOver }),
			description: changed.length > 0 ? m.undo_passed_over_more() : m.undo_nothing_more(),
		});
}
