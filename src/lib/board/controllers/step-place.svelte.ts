/** When a step starts, everybody is shown the place where it happens. */
import type { Step } from '$core/meeting/steps';
import { fitBox } from '$core/geometry/view';
import { untrack } from 'svelte';
import type { Board } from '../board.svelte';
import { isOnBoard } from '../places';

/** Space around the view of a step, px, and how much it is enlarged at most. */
const MARGIN = 20;
const MAX_ZOOM = 4;

/** Called while a component is set up; it ends with it. */
export function goToStepPlaces(board: Board): void {
	const { room } = board;
	let last: string | undefined;
	let isArriving = true;
	$effect(() => {
		const { step } = room;
		const started = room.plan.running?.startedAt;
		if (!room.ready) return;
		// Whoever comes by the address of something is shown that, not the step.
		const isShown = isArriving && untrack(() => isOnBoard(board, location.hash));
		isArriving = false;
		if (!step || !started) return;
		const key = `${step.id} ${started}`;
		if (key === last) return;
		last = key;
		if (isShown) return;
		untrack(() => board.following.quietly(() => goToPlaceOf(board, step)));
	});
}

function goToPlaceOf(board: Board, step: Step): void {
	const home = step.fields ? board.room.gathering?.field : step.field;
	const isSheetThere = step.sheet && board.model.sheets.some((sheet) => sheet.id === step.sheet);
	if (step.view && isSheetThere) {
		const [x, y, w, h] = step.view;
		board.goToSheet(step.sheet!);
		board.setView(fitBox({ x, y, w, h }, board.size, MARGIN, MAX_ZOOM));
	} else if (home && board.model.find(home)) {
		board.goTo(home);
		board.select([]);
	} else if (isSheetThere) board.goToSheet(step.sheet!);
}
