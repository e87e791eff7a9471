/** Linking: press on one object, let go on another; either end may also be loose. */
import { isConnector } from '$core/board/kinds/guards';
import type { ConnectorEnd } from '$core/board/objects';
import { distance, type Point } from '$core/geometry/box';
import type { Board } from '../board.svelte';
import { nextLinkName, offeredNext } from '../flows';
import { SLOP, type HandEvent, type Sketch, type Tool } from './tool';

/** What a connector could be tied to under the hand. */
export function connectableAt(board: Board, event: HandEvent): string | undefined {
	const object = board.model.at(board.sheet, event.at, event.reach, board.context);
	return object && !isConnector(object) ? board.model.outermost(object).id : undefined;
}

const endAt = (id: string | undefined, at: Point): ConnectorEnd =>
	id ? { object: id } : { point: [Math.round(at.x), Math.round(at.y)] };

/** The tool itself, which picking uses to link from a knob. */
export type LinkTool = Required<Pick<Tool, 'drag' | 'up' | 'cancel' | 'sketch'>> &
	Tool & {
		/** Starts at an object, as from a knob beside it. */
		from: (id: string, event: HandEvent) => void;
	};

/** Adds a line of the look that was used last, with the name of the exit that it is. */
export function drawLine(board: Board, start: ConnectorEnd, end: ConnectorEnd): void {
	const { route, chalk, line } = board.next;
	const text = 'object' in start ? nextLinkName(board, start.object) : '';
	board.add<'connector'>({
		kind: 'connector',
		box: [0, 0, 0, 0, 0],
		style: { route, chalk, ...line },
		ends: [start, end],
		text,
	});
}

export function createLink(): LinkTool {
	let from: { end: ConnectorEnd; at: Point; screen: Point } | undefined;
	let to: Point | undefined;
	let target: string | undefined;
	/** Whether the hand has been off what it started from. */
	let wasAway = false;

	function reset(board: Board): void {
		from = undefined;
		to = undefined;
		target = undefined;
		wasAway = false;
		board.wake();
	}

	return {
		cursor: () => 'crosshair',
		down(board, event) {
			from = { end: endAt(connectableAt(board, event), event.at), at: event.at, screen: event.screen };
			to = event.at;
		},
		from(id, event) {
			from = { end: { object: id }, at: event.at, screen: event.screen };
			to = event.at;
		},
		drag(board, event) {
			to = event.at;
			target = connectableAt(board, event);
			wasAway ||= from !== undefined && !('object' in from.end && target === from.end.object);
			board.wake();
		},
		up(board, event) {
			const [start, isAway] = [from, wasAway];
			reset(board);
			if (!start || distance(start.screen, event.screen) < SLOP) return;
			const id = connectableAt(board, event);
			const origin = 'object' in start.end ? start.end.object : undefined;
			// Back to where it came from it is a line only after it was led away.
			if (id !== undefined && origin === id && !isAway) return;
			// Let go in the open, the flow may go on there.
			if (id === undefined && origin !== undefined && board.mayAll && offeredNext(board, origin))
				return board.frame.offerNextStep(origin, event.at);
			drawLine(board, start.end, endAt(id, event.at));
		},
		hover(board, event) {
			board.hovered = connectableAt(board, event);
		},
		cancel: reset,
		sketch: (): Sketch | undefined => (from && to ? { type: 'line', from: from.at, to, target } : undefined),
	};
}
