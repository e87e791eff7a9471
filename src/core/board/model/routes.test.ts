/** Lines kept apart while edits rain in. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import { addObject, addObjects, moveObjects } from '../ops/edits';
import { BoardModel } from './model';
import { linkBetween, shapeAt, testBoard } from '../testing';

afterEach(() => void vi.restoreAllMocks());

/** Two lines that run on top of each other until they are kept apart, and a clock that goes on by 1 ms whenever somebody looks at it. */
const made = () => {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	const shapes = [
		shapeAt(sheet, 0, 0),
		shapeAt(sheet, 0, 200),
		shapeAt(sheet, 900, 600),
		shapeAt(sheet, 900, 800),
	];
	const [a, b, c, d] = addObjects(editContext, model, shapes) as [string, string, string, string];
	const links = [
		addObject(editContext, model, linkBetween(sheet, a, d)),
		addObject(editContext, model, linkBetween(sheet, b, c)),
	];
	const clock = { now: 1_000_000 };
	vi.spyOn(Date, 'now').mockImplementation(() => clock.now++);
	/** What somebody sees who has little time for it. */
	const seen = new BoardModel(board.doc, 0);
	const ways = (of: BoardModel): unknown => links.map((id) => of.routeOf(id)?.path);
	const move = (): void => moveObjects(editContext, model, [d], 40, 0);
	return { model, seen, ways, move, clock };
};

describe('keeping lines apart', () => {
	it('rests after it was done, the longer the longer that took, and is right in the end', () => {
		const { model, seen, ways, move, clock } = made();
		expect(seen.routePending(1000)).toBe(true);
		model.routePending();
		expect(ways(seen)).toEqual(ways(model));
		move();
		model.routePending();
		expect(seen.routePending(1000)).toBe(false);
		expect(seen.routePending(1000)).toBe(false);
		clock.now += 5000;
		expect(seen.routePending(1000)).toBe(true);
		expect(ways(seen)).toEqual(ways(model));
	});

	it('is done at once for whoever waits for the end', () => {
		const { model, seen, ways, move } = made();
		seen.routePending(1000);
		move();
		model.routePending();
		expect(seen.routePending(1000)).toBe(false);
		expect(seen.routePending()).toBe(true);
		expect(ways(seen)).toEqual(ways(model));
	});
});
