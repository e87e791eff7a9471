/** Sheets, and fields as a sequence. */
import { describe, expect, it } from 'vitest';
import { plainText } from '../../text/rich';
import { addObject, addObjects, moveObjects, removeObjects } from './edits';
import { fieldsInOrder, nextField, shiftInSequence } from './sequence';
import { addSheet, duplicateSheet, moveSheet, moveToSheet, removeSheet } from './sheets';
import { fieldAt, linkBetween, noteAt, testBoard } from '../testing';

describe('sheets', () => {
	it('are inserted between, moved and duplicated with everything on them', () => {
		const board = testBoard();
		const { model, editContext, sheet } = board;
		const last = addSheet(editContext, model, 'Last');
		const between = addSheet(editContext, model, 'Between', 'paper', sheet);
		expect(model.sheets.map(({ id }) => id)).toEqual([sheet, between, last]);
		moveSheet(editContext, model, last, undefined);
		expect(model.sheets.map(({ id }) => id)).toEqual([last, sheet, between]);
		const [a, b] = addObjects(editContext, model, [
			noteAt(sheet, 0, 0, 'one'),
			noteAt(sheet, 300, 0, 'two'),
		]) as [string, string];
		addObject(editContext, model, linkBetween(sheet, a, b));
		const copy = duplicateSheet(editContext, model, sheet, 'Gather, copy')!;
		expect(model.sheets.map(({ title }) => title)).toEqual(['Last', 'Gather', 'Gather, copy', 'Between']);
		expect(
			model
				.onSheet(copy)
				.map((object) => plainText(object.text))
				.sort(),
		).toEqual(['', 'one', 'two']);
		board.undo.undo();
		expect(model.sheets).toHaveLength(3);
		expect(model.objects.size).toBe(3);
	});

	it('come back with everything after they were deleted; the last one stays', () => {
		const { model, editContext, sheet, undo } = testBoard();
		const second = addSheet(editContext, model, 'Path');
		addObject(editContext, model, noteAt(second, 0, 0, 'keep me'));
		expect(removeSheet(editContext, model, second)).toBe(true);
		expect(model.objects.size).toBe(0);
		expect(removeSheet(editContext, model, sheet)).toBe(false);
		undo.undo();
		expect(model.sheets.map(({ title }) => title)).toEqual(['Gather', 'Path']);
		expect(plainText([...model.objects.values()][0]!.text)).toBe('keep me');
	});

	it('take objects over with their links; a link that would cross sheets goes', () => {
		const { model, editContext, sheet } = testBoard();
		const second = addSheet(editContext, model, 'Path');
		const [a, b, c] = addObjects(editContext, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 300, 0),
			noteAt(sheet, 600, 0),
		]) as [string, string, string];
		const [kept, gone] = addObjects(editContext, model, [
			linkBetween(sheet, a, b),
			linkBetween(sheet, b, c),
		]) as [string, string];
		moveToSheet(editContext, model, [a, b], second);
		expect([a, b, kept].map((id) => model.find(id)!.sheet)).toEqual([second, second, second]);
		expect(model.find(gone)).toBeUndefined();
		expect(model.find(c)!.sheet).toBe(sheet);
	});
});

describe('fields as a sequence', () => {
	it('follow each other as one reads, until somebody orders them', () => {
		const { model, editContext, sheet, undo } = testBoard();
		const [right, left, below] = addObjects(editContext, model, [
			fieldAt(sheet, 900, 0),
			fieldAt(sheet, 0, 0),
			fieldAt(sheet, 0, 900),
		]) as [string, string, string];
		const order = (): string[] => fieldsInOrder(model, sheet).map(({ id }) => id);
		expect(order()).toEqual([left, right, below]);
		shiftInSequence(editContext, model, below, -1);
		expect(order()).toEqual([left, below, right]);
		moveObjects(editContext, model, [left], 0, 5000);
		expect(order()).toEqual([left, below, right]);
		const later = addObject(editContext, model, fieldAt(sheet, -900, -900));
		expect(order()).toEqual([left, below, right, later]);
		expect(nextField(model, sheet, right, 1)?.id).toBe(later);
		expect(nextField(model, sheet, later, 1)?.id).toBe(left);
		expect(nextField(model, sheet, undefined, -1)?.id).toBe(later);
		removeObjects(editContext, model, [below]);
		expect(order()).toEqual([left, right, later]);
		undo.undo();
		expect(order()).toContain(below);
	});
});
