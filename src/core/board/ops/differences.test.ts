import { describe, expect, it } from 'vitest';
import type { BoardObject } from '../objects';
import { noteAt, testBoard } from '../testing';
import { nod } from './approve';
import { differenceOf, summaryOf } from './differences';
import { addObject, moveObjects, removeObjects, restyle, setBoxes } from './edits';
import { lockObjects } from './groups';

/** A note, and what is told of it when it is changed. */
function room() {
	const { editContext, model, sheet } = testBoard();
	const id = addObject(editContext, model, noteAt(sheet, 0, 0, 'Queue at the door'));
	const told = (change: () => void) => {
		const before = model.find(id);
		change();
		return differenceOf(before, model.find(id));
	};
	return { editContext, model, sheet, id, told };
}

describe('what is different', () => {
	it('is told by what tells most', () => {
		const { editContext, model, id, told } = room();
		expect(told(() => moveObjects(editContext, model, [id], 10, 0))).toBe('moved');
		expect(told(() => setBoxes(editContext, new Map([[id, [0, 0, 200, 96, 0]]])))).toBe('resized');
		expect(told(() => setBoxes(editContext, new Map([[id, [0, 0, 200, 96, 45]]])))).toBe('resized');
		expect(told(() => nod(editContext, model, [id]))).toBe('nodded');
		expect(told(() => lockObjects(editContext, model, [id], 'own'))).toBe('locked');
		lockObjects(editContext, model, [id], undefined);
		expect(told(() => restyle(editContext, model, [id], { pigment: 'moss' }))).toBe('changed');
		expect(told(() => undefined)).toBeUndefined();
		expect(told(() => removeObjects(editContext, model, [id]))).toBe('deleted');
		expect(differenceOf(undefined, {} as BoardObject)).toBe('made');
		expect(differenceOf(undefined, undefined)).toBeUndefined();
	});

	it('is told together of all that a change touched, without what only followed', () => {
		const note = { id: 'a' } as BoardObject;
		const other = { id: 'b' } as BoardObject;
		expect(summaryOf([])).toBeUndefined();
		expect(
			summaryOf([
				{ difference: 'resized', object: other },
				{ difference: 'made', object: note },
			]),
		).toEqual({ difference: 'made', objects: [note] });
		expect(
			summaryOf([
				{ difference: 'moved', object: note },
				{ difference: 'moved', object: other },
			]),
		).toEqual({ difference: 'moved', objects: [note, other] });
	});
});
