/** Notes that leave their themes, to where they lay before. */
import { describe, expect, it } from 'vitest';
import { overlaps } from '../../geometry/box';
import { fieldAt, holderAt, noteAt, testBoard } from '../testing';
import { putIn } from '../holders/cards';
import { acceptThemes } from './accept-themes';
import { addObject, moveObjects } from './edits';
import { lockObjects } from './groups';
import { layBack, takeOutOfThemes, themesToLayBack } from './leave-themes';
import { addTheme, sortInto } from './themes';

function room() {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	addObject(editContext, model, fieldAt(sheet, 0, 0));
	const notes = [0, 1, 2].map((i) => addObject(editContext, model, noteAt(sheet, 20 + i * 180, 60, `N${i}`)));
	const [theme] = acceptThemes(editContext, model, [{ name: 'Queues', noteIds: notes }]) as [string];
	return { ...board, notes, theme };
}

describe('back to how it lay', () => {
	it('puts every note where it was, and the empty frame goes, as one step', () => {
		const { editContext, model, notes, theme, undo, sheet } = room();
		expect(themesToLayBack(model, sheet).map(({ id }) => id)).toEqual([theme]);
		moveObjects(editContext, model, [theme], 500, 700);
		undo.stopCapturing();
		layBack(editContext, model, [theme]);
		notes.forEach((id, i) => {
			expect(model.find(id)).toMatchObject({ box: [20 + i * 180, 60, 160, 96, 0] });
			expect(model.find(id)).not.toHaveProperty('theme');
			expect(model.find(id)).not.toHaveProperty('held');
		});
		expect(model.find(theme)).toBeUndefined();
		undo.undo();
		expect(notes.map((id) => model.find(id)!.theme)).toEqual([theme, theme, theme]);
	});

	it('knows the place before the first theme, however often a note was sorted', () => {
		const { editContext, model, notes, sheet, theme } = room();
		const other = addTheme(editContext, model, sheet, 'Parts', notes);
		sortInto(editContext, model, other, [notes[0]!]);
		layBack(editContext, model, [other]);
		expect(model.find(notes[0]!)!.box.slice(0, 2)).toEqual([20, 60]);
		expect(model.find(other)).toBeUndefined();
		expect(model.find(notes[1]!)!.theme).toBe(theme);
	});

	it('knows the column that a note came from, while that is there', () => {
		const board = testBoard();
		const { editContext, model, sheet } = board;
		const columns = holderAt(board, 'columns');
		const note = addObject(editContext, model, noteAt(sheet, 0, 900, 'Card'));
		const slot = { holder: columns, row: 'all', col: model.find(columns)!.parts!.cols[1]!.id, index: 0 };
		putIn(editContext, model, [note], slot);
		const at = model.find(note)!.box;
		const theme = addTheme(editContext, model, sheet, 'Parts', [note]);
		sortInto(editContext, model, theme, [note]);
		expect(model.find(note)!.held!.in).toBe(theme);
		layBack(editContext, model, [theme]);
		expect(model.find(note)).toMatchObject({ held: { in: columns, col: slot.col }, box: at });
	});

	it('leaves locked themes and locked notes', () => {
		const { editContext, model, notes, theme, sheet } = room();
		lockObjects(editContext, model, [notes[0]!], 'own');
		layBack(editContext, model, [theme]);
		expect(model.find(notes[0]!)!.theme).toBe(theme);
		expect(model.find(notes[1]!)!.theme).toBeUndefined();
		lockObjects(editContext, model, [theme], 'own');
		expect(themesToLayBack(model, sheet)).toEqual([]);
	});
});

describe('a note that is taken out', () => {
	it('goes where it lay, or to a free place where another one lies there now', () => {
		const { editContext, model, notes, sheet } = room();
		const [a, b] = notes as [string, string];
		const other = addObject(editContext, model, noteAt(sheet, 25, 65, 'In its place'));
		takeOutOfThemes(editContext, model, [a, b]);
		expect(model.find(b)!.box.slice(0, 2)).toEqual([200, 60]);
		expect(model.find(a)!.theme).toBeUndefined();
		expect(overlaps(model.boundsOf(a)!, model.boundsOf(other)!)).toBe(false);
	});
});
