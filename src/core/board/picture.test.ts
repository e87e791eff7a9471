import { describe, expect, it } from 'vitest';
import { copyOut, putDown } from './ops/clip';
import { addObject, changePicture } from './ops/edits';
import { cropTo, wholeBox } from './kinds/picture';
import { testBoard } from './testing';

const file = 'a'.repeat(64);

describe('cropping', () => {
	it('shows the part in the window, in place, and can be widened to the whole again', () => {
		const whole = { box: [100, 50, 200, 100, 0] as [number, number, number, number, number] };
		const part = cropTo(whole, { x: 150, y: 50, w: 100, h: 50 });
		expect(part).toEqual({ box: [150, 50, 100, 50, 0], crop: [0.25, 0, 0.5, 0.5] });
		expect(wholeBox(part)).toEqual({ x: 100, y: 50, w: 200, h: 100 });
		expect(cropTo(part, { x: -900, y: -900, w: 5000, h: 5000 })).toEqual({
			box: [100, 50, 200, 100, 0],
			crop: [0, 0, 1, 1],
		});
	});

	it('never leaves the picture, however the window is dragged', () => {
		const whole = { box: [0, 0, 100, 100, 0] as [number, number, number, number, number] };
		for (const window of [
			{ x: 500, y: 500, w: 20, h: 20 },
			{ x: -50, y: 90, w: 60, h: 60 },
			{ x: 20, y: 20, w: 0, h: 0 },
		]) {
			const { box, crop } = cropTo(whole, window);
			expect(box[2]).toBeGreaterThanOrEqual(1);
			for (const value of crop) {
				expect(value).toBeGreaterThanOrEqual(0);
				expect(value).toBeLessThanOrEqual(1);
			}
		}
	});
});

describe('pictures on the board', () => {
	it('are copied with their crop and replaced keeping their place', () => {
		const { model, editContext, sheet, undo } = testBoard();
		const id = addObject(editContext, model, {
			kind: 'picture',
			sheet,
			box: [0, 0, 100, 50, 0],
			style: {},
			file,
			natural: [400, 200],
			crop: [0, 0, 0.5, 1],
			name: 'bench.jpg',
		});
		const [copy] = putDown(editContext, model, copyOut(model, [id]), sheet, 200, 0);
		expect(model.find(copy!)).toMatchObject({
			file,
			crop: [0, 0, 0.5, 1],
			box: [200, 0, 100, 50, 0],
			name: 'bench.jpg',
		});
		changePicture(editContext, id, { file: 'b'.repeat(64), natural: [10, 10], crop: undefined });
		expect(model.find(id)).toMatchObject({ file: 'b'.repeat(64), natural: [10, 10] });
		expect(model.find(id)).not.toHaveProperty('crop');
		undo.undo();
		expect(model.find(id)).toMatchObject({ file, crop: [0, 0, 0.5, 1] });
	});
});
