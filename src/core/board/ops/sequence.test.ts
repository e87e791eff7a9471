import { describe, expect, it } from 'vitest';
import { addObject, moveObjects } from './edits';
import { fieldsInOrder, putInSequence, shiftInSequence } from './sequence';
import { fieldAt, testBoard } from '../testing';

function room() {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	const [a, b, c, d] = [
		[0, 0],
		[700, 0],
		[0, 500],
		[700, 500],
	].map(([x, y]) => addObject(editContext, model, fieldAt(sheet, x!, y!)));
	const order = (): string[] => fieldsInOrder(model, sheet).map(({ id }) => id);
	return { ...board, order, a: a!, b: b!, c: c!, d: d! };
}

describe('fields in their order', () => {
	it('keep it when one is pushed a little up or down', () => {
		const { editContext, model, order, a, b, c, d } = room();
		expect(order()).toEqual([a, b, c, d]);
		moveObjects(editContext, model, [a], 0, 20);
		expect(order()).toEqual([a, b, c, d]);
		moveObjects(editContext, model, [d], -20, -150);
		expect(order()).toEqual([a, b, c, d]);
		moveObjects(editContext, model, [a], 0, 900);
		expect(order()).toEqual([b, c, d, a]);
	});

	it('are put before another one, or at the end, and stay there wherever they lie', () => {
		const { editContext, model, order, a, b, c, d } = room();
		putInSequence(editContext, model, d, b);
		expect(order()).toEqual([a, d, b, c]);
		putInSequence(editContext, model, a, undefined);
		expect(order()).toEqual([d, b, c, a]);
		moveObjects(editContext, model, [a], -5000, -5000);
		expect(order()).toEqual([d, b, c, a]);
		shiftInSequence(editContext, model, a, -1);
		expect(order()).toEqual([d, b, a, c]);
	});
});
