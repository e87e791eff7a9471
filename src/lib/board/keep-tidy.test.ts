/** A flow that is kept tidy, next to undo, to others and to what else its person does. */
import { flowAt } from '$core/board/flows';
import { addObject, setBoxes, setText } from '$core/board/ops/edits';
import { layoutTask, solveLayout } from '$core/board/ops/flow-layout';
import { insertIntoLine, linkInTurn } from '$core/board/ops/flow-links';
import { fieldAt, partner, shapeAt, type TestBoard } from '$core/board/testing';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { solveBeside } from './flow-worker';
import { keepFlowTidy, tidyAsOneWorks } from './keep-tidy';
import { boardInHand, type BoardInHand } from './testing';

vi.mock('./flow-worker', () => ({ solveBeside: vi.fn() }));

beforeEach(() => {
	vi.useFakeTimers();
	vi.mocked(solveBeside).mockImplementation((task) => Promise.resolve(solveLayout(task)));
});
afterEach(() => void vi.useRealTimers());

/** Longer than a change waits before it is tidied, ms. */
const LATER_MS = 500;
const later = async (): Promise<void> => void (await vi.advanceTimersByTimeAsync(LATER_MS));

/** Longer than it takes until a change is not new any more, ms. */
const LONG_SINCE_MS = 10_000;

const putStep = ({ editContext, model, sheet }: TestBoard, x: number, y: number, text: string): string =>
	addObject(editContext, model, {
		...shapeAt(sheet, x, y, text),
		style: { shape: 'process', fill: 'none', chalk: 'white' },
	});

/** Three steps in a field that is kept tidy, and tidy. */
async function keptTidy() {
	const { board, core } = boardInHand();
	const { editContext, model, sheet, undo } = core;
	tidyAsOneWorks(board);
	const put = (x: number, y: number, text: string): string => putStep(core, x, y, text);
	const field = addObject(editContext, model, fieldAt(sheet, 0, 0, 1000, 600));
	const steps = [put(100, 100, 'Come in'), put(150, 300, 'Wait'), put(300, 200, 'Sit down')];
	linkInTurn(editContext, model, steps, { yes: 'yes', no: 'no' });
	keepFlowTidy(board, field, 'right');
	await later();
	await vi.advanceTimersByTimeAsync(LONG_SINCE_MS);
	undo.stopCapturing();
	const boxes = (): string => JSON.stringify(steps.map((id) => model.find(id)?.box));
	const move = (id: string, x: number, y: number): void => {
		const [, , w, h] = model.find(id)!.box;
		board.asOne(() => setBoxes(editContext, new Map([[id, [x, y, w, h, 0]]])));
	};
	return { board, core, field, steps, boxes, move };
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
	expect(boxes()).toBe(moved);
	await later();
	expect(boxes()).toBe(tidy);
});

it('makes no step of its own where the flow is tidy already', async () => {
	const { board, steps } = await keptTidy();
	const depth = board.undo.undoStack.length;
	board.asOne(() => setText(board.room.editContext, steps[0]!, 'Come on'));
	await later();
	expect(board.undo.undoStack).toHaveLength(depth + 1);
});

/** The same flow on two screens, each of which keeps it tidy. */
async function twoHands() {
	const first = await keptTidy();
	const other = partner(first.core);
	const second = boardInHand({ ...other, sheet: first.core.sheet });
	tidyAsOneWorks(second.board);
	/** Whether it stands on both screens as it is laid out: nothing lies on anything else. */
	const areTidy = (): boolean =>
		[first, second].every(({ core: { model } }) => {
			const { middles } = solveLayout(layoutTask(model, flowAt(model, first.field)!, 'right'));
			return [...middles].every(([id, middle]) => {
				const [x, y, w, h] = model.find(id)!.box;
				return Math.round(middle.x - w / 2) === x && Math.round(middle.y - h / 2) === y;
			});
		});
	/** Puts a step into the line from one of the three. */
	const insert = ({ board, core }: Pick<BoardInHand, 'board' | 'core'>, from: string, text: string): void =>
		board.asOne(() => {
			const step = putStep({ ...core, sheet: first.core.sheet }, 300, 400, text);
			const line = core.model.tiesOf(from).find((tie) => {
				const object = core.model.find(tie)!;
				return 'ends' in object && 'object' in object.ends[0] && object.ends[0].object === from;
			})!;
			insertIntoLine(core.editContext, core.model, step, line, { yes: 'yes', no: 'no' });
		});
	/** Each puts a step into it, and learns of the other's when both have been tidied. */
	const insertAtOnce = async (): Promise<void> => {
		other.cut();
		insert(first, first.steps[0]!, 'Write a card');
		insert(second, first.steps[1]!, 'Call');
		await later();
		other.join();
	};
	return { first, second, other, areTidy, insert, insertAtOnce };
}

it('is tidy after two have put steps into it at the same moment', async () => {
	const { first, areTidy, insertAtOnce } = await twoHands();
	await insertAtOnce();
	expect(areTidy()).toBe(false);
	await later();
	expect(areTidy()).toBe(true);
	expect(flowAt(first.core.model, first.field)!.flow.steps).toHaveLength(5);
});

it('is tidy after one comes back who has changed it without a connection', async () => {
	const { first, second, other, areTidy, insert } = await twoHands();
	other.cut();
	insert(first, first.steps[0]!, 'Write a card');
	insert(second, first.steps[1]!, 'Call');
	await vi.advanceTimersByTimeAsync(LONG_SINCE_MS);
	// What was done meanwhile is not confirmed when what others did comes in.
	Object.assign(second.board.room, { unconfirmed: 1 });
	other.join();
	Object.assign(second.board.room, { unconfirmed: 0 });
	await later();
	expect(areTidy()).toBe(true);
});

it('is tidy after one has taken back what another built on', async () => {
	const { first, second, areTidy, insert } = await twoHands();
	insert(first, first.steps[0]!, 'Write a card');
	await vi.advanceTimersByTimeAsync(LONG_SINCE_MS);
	insert(second, first.steps[1]!, 'Call');
	await vi.advanceTimersByTimeAsync(LONG_SINCE_MS);
	first.board.steps.back();
	await later();
	expect(areTidy()).toBe(true);
	const names = flowAt(first.core.model, first.field)!.flow.steps.map(({ name }) => name);
	expect(names.sort()).toEqual(['Call', 'Come in', 'Sit down', 'Wait']);
});

it('closes the line again when one takes a step out that another laid out with the rest', async () => {
	const { first, second, areTidy, insertAtOnce } = await twoHands();
	await insertAtOnce();
	await later();
	for (const { board } of [second, first]) {
		board.steps.back();
		await later();
	}
	expect(areTidy()).toBe(true);
	const { flow } = flowAt(second.core.model, first.field)!;
	expect(flow.steps).toHaveLength(3);
	expect(flow.links.map(({ from, to }) => [from, to])).toEqual([
		[first.steps[0], first.steps[1]],
		[first.steps[1], first.steps[2]],
	]);
});

it('leaves what only others change to them', async () => {
	const { first, second, other } = await twoHands();
	const wait = first.steps[1]!;
	vi.mocked(solveBeside).mockClear();
	other.cut();
	second.board.asOne(() => setBoxes(other.editContext, new Map([[wait, [400, 420, 160, 80, 0]]])));
	other.join();
	await later();
	expect(vi.mocked(solveBeside)).toHaveBeenCalledTimes(1);
});

it('lays it out anew when somebody changes it while that is worked out', async () => {
	const { first, second, other, areTidy, insert } = await twoHands();
	const held: (() => void)[] = [];
	vi.mocked(solveBeside).mockImplementationOnce(
		(task) => new Promise((done) => void held.push(() => done(solveLayout(task)))),
	);
	first.move(first.steps[1]!, 400, 420);
	await later();
	expect(held).toHaveLength(1);
	insert(second, first.steps[1]!, 'Call');
	held[0]!();
	await later();
	await later();
	expect(areTidy()).toBe(true);
	other.cut();
});

it('tidies every flow that was changed, also while another one is worked out', async () => {
	const { board, core, boxes, steps, move } = await keptTidy();
	const tidy = boxes();
	const other = addObject(core.editContext, core.model, fieldAt(core.sheet, 0, 2000, 1000, 600));
	const more = [putStep(core, 100, 2100, 'Open'), putStep(core, 150, 2300, 'Close')];
	linkInTurn(core.editContext, core.model, more, { yes: 'yes', no: 'no' });
	const held: (() => void)[] = [];
	vi.mocked(solveBeside).mockImplementationOnce(
		(task) => new Promise((done) => void held.push(() => done(solveLayout(task)))),
	);
	move(steps[1]!, 400, 420);
	await later();
	keepFlowTidy(board, other, 'right');
	await later();
	held[0]!();
	await later();
	expect(boxes()).toBe(tidy);
	const [first, second] = more.map((id) => core.model.find(id)!.box);
	expect(first![1]).toBe(second![1]);
});
