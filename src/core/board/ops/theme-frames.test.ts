import { describe, expect, it } from 'vitest';
import { addObject, type NewObject } from './edits';
import { dropAt } from '../holders/cards';
import { noteAt, testBoard } from '../testing';

const themeAt = (sheet: string, x: number): NewObject => ({
	kind: 'theme',
	sheet,
	box: [x, 0, 300, 300, 0],
	style: { chalk: 'moss' },
	text: `Theme ${x}`,
});

describe('a note that is dragged', () => {
	function room() {
		const board = testBoard();
		const { editContext, model, sheet } = board;
		const [a, b] = [0, 1000].map((x) => addObject(editContext, model, themeAt(sheet, x)));
		const note = addObject(editContext, model, { ...noteAt(sheet, 40, 60, 'Queue'), theme: a! });
		return { ...board, a: a!, b: b!, note };
	}

	it('into the frame of another theme belongs to that one, as one step', () => {
		const { editContext, model, undo, a, b, note } = room();
		dropAt(editContext, model, [note], 1000, 60, undefined);
		expect(model.find(note)!.theme).toBe(b);
		expect(model.contentsOf(model.find(a)!)).toEqual([]);
		expect(model.contentsOf(model.find(b)!)).toEqual([note]);
		undo.undo();
		expect(model.find(note)).toMatchObject({ theme: a, box: [40, 60, 160, 96, 0] });
	});

	it('over the edge of a frame makes it larger; out of all frames it belongs to none', () => {
		const { editContext, model, b, note } = room();
		dropAt(editContext, model, [note], 1000 + 120, 60, undefined);
		const [x, , w] = model.find(b)!.box;
		expect(x + w).toBeGreaterThanOrEqual(40 + 1120 + 160);
		dropAt(editContext, model, [note], 0, 2000, undefined);
		expect(model.find(note)!.theme).toBeUndefined();
	});

	it('along with its theme stays in it', () => {
		const { editContext, model, a, b, note } = room();
		dropAt(editContext, model, [a], 1000, 0, undefined);
		expect(model.find(note)).toMatchObject({ theme: a, box: [1040, 60, 160, 96, 0] });
		expect(model.contentsOf(model.find(b)!)).toEqual([]);
	});
});
