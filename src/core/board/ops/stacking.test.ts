/** What lies above what, on boards that are made at random. */
import { describe, expect, it } from 'vitest';
import { overlaps } from '../../geometry/box';
import { addObject } from './edits';
import { randomFrom } from '../generate';
import { groupObjects } from './groups';
import { restack, restackStep } from './stacking';
import { fieldAt, noteAt, partner, testBoard, type TestBoard } from '../testing';

const SEEDS = [1, 2, 3, 4, 5, 6];
const stack = ({ model, sheet }: Pick<TestBoard, 'model' | 'sheet'>): string[] =>
	model.onSheet(sheet).map(({ id }) => id);

/** A heap of notes, and some of them picked. */
function heap(seed: number, count = 14) {
	const board = testBoard();
	const random = randomFrom(seed);
	const ids = Array.from({ length: count }, () =>
		addObject(board.editContext, board.model, noteAt(board.sheet, random() * 500, random() * 300)),
	);
	const picked = ids.filter(() => random() < 0.3);
	return { ...board, ids, picked: picked.length > 0 ? picked : [ids[3]!], random };
}

describe('bringing to the front and to the back', () => {
	it.each(SEEDS)('keeps both what is brought and what stays in their order (seed %i)', (seed) => {
		const board = heap(seed);
		const { editContext, model, picked } = board;
		const before = stack(board);
		const inOrder = (ids: string[], of: (id: string) => boolean): string[] => ids.filter(of);
		const isPicked = (id: string): boolean => picked.includes(id);
		restack(editContext, model, picked, 'front');
		const front = stack(board);
		expect(front).toEqual([...inOrder(before, (id) => !isPicked(id)), ...inOrder(before, isPicked)]);
		restack(editContext, model, picked, 'back');
		expect(stack(board)).toEqual([...inOrder(before, isPicked), ...inOrder(before, (id) => !isPicked(id))]);
		board.undo.undo();
		expect(stack(board), 'one step to undo').toEqual(front);
	});

	it('takes a group with all its members, at any depth', () => {
		const board = heap(7, 6);
		const { editContext, model, ids } = board;
		const inner = groupObjects(editContext, model, [ids[0]!, ids[2]!])!;
		const outer = groupObjects(editContext, model, [inner, ids[4]!])!;
		const rest = stack(board).filter((id) => [ids[1], ids[3], ids[5]].includes(id));
		restack(editContext, model, [outer], 'back');
		expect(stack(board).filter((id) => rest.includes(id))).toEqual(rest);
		expect(stack(board).slice(-rest.length)).toEqual(rest);
	});

	it('does nothing to what is not there', () => {
		const board = heap(8, 3);
		const before = stack(board);
		restack(board.editContext, board.model, ['gone'], 'front');
		restackStep(board.editContext, board.model, [], true);
		expect(stack(board)).toEqual(before);
	});
});

describe('one step up or down', () => {
	it.each(SEEDS)(
		'goes past the next one that it overlaps, and past nothing else that it does (seed %i)',
		(seed) => {
			const board = heap(seed);
			const { editContext, model, ids, random } = board;
			const id = ids[Math.floor(random() * ids.length)]!;
			const up = random() < 0.5;
			const meets = (other: string): boolean => overlaps(model.boundsOf(id)!, model.boundsOf(other)!);
			const over = (): string[] => {
				const all = stack(board);
				return all.slice(all.indexOf(id) + 1).filter(meets);
			};
			const before = over();
			const under = stack(board).slice(0, stack(board).indexOf(id)).filter(meets);
			restackStep(editContext, model, [id], up);
			if (up) expect(over()).toEqual(before.slice(1));
			else expect(over()).toEqual(under.length > 0 ? [under.at(-1), ...before] : before);
		},
	);

	it('reaches the top and the bottom in so many steps, and stays there', () => {
		const board = heap(9, 10);
		const { editContext, model, ids } = board;
		for (let i = 0; i < 12; i++) restackStep(editContext, model, [ids[2]!], true);
		const isOver = (id: string): boolean => stack(board).indexOf(ids[2]!) > stack(board).indexOf(id);
		const met = ids.filter((id) => id !== ids[2] && overlaps(model.boundsOf(id)!, model.boundsOf(ids[2]!)!));
		expect(met.every(isOver)).toBe(true);
		const top = stack(board);
		restackStep(editContext, model, [ids[2]!], true);
		expect(stack(board)).toEqual(top);
		for (let i = 0; i < 12; i++) restackStep(editContext, model, [ids[2]!], false);
		expect(met.some(isOver)).toBe(false);
	});

	it('ends the same on both screens when two people do it at once', () => {
		const mine = testBoard();
		const theirs = partner(mine);
		const ids = [0, 20, 40, 60].map((x) => addObject(mine.editContext, mine.model, noteAt(mine.sheet, x, 0)));
		theirs.cut();
		restack(mine.editContext, mine.model, [ids[0]!], 'front');
		restack(theirs.editContext, theirs.model, [ids[1]!], 'front');
		theirs.join();
		expect(stack({ ...theirs, sheet: mine.sheet })).toEqual(stack(mine));
		expect(stack(mine).slice(0, 2)).toEqual([ids[2], ids[3]]);
		// Both were given the same place: whatever comes next still finds one.
		const next = addObject(mine.editContext, mine.model, noteAt(mine.sheet, 30, 0));
		restackStep(mine.editContext, mine.model, [next], false);
		restackStep(theirs.editContext, theirs.model, [ids[2]!], true);
		expect(stack({ ...theirs, sheet: mine.sheet })).toEqual(stack(mine));
	});
});

describe('fields', () => {
	it('lie under what is put on them, whatever was there first', () => {
		const { editContext, model, sheet } = testBoard();
		const note = addObject(editContext, model, noteAt(sheet, 50, 50));
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0));
		const order = model.onSheet(sheet).map(({ id }) => id);
		expect(order.indexOf(field)).toBeLessThan(order.indexOf(note));
		expect(model.contentsOf(model.find(field)!)).toEqual([note]);
	});
});
