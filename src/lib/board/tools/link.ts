/** Linking: press on one object, let go on another; either end may also be loose. */
import { isConnector } from '$core/board/kinds/guards';
import type { ConnectorEnd } from '$core/board/objects';
import { distance, type Point } from '$core/geometry/box';
import type { Board } from '../board.svelte';
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

export function createLink(): LinkTool {
	let from: { end: ConnectorEnd; at: Point; screen: Point } | undefined;
	let to: Point | undefined;
	let target: string | undefined;

	function reset(board: Board): void {
		from = undefined;
		to = undefined;
		target = undefined;
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
			board.wake();
		},
		up(board, event) {
			const start = from;
			reset(board);
			if (!start || distance(start.screen, event.screen) < SLOP) return;
			const id = connectableAt(board, event);
			if (id && 'object' in start.end && start.end.object === id) return;
			const { route, chalk, line } = board.next;
			board.add<'connector'>({
				kind: 'connector',
				box: [0, 0, 0, 0, 0],
				style: { route, chalk, ...line },
				ends: [start.end, endAt(id, event.at)],
			});
		},
		hover(board, event) {
			board.hovered = connectableAt(board, event);
		},
		cancel: reset,
		sketch: (): Sketch | undefined => (from && to ? { type: 'line', from: from.at, to, target } : undefined),
	};
}
