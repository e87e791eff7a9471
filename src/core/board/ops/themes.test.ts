/** Making themes, joining them, sorting notes into them. */
import { describe, expect, it } from 'vitest';
import { overlaps } from '../../geometry/box';
import { fieldAt, noteAt, testBoard } from '../testing';
import { addObject } from './edits';
import { lockObjects } from './groups';
import { addSheet } from './sheets';
import { addTheme, mergeThemes, noteIdsOf, sortInto, themesOf } from './themes';

function board() {
	const made = testBoard();
	const { editContext, model, sheet } = made;
	const field = addObject(editContext, model, fieldAt(sheet, 0, 0, 800, 400));
	const notes = Array.from({ length: 9 }, (_, i) =>
		addObject(editContext, model, noteAt(sheet, 20 + (i % 4) * 180, 60 + Math.floor(i / 4) * 110, `n${i}`)),
	);
	const theme = (name: string): string => addTheme(editContext, model, sheet, name, notes);
	return { ...made, field, notes, theme };
}

describe('a new theme', () => {
	it('stands below the field of its notes, the next ones beside it, and nothing overlaps', () => {
		const { editContext, model, sheet, field, notes, theme } = board();
		const ids = Array.from({ length: 9 }, (_, i) => {
			const id = theme(`Theme ${i}`);
			sortInto(editContext, model, id, [notes[i]!]);
			return id;
		});
		const boxes = [...ids, field].map((id) => model.boundsOf(id)!);
		expect(boxes.some((a, i) => boxes.some((b, j) => i < j && overlaps(a, b)))).toBe(false);
		expect(boxes.every((box) => box.y >= model.boundsOf(field)!.y)).toBe(true);
		expect(themesOf(model, sheet)).toHaveLength(9);
	});
});

describe('notes', () => {
	it('go into a theme of their own sheet only, locked ones into none', () => {
		const { editContext, model, notes, theme } = board();
		const id = theme('Here');
		const elsewhere = addSheet(editContext, model, 'Elsewhere');
		const far = addObject(editContext, model, noteAt(elsewhere, 0, 0, 'Far'));
		lockObjects(editContext, model, [notes[0]!], 'own');
		sortInto(editContext, model, id, [far, ...notes.slice(0, 2)]);
		expect(noteIdsOf(model, id)).toEqual([notes[1]]);
		expect(model.find(far)!.held).toBeUndefined();
	});
});

describe('themes that are joined', () => {
	it('are one with all notes, in order, and one step of undo parts them again', () => {
		const { editContext, model, notes, theme, undo } = board();
		const [a, b, c] = ['A', 'B', 'C'].map(theme) as [string, string, string];
		sortInto(editContext, model, a, notes.slice(0, 3));
		sortInto(editContext, model, b, notes.slice(3, 6));
		sortInto(editContext, model, c, notes.slice(6));
		undo.stopCapturing();
		mergeThemes(editContext, model, a, [b, c]);
		expect(noteIdsOf(model, a)).toEqual(notes);
		expect(model.find(b)).toBeUndefined();
		for (const note of notes) expect(model.find(note)!.theme).toBe(a);
		undo.undo();
		expect([a, b, c].map((id) => noteIdsOf(model, id).length)).toEqual([3, 3, 3]);
	});

	it('leave a locked one as it is', () => {
		const { editContext, model, notes, theme } = board();
		const [a, b] = ['A', 'B'].map(theme) as [string, string];
		sortInto(editContext, model, b, notes);
		lockObjects(editContext, model, [b], 'own');
		mergeThemes(editContext, model, a, [b]);
		expect(noteIdsOf(model, b)).toHaveLength(9);
	});
});
