/** Drawing and tidying flows: what the hand and the keys do with steps and lines. */
import { flowAt, flowScopeOf, type BoardFlow } from '$core/board/flows';
import { fittingShapes, isDecision } from '$core/board/flow-shapes';
import { isConnector, isShape } from '$core/board/kinds/guards';
import { hits } from '$core/board/kinds';
import type { BoardObject, BoxValues, ObjectOf } from '$core/board/objects';
import { setBoxes } from '$core/board/ops/edits';
import {
	canInsert,
	canTakeStep,
	exitsOf,
	insertIntoLine,
	linkInTurn,
	nameOfNextLink,
	takeOut,
} from '$core/board/ops/flow-links';
import { applyLayout, layoutTask } from '$core/board/ops/flow-layout';
import { canGrow, growFrom, nextPlace } from '$core/board/ops/grow';
import { SHAPE_FORMS, type ShapeName } from '$core/board/shapes';
import type { FlowDirection } from '$core/flow/layout/input';
import type { Point } from '$core/geometry/box';
import { m } from '$lib/messages';
import { exitWords } from '../words/flows';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';
import { startOn } from './going-on';
import { solveBeside } from './flow-worker';

/** The one step that is selected. */
export function selectedShape(board: Pick<Board, 'selected'>): BoardObject | undefined {
	const [object, more] = board.selected;
	return object && !more && isShape(object) ? object : undefined;
}

/** The flow that what is selected is part of. */
export function selectedFlow(board: Pick<Board, 'selected' | 'model'>): BoardFlow | undefined {
	const [first] = board.selected;
	return first && flowAt(board.model, first.id);
}

/** Objects that are selected, in the order in which they were, that lines can be tied to. */
const linkable = (board: Pick<Board, 'selected'>): string[] =>
	board.selected.filter((object) => !isConnector(object)).map(({ id }) => id);

export const canLinkSelected = (board: Pick<Board, 'selected'>): boolean => linkable(board).length > 1;

/** Links what is selected, in the order in which it was selected. */
export function linkSelected(board: Board): void {
	const { route, chalk, line } = board.next;
	linkInTurn(board.room.editContext, board.model, linkable(board), exitWords(), { route, chalk, ...line });
}

/** The name of a new line from something. */
export const nextLinkName = (board: Pick<Board, 'model'>, id: string): string =>
	nameOfNextLink(board.model, { object: id }, exitWords());

/** Makes a step another one: a decision, an end. Its size follows, its middle stays. */
export function changeStep(board: Board, shape: ShapeName): void {
	const object = selectedShape(board);
	if (!isShape(object) || object.lock) return;
	const [x, y, w, h, angle] = object.box;
	const usual = SHAPE_FORMS[object.style.shape].size;
	// What was made larger or smaller by hand stays that.
	const size = w === usual.w && h === usual.h ? SHAPE_FORMS[shape].size : { w, h };
	board.asOne(() => {
		board.restyle({ shape });
		const box: BoxValues = [x + (w - size.w) / 2, y + (h - size.h) / 2, size.w, size.h, angle];
		setBoxes(board.room.editContext, new Map([[object.id, box]]));
	});
}

/** How near a line has to be to straight to become so, pixels. */
const STRAIGHT = 28;

/** Puts the next step where the hand let go of a line from another one. */
export function growAt(board: Board, from: string, at: Point, shape: ShapeName | undefined): void {
	const next = growFrom(board.room.editContext, board.model, from, 'right', {
		shape,
		words: exitWords(),
		at: { ...at, slack: STRAIGHT / board.view.scale },
	});
	if (next) startOn(board, next);
}

/** What can come next where the hand let go of a line: shapes that fit, or another one alike. */
export function offeredNext(board: Pick<Board, 'model'>, from: string): ShapeName[] | 'alike' | undefined {
	const origin = board.model.find(from);
	if (!origin || !canGrow(origin)) return undefined;
	return isShape(origin) ? fittingShapes(origin) : 'alike';
}

/** The line that a step would be put into if it were let go at a point. */
export function lineToInsertInto(board: Board, step: string, at: Point, reach: number): string | undefined {
	const object = board.model.find(step);
	if (!object || !isShape(object)) return undefined;
	return lineAt(board, at, reach, (line) => canInsert(board.model, object, line));
}

/** The line that a step would be put into if it were made at a point. */
export const lineForNew = (board: Board, at: Point, reach: number): string | undefined =>
	lineAt(board, at, reach, canTakeStep);

function lineAt(
	board: Board,
	at: Point,
	reach: number,
	fits: (line: ObjectOf<'connector'>) => boolean,
): string | undefined {
	if (!board.mayAll) return undefined;
	const near = board.model
		.within(board.sheet, { x: at.x - reach, y: at.y - reach, w: 2 * reach, h: 2 * reach })
		.reverse();
	return near.find((other) => isConnector(other) && fits(other) && hits(other, at, reach, board.context))?.id;
}

/** Puts a step into a line. */
export const insert = (board: Board, step: string, line: string): void =>
	void insertIntoLine(board.room.editContext, board.model, step, line, exitWords());

/** Takes what is selected out of its line, and lays it beside; or takes it away. */
export function takeSelectedOut(board: Board, what: 'step stays' | 'step goes'): void {
	const ids = [...board.selection];
	board.asOne(() => {
		takeOut(board.room.editContext, board.model, ids, what);
		if (what === 'step stays') for (const id of ids) moveAside(board, id);
	});
}

/** A step that was taken out of a line does not stay on it. */
function moveAside(board: Board, id: string): void {
	const object = board.model.find(id);
	if (!object || object.lock) return;
	const { x, y, w, h } = nextPlace(board.model, object, 'down', 24);
	setBoxes(board.room.editContext, new Map([[id, [x, y, w, h, object.box[4]]]]));
}

/** Whether what is selected is part of a flow that can be tidied. */
export const canTidyFlow = (board: Pick<Board, 'selected' | 'model'>): boolean => {
	const [first] = board.selected;
	if (!first) return false;
	const isTied = board.model.tiesOf(first.id).length > 0 || isConnector(first);
	return isTied || flowScopeOf(board.model, first)?.id === first.id;
};

/** Tidies the flow that what is selected is part of. */
export function tidySelected(board: Board, direction: FlowDirection): void {
	const flow = selectedFlow(board);
	if (flow) void tidyFlow(board, flow, direction);
}

/** Lays a flow out, large ones beside the page. Tells where its field has no room. */
export async function tidyFlow(board: Board, flow: BoardFlow, direction: FlowDirection): Promise<void> {
	const layout = await solveBeside(layoutTask(board.model, flow, direction));
	if (!board.mayAll) return;
	let fits = true;
	board.asOne(() => (fits = applyLayout(board.room.editContext, board.model, flow, layout)));
	if (!fits) toaster.info({ title: m.flow_no_room() });
}

/** Exits of the one decision that is selected. */
export function selectedExits(board: Pick<Board, 'selected' | 'model'>): ReturnType<typeof exitsOf> {
	const object = selectedShape(board);
	return object && isDecision(object) ? exitsOf(board.model, object.id) : [];
}
