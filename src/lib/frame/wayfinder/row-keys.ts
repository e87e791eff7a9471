/** Keys on a row of the wayfinder: everything that a hand does to an object, without one. */
import { isConnector } from '$core/board/kinds/guards';
import { addObject } from '$core/board/ops/edits';
import { m } from '$lib/messages';
import { toaster } from '../../ui/toaster';
import type { Board } from '../../board/board.svelte';

/** A step of an object that is moved by keys, board units. */
const STEP = 16;
const ARROWS: Record<string, [number, number]> = {
	ArrowLeft: [-STEP, 0],
	ArrowRight: [STEP, 0],
	ArrowUp: [0, -STEP],
	ArrowDown: [0, STEP],
};

/** Begins a link at an object, or ends it at another one of the same sheet. */
function link(board: Board, id: string): void {
	const { ways } = board;
	const from = ways.linkFrom && ways.linkFrom !== id ? board.model.find(ways.linkFrom) : undefined;
	const to = board.model.find(id);
	if (!to || isConnector(to)) return;
	if (from?.sheet !== to.sheet) {
		ways.linkFrom = id;
		toaster.info({ title: m.link_begun(), description: m.link_begun_more() });
		return;
	}
	ways.linkFrom = undefined;
	const { route, chalk } = board.next;
	addObject(board.room.editContext, board.model, {
		kind: 'connector',
		sheet: to.sheet,
		box: [0, 0, 0, 0, 0],
		style: { route, start: 'none', end: 'arrow', chalk },
		ends: [{ object: from.id }, { object: to.id }],
	});
	toaster.success({ title: m.link_made() });
}

/** Does what a key means for an object: F2 edits, Delete removes, L links, Alt and arrows move. */
export function onObjectKey(board: Board, id: string, event: KeyboardEvent): boolean {
	if (!board.mayEdit || !board.model.find(id)) return false;
	const arrow = ARROWS[event.key];
	if (event.altKey && arrow) {
		if (!board.selection.has(id)) board.select([id]);
		board.nudge(...arrow);
	} else if (event.key === 'F2') {
		board.goTo(id);
		board.startEditing(id);
	} else if (event.key === 'Delete') {
		if (!board.selection.has(id)) board.select([id]);
		board.remove();
	} else if (event.key.toLowerCase() === 'l' && !event.ctrlKey && !event.metaKey) link(board, id);
	else return false;
	return true;
}
