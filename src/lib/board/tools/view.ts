/** The hand: moves the view and cannot move anything else. */
import type { HandEvent, Tool } from './tool';

export function createView(): Tool {
	let last: HandEvent | undefined;
	return {
		cursor: () => 'grab',
		down: (_, event) => void (last = event),
		drag(board, event) {
			if (last) board.pan(event.screen.x - last.screen.x, event.screen.y - last.screen.y);
			last = event;
		},
		up: () => void (last = undefined),
		cancel: () => void (last = undefined),
	};
}
