/** A flow that is kept tidy, next to undo and next to what else its person does. */
import { addObject, setBoxes, setText } from '$core/board/ops/edits';
import { linkInTurn } from '$core/board/ops/flow-links';
import { fieldAt, shapeAt } from '$core/board/testing';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { keepFlowTidy, tidyAsOneWorks } from './keep-tidy';
import { boardInHand } from './testing';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** Longer than a change waits before it is tidied, ms. */
const LATER_MS = 500;
const later = async (): Promise<void> => void (await vi.advanceTimersByTimeAsync(LATER_MS));

/** Three steps in a field that is kept tidy, and tidy. */
async function keptTidy() {
	const { board, core } = boardInHand();
	const { editContext, model, sheet, undo } = core;
	tidyAsOneWorks(board);
	const put = (x: number, y: number, text: string): string =>
		addObject(editContext, model, {
			...shapeAt(sheet, x, y, text),
			style: { shape: 'process', fill: 'none', chalk: 'white' },
		});
	const field = addObject(editContext, model, fieldAt(sheet, 0, 0, 1000, 600));
	const steps = [put(100, 100, 'Come in'), put(150, 300, 'Wait'), put(300, 200, 'Sit down')];
	linkInTurn(editContext, model, steps, { yes: 'yes', no: 'no' });
	keepFlowTidy(board, field, 'right');
	await later();
	undo.stopCapturing();
	const boxes = (): string => JSON.stringify(steps.map((id) => model.find(id)?.box));
	const move = (id: string, x: number, y: number): void => {
		const [, , w, h] = model.find(id)!.box;
		board.asOne(() => setBoxes(editContext, new Map([[id, [x, y, w, h, 0]]])));
	};
	return { board, steps, boxes, move };
}

it('lays out what is moved, and one undo takes both back', async () => {
	const { board, steps, boxes, move } = await keptTidy();
	const tidy = boxes();
	move(steps[1]!, 400, 420);
	const moved = boxes();
	expect(moved).not.toBe(tidy);
	await later();
	expect(boxes()).toBe(tidy);
	move(steps[2]!, 20, 20);
	await later();
	board.steps.back();
	await later();
	expect(boxes()).toBe(tidy);
});

it('lets a change be that is taken back before it is tidied, and done again', async () => {
	const { board, steps, boxes, move } = await keptTidy();
	const tidy = boxes();
	move(steps[1]!, 400, 420);
	const moved = boxes();
	board.steps.back();
	await later();
	expect(boxes()).toBe(tidy);
	board.steps.again();
	await later();
	expect(boxes()).toBe(moved);
});

it('makes no step of its own where the flow is tidy already', async () => {
	const { board, steps } = await keptTidy();
	const depth = board.undo.undoStack.length;
	board.asOne(() => setText(board.room.editContext, steps[0]!, 'Come on'));
	await later();
	expect(board.undo.undoStack).toHaveLength(depth + 1);
});
