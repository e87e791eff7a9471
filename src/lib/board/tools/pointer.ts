/** Shows others a spot: a line that follows the hand and fades. It changes nothing. */
import { distance } from '$core/geometry/box';
import { OwnTrail, TRAIL_STEP } from '../together/trails';
import type { Board } from '../board.svelte';
import type { HandEvent, Tool } from './tool';

export function createPointer(): Tool {
	const own = new OwnTrail();
	let last: HandEvent | undefined;

	function show(board: Board, event: HandEvent): void {
		last = event;
		const trail = own.add(event.at);
		board.trails.hear('own', board.room.info.person.id, board.sheet, trail, performance.now());
		board.room.tell({ trail });
		board.wake();
	}

	return {
		cursor: () => 'crosshair',
		fine: true,
		down(board, event) {
			own.start();
			show(board, event);
		},
		drag(board, event) {
			if (last && distance(last.screen, event.screen) >= TRAIL_STEP) show(board, event);
		},
		up: () => void (last = undefined),
		cancel: () => void (last = undefined),
	};
}
