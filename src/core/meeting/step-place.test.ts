import { describe, expect, it } from 'vitest';
import { fieldAt, noteAt, testBoard } from '../board/testing';
import { addObject } from '../board/ops/edits';
import { placeOf } from './step-place';

describe('the place of a step', () => {
	it('is its view, else its field, else all that is on its sheet', () => {
		const { editContext, model, sheet } = testBoard();
		const field = addObject(editContext, model, fieldAt(sheet, 100, 50, 560, 400));
		addObject(editContext, model, noteAt(sheet, 1000, 500));
		expect(placeOf({ sheet, field, view: [1, 2, 30, 40] }, model)).toEqual({
			sheet,
			view: { x: 1, y: 2, w: 30, h: 40 },
		});
		expect(placeOf({ sheet, field }, model)).toEqual({ sheet, view: { x: 100, y: 50, w: 560, h: 400 } });
		expect(placeOf({ sheet }, model)).toEqual({ sheet, view: { x: 100, y: 50, w: 1060, h: 546 } });
	});

	it('is none where it is gone, empty or not set', () => {
		const { model, sheet } = testBoard();
		expect(placeOf({}, model)).toBeUndefined();
		expect(placeOf({ sheet }, model)).toBeUndefined();
		expect(placeOf({ field: 'gone' }, model)).toBeUndefined();
		expect(placeOf({ sheet: 'gone', view: [0, 0, 10, 10] }, model)).toBeUndefined();
	});
});
