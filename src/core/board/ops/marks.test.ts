/** Marks stick to what they lie on. */
import { describe, expect, it } from 'vitest';
import { roughMeasure } from '../../text/fonts';
import { copyOut, putDown } from './clip';
import { addObject, moveObjects, type NewObject, removeObjects, setBoxes } from './edits';
import { putIn } from '../holders/cards';
import { drawingOf } from '../kinds';
import { placeMarks, stickAt } from './marks';
import { objectSchema, type BoxValues } from '../objects';
import { sceneContext } from '../scene';
import { addSheet, moveToSheet } from './sheets';
import { fieldAt, holderAt, noteAt, partner, testBoard, type TestBoard } from '../testing';

const markAt = (sheet: string, x: number, y: number): NewObject => ({
	kind: 'mark',
	sheet,
	box: [x, y, 40, 40, 0],
	style: { name: 'wrench', d: 'M1 1L20 20', fill: 'chalk', chalk: 'white' },
});
const box = ({ model }: Pick<TestBoard, 'model'>, id: string): BoxValues => model.find(id)!.box;

/** A note with a mark on its upper right corner. */
function marked() {
	const board = testBoard();
	const note = addObject(board.editContext, board.model, noteAt(board.sheet, 0, 0, 'Solder'));
	const on = stickAt(board.model, board.sheet, { x: 150, y: 10 }, new Set())!;
	const mark = addObject(board.editContext, board.model, { ...markAt(board.sheet, 130, -10), on });
	return { board, note, mark };
}

describe('a mark on an object', () => {
	it('moves, turns and grows with it, keeping its place and its own size', () => {
		const { board, note, mark } = marked();
		moveObjects(board.editContext, board.model, [note], 100, 50);
		expect(box(board, mark)).toEqual([230, 40, 40, 40, 0]);
		setBoxes(board.editContext, new Map([[note, [0, 0, 320, 192, 0]]]));
		expect(box(board, mark)).toEqual([300 - 20, 20 - 20, 40, 40, 0]);
		setBoxes(board.editContext, new Map([[note, [0, 0, 160, 96, 90]]]));
		const [x, y] = box(board, mark);
		// The upper right corner, turned by a quarter about (80, 48), is the lower right one.
		expect([Math.round(x + 20), Math.round(y + 20)]).toEqual([118, 118]);
	});

	it('is moved by itself, onto something else or off everything', () => {
		const { board, note, mark } = marked();
		const other = addObject(board.editContext, board.model, noteAt(board.sheet, 500, 0));
		moveObjects(board.editContext, board.model, [mark], 430, 30);
		expect(board.model.find(mark)).toMatchObject({ on: { to: other } });
		moveObjects(board.editContext, board.model, [note], 0, 300);
		expect(box(board, mark)).toEqual([560, 20, 40, 40, 0]);
		placeMarks(board.editContext, board.model, new Map([[mark, [1000, 1000, 40, 40, 0]]]));
		expect(board.model.find(mark)).not.toHaveProperty('on');
	});

	it('is copied, removed and moved to another sheet with it', () => {
		const { board, note, mark } = marked();
		const copies = putDown(board.editContext, board.model, copyOut(board.model, [note]), board.sheet, 0, 400);
		const [copy] = copies.filter((id) => board.model.find(id)!.kind === 'mark');
		expect(box(board, copy!)).toEqual([130, 390, 40, 40, 0]);
		expect(board.model.find(copy!)).toMatchObject({ on: { to: copies.find((id) => id !== copy) } });
		const sheet = addSheet(board.editContext, board.model, 'Next');
		moveToSheet(board.editContext, board.model, [note], sheet);
		expect(board.model.find(mark)!.sheet).toBe(sheet);
		removeObjects(board.editContext, board.model, [note]);
		expect(board.model.find(mark)).toBeUndefined();
		board.undo.undo();
		expect(box(board, mark)).toEqual([130, -10, 40, 40, 0]);
	});

	it('follows a note that a holder has placed', () => {
		const { board, note, mark } = marked();
		const holder = holderAt(board, 'columns');
		const { id: col } = board.model.find(holder)!.parts!.cols[2]!;
		putIn(board.editContext, board.model, [note], { holder, row: 'all', col, index: 0 });
		const [x, y] = box(board, note);
		expect(box(board, mark).slice(0, 2)).toEqual([x + 130, y - 10]);
		moveObjects(board.editContext, board.model, [holder], 40, 0);
		expect(box(board, mark)[0]).toBe(x + 170);
	});

	it('stays at the same place for both when one removes the object and the other has moved it', () => {
		const { board, note, mark } = marked();
		const other = partner(board);
		other.cut();
		moveObjects(board.editContext, board.model, [note], 500, 0);
		removeObjects(other.editContext, other.model, [note]);
		const late = addObject(board.editContext, board.model, {
			...markAt(board.sheet, 600, 20),
			on: { to: note, u: 0.5, v: 0.5 },
		});
		other.join();
		expect(board.model.find(mark)).toBeUndefined();
		expect(box(board, late)).toEqual(box(other, late));
	});

	it('does not stick to a field, nor to another mark', () => {
		const board = testBoard();
		addObject(board.editContext, board.model, fieldAt(board.sheet, 0, 0));
		expect(stickAt(board.model, board.sheet, { x: 200, y: 200 }, new Set())).toBeUndefined();
		addObject(board.editContext, board.model, markAt(board.sheet, 180, 180));
		expect(stickAt(board.model, board.sheet, { x: 200, y: 200 }, new Set())).toBeUndefined();
	});

	it('can be drawn in a dark colour on a light disc, or bare in a chalk of the surface', () => {
		const { board, mark } = marked();
		const object = board.model.find(mark)!;
		const shown = (fill: string) =>
			drawingOf(
				{ ...object, style: { ...object.style, fill } } as never,
				sceneContext(board.model, 'slate', roughMeasure),
			).items;
		expect(shown('ochre').map(({ type }) => type)).toEqual(['ellipse', 'glyph']);
		expect(shown('none').map(({ type }) => type)).toEqual(['glyph']);
	});

	it('takes path data and nothing else', () => {
		const { board, mark } = marked();
		const object = board.model.find(mark)!;
		const withData = (d: string) =>
			objectSchema.safeParse({ ...object, style: { ...object.style, d } }).success;
		expect(withData('M1 2.5a3 3 0 0 1 -1e-2 4Z')).toBe(true);
		expect(withData('M0 0"/><script>')).toBe(false);
		expect(withData('url(#x)')).toBe(false);
	});
});
