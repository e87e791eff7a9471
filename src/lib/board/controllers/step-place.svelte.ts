/** When a step starts, everybody is shown the place where it happens. */
import type { Step } from '$core/meeting/steps';
import { fitBox } from '$core/geometry/view';
import { untrack } from 'svelte';
import type { Board } from '../board.svelte';
import { isOnBoard } from '../places';

/** Space around the view of a step, px, and how much it is enlarged at most. */
const MARGIN = 20;
const MAX_ZOOM = 4;
/** Space around a field, px. */
const AROUND_FIELD = 60;

/**
 * Called while a component is set up; it ends with it.
 * @param hasTarget whether something else is to be shown on arriving
 */
export function goToStepPlaces(board: Board, hasTarget: boolean): void {
	const { room } = board;
	let last: string | undefined;
	let isArriving = true;
	$effect(() => {
		const { step } = room;
		const started = room.plan.running?.startedAt;
		if (!room.ready) return;
		// Whoever comes by the address of something is shown that, not the step.
		const hasArrived = !isArriving;
		isArriving = false;
		if (!step || !started) return;
		const key = `${step.id} ${started}`;
		if (key === last) return;
		last = key;
		untrack(() => {
			if (!hasArrived && (hasTarget || isOnBoard(board, location.hash))) return;
			// On a phone the desk, which takes the whole screen, gives way to the new step.
			if (hasArrived) board.frame.showBoard();
			board.following.quietly(() => goToPlaceOf(board, step));
		});
	});
}

function goToPlaceOf(board: Board, step: Step): void {
	const home = step.fields ? board.room.gathering?.field : step.field;
	const field = home === undefined ? undefined : board.model.find(home);
	const isSheetThere = step.sheet && board.model.sheets.some((sheet) => sheet.id === step.sheet);
	if (step.view && isSheetThere) {
		const [x, y, w, h] = step.view;
		board.goToSheet(step.sheet!);
		board.setView(fitBox({ x, y, w, h }, board.size, MARGIN, MAX_ZOOM));
	} else if (field) {
		board.goToSheet(field.sheet);
		board.select([]);
		board.setView(fitBox(board.model.boundsOf(field.id)!, board.size, AROUND_FIELD, 1));
	} else if (isSheetThere) board.goToSheet(step.sheet!);
}
