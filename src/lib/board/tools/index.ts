/** The table of tools, in the order of the ledge. */
import type { ToolName } from '../board.svelte';
import { comment } from './comment';
import { link } from './link';
import { field, holder, mark, note, shape, text } from './make';
import { pen } from './pen';
import { pick } from './pick';
import { pointer } from './pointer';
import { rubber } from './rub';
import type { HandEvent, Tool } from './tool';

let last: HandEvent | undefined;

/** The hand: moves the view and cannot move anything else. */
const view: Tool = {
	cursor: () => 'grab',
	down: (_, event) => void (last = event),
	drag(board, event) {
		if (last) board.pan(event.screen.x - last.screen.x, event.screen.y - last.screen.y);
		last = event;
	},
	up: () => void (last = undefined),
	cancel: () => void (last = undefined),
};

export const TOOL_TABLE: Record<ToolName, Tool> = {
	view,
	pick,
	note,
	text,
	shape,
	link,
	field,
	pen,
	rub: rubber,
	holder,
	mark,
	comment,
	pointer,
};
