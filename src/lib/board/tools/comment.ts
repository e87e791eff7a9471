/** Says something about what is clicked: an object, or a spot of the sheet. */
import type { HandEvent, Tool } from './tool';

export function createComment(): Tool {
	let start: HandEvent | undefined;
	return {
		cursor: () => 'crosshair',
		hover(board, event) {
			board.hovered = board.model.at(board.sheet, event.at, event.reach, board.context)?.id;
			board.wake();
		},
		down: (_, event) => void (start = event),
		up(board, { at, reach }) {
			if (!start) return;
			start = undefined;
			const object = board.model.at(board.sheet, at, reach, board.context);
			board.hovered = undefined;
			board.takeUp('pick');
			board.frame.comment({ object: object?.id, at });
		},
		cancel: () => void (start = undefined),
	};
}
