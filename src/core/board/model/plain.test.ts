/** The worker's plain copy of a board. */
import { describe, expect, it } from 'vitest';
import { roughMeasure } from '../../text/fonts';
import { addObjects, moveObjects } from '../ops/edits';
import { generateBoard } from '../generate';
import { RenderBoard, paintedOf, type RenderItem } from './plain';
import { inPaintOrder } from '../scene';
import { addSheet } from '../ops/sheets';
import { holderAt, noteAt, testBoard } from '../testing';

const EVERYWHERE = { x: -1e6, y: -1e6, w: 2e6, h: 2e6 };

/** A board of a few hundred objects of all sorts, and what a painter is told of them. */
function sample() {
	const board = testBoard();
	generateBoard(board.editContext, board.model, 600);
	holderAt(board, 'columns');
	board.model.routePending();
	const all = [...board.model.objects.keys()].map((id) => paintedOf(board.model, id)!);
	return { board, all };
}
const chunks = (all: RenderItem[], size: number): RenderItem[][] =>
	Array.from({ length: Math.ceil(all.length / size) }, (_, i) => all.slice(i * size, (i + 1) * size));

describe('a plain copy', () => {
	it.each([7, 250, 5000])('shows the same in the same order, handed over in pieces of %i', (size) => {
		const { board, all } = sample();
		const copy = new RenderBoard(roughMeasure);
		for (const chunk of chunks(all, size)) copy.put(chunk);
		for (const { id: sheet } of board.model.sheets) {
			expect(copy.extent(sheet)).toEqual(board.model.extent(sheet));
			const drawn = copy.drawingsIn(sheet, EVERYWHERE, 'slate', false).map(({ id }) => id);
			expect(copy.idsIn(sheet, EVERYWHERE)).toEqual(drawn);
			const expected = inPaintOrder(board.model.onSheet(sheet))
				.filter(({ id }) => board.model.boundsOf(id))
				.map(({ id }) => id);
			expect(drawn).toEqual(expected);
		}
	});

	it('lists a sheet in the order in which it is painted, and draws any part of the list', () => {
		const { board, all } = sample();
		const copy = new RenderBoard(roughMeasure);
		copy.put(all);
		const { id: sheet } = board.model.sheets[0]!;
		const ids = copy.inOrderOn(sheet);
		expect(ids).toEqual(inPaintOrder(board.model.onSheet(sheet)).map(({ id }) => id));
		const part = copy.drawingsOf([...ids.slice(5, 25), 'unknown'], 'slate', true);
		expect(part.map(({ id }) => id)).toEqual(ids.slice(5, 25));
		const known = new Map(
			copy.drawingsIn(sheet, EVERYWHERE, 'slate', true).map(({ id, drawing }) => [id, drawing]),
		);
		for (const { id, drawing } of part) if (known.has(id)) expect(drawing).toBe(known.get(id));
	});

	it('says where the first things stand on a board that was painted empty', () => {
		const { editContext, model, sheet } = testBoard();
		const [id] = addObjects(editContext, model, [noteAt(sheet, 100, 200, 'First')]) as [string];
		const box = model.boundsOf(id)!;
		expect(new RenderBoard(roughMeasure).put([paintedOf(model, id)!])).toEqual([{ sheet, box }]);
		expect(new RenderBoard(roughMeasure).put([paintedOf(model, id)!], true)).toEqual([]);
	});

	it('says which parts look different: where something was, and where it is', () => {
		const { board, all } = sample();
		const copy = new RenderBoard(roughMeasure);
		copy.put(all);
		const sheet = addSheet(board.editContext, board.model, 'Next');
		const [note] = addObjects(board.editContext, board.model, [noteAt(sheet, 0, 0, 'moves')]) as [string];
		expect(copy.put([paintedOf(board.model, note)!])).toEqual([
			{ sheet, box: { x: 0, y: 0, w: 160, h: 96 } },
		]);
		moveObjects(board.editContext, board.model, [note], 500, 0);
		const dirty = copy.put([paintedOf(board.model, note)!]);
		expect(dirty.map(({ box }) => box.x)).toEqual([0, 500]);
		expect(copy.partsOf([note])).toEqual([{ sheet, box: { x: 500, y: 0, w: 160, h: 96 } }]);
		expect(copy.remove([note]).map(({ box }) => box.x)).toEqual([500]);
		expect(copy.drawingsIn(sheet, EVERYWHERE, 'slate', false)).toEqual([]);
	});

	it('draws an object anew when it changed, and for another surface when told to', () => {
		const { board } = sample();
		const copy = new RenderBoard(roughMeasure);
		const sheet = addSheet(board.editContext, board.model, 'Next');
		const [note] = addObjects(board.editContext, board.model, [noteAt(sheet, 0, 0, 'first')]) as [string];
		copy.put([paintedOf(board.model, note)!]);
		const drawing = () => copy.drawingsIn(sheet, EVERYWHERE, 'slate', false)[0]!.drawing;
		const before = drawing();
		expect(drawing()).toBe(before);
		moveObjects(board.editContext, board.model, [note], 5, 5);
		copy.put([paintedOf(board.model, note)!]);
		expect(drawing().box.x).toBe(5);
		const now = drawing();
		copy.forgetDrawings();
		expect(drawing()).not.toBe(now);
	});
});
