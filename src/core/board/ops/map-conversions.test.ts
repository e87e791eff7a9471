import { describe, expect, it } from 'vitest';
import { plainText } from '../../text/rich';
import type { Outline } from '../../mindmap/outline';
import { readOutline } from '../../mindmap/outline';
import { richFrom } from '../../text/rich';
import { drawingOf, paintedBounds } from '../kinds';
import { holdsBox } from '../../geometry/box';
import { sceneContext } from '../scene';
import { roughMeasure } from '../../text/fonts';
import { putIn } from '../holders/cards';
import { fieldAt, holderAt, noteAt, testBoard, type TestBoard } from '../testing';
import { acceptThemes } from './accept-themes';
import { setMapStyle } from './branches';
import { addObject, addObjects } from './edits';
import { addMap, mapIntoColumns, mapIntoList, mapIntoNotes, outlineFrom } from './map-conversions';
import { outlineOf } from './new-branches';

const told = ({ text, branches }: Outline): string =>
	plainText(text) + (branches.length > 0 ? ` (${branches.map(told).join(', ')})` : '');
const GARDEN = {
	text: richFrom('Garden'),
	branches: readOutline(richFrom('Beds\n\tRoses\n\t\tRed\n\tHerbs\nShed\nWell')),
};

function mapped(board: TestBoard): string[] {
	return addMap(board.editContext, board.model, GARDEN, {
		sheet: board.sheet,
		at: { x: 0, y: 0 },
		heightOf: ({ box }) => box[3],
	});
}

describe('maps from what is there', () => {
	it('come from themes, fields, holders and texts of several lines', () => {
		const board = testBoard();
		const { editContext, model, sheet } = board;
		const from = (id: string): string | undefined => {
			const outline = outlineFrom(model, model.find(id)!);
			return outline && told(outline);
		};
		const notes = addObjects(editContext, model, [
			noteAt(sheet, 40, 80, 'Saw'),
			noteAt(sheet, 240, 80, 'Drill'),
		]);
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0));
		expect(from(field)).toBe('Field (Saw, Drill)');
		acceptThemes(editContext, model, [{ name: 'Tools', noteIds: notes }]);
		const theme = [...model.objects.values()].find(({ kind }) => kind === 'theme')!;
		expect(from(theme.id)).toBe('Tools (Saw, Drill)');
		const columns = holderAt(board, 'columns', ['Open', 'Done']);
		const [note] = addObjects(editContext, model, [noteAt(sheet, 2000, 80, 'Lamp')]) as [string];
		putIn(editContext, model, [note], {
			holder: columns,
			row: 'all',
			col: model.find(columns)!.parts!.cols[1]!.id,
			index: 0,
		});
		expect(from(columns)).toBe('Repairs (Open, Done (Lamp))');
		const lines = addObject(editContext, model, noteAt(sheet, 3000, 0, 'Dates\n\tJanuary\n\tMay'));
		expect(from(lines)).toBe('Dates (January, May)');
		expect(from(notes[0]!)).toBeUndefined();
	});

	it('spread to both sides, as one step', () => {
		const board = testBoard();
		const { model, undo } = board;
		const [root, ...branches] = mapped(board) as [string, ...string[]];
		expect(told(outlineOf(model, root)!)).toBe('Garden (Beds (Roses (Red), Herbs), Shed, Well)');
		const [x] = model.find(root)!.box;
		const sides = new Set(branches.map((id) => model.find(id)!.box[0] > x));
		expect(sides.size).toBe(2);
		undo.undo();
		undo.undo();
		undo.undo();
		expect(model.objects.size).toBe(0);
	});
});

describe('maps into something else', () => {
	it('become single notes that stay where they are', () => {
		const board = testBoard();
		const { editContext, model } = board;
		const ids = mapped(board);
		const before = ids.map((id) => model.find(id)!.box);
		mapIntoNotes(editContext, model, ids[0]!);
		expect(ids.map((id) => model.find(id)!.box)).toEqual(before);
		expect(model.maps.branchesOf(ids[0]!)).toEqual([]);
	});

	it('become a list with all lines, and columns with all notes; the map stays', () => {
		const board = testBoard();
		const { editContext, model } = board;
		const [root] = mapped(board) as [string];
		const list = model.find(mapIntoList(editContext, model, root, { x: 2000, y: 0 })!)!;
		const lines = list.parts!.rows.map(({ id }) => list.parts!.cells[`${id}:text`]!);
		expect(lines.map(plainText)).toEqual(['Beds', '– Roses', '– – Red', '– Herbs', 'Shed', 'Well']);
		const columns = model.find(mapIntoColumns(editContext, model, root, { x: 4000, y: 0 })!)!;
		expect(told(outlineFrom(model, columns)!)).toBe('Garden (Beds (Roses, Red, Herbs), Shed, Well)');
		expect(told(outlineOf(model, root)!)).toContain('Roses (Red)');
	});
});

describe('a branch', () => {
	it('has a frame round all that hangs on it, and a note on its line', () => {
		const board = testBoard();
		const { editContext, model } = board;
		const [root] = mapped(board) as [string];
		const [beds] = model.maps.branchesOf(root) as [string];
		setMapStyle(editContext, model, [beds], { framed: true, lineNote: 'in spring' });
		const object = model.find(beds)!;
		for (const id of [beds, ...model.maps.descendantsOf(beds)])
			expect(holdsBox(object.branchFrame!, model.boundsOf(id)!)).toBe(true);
		const context = sceneContext(model, 'slate', roughMeasure);
		const texts = drawingOf(object, context).items.flatMap((item) => (item.type === 'text' ? item.text : []));
		expect(texts).toContain('in spring');
		expect(holdsBox(paintedBounds(object, model.routeOf)!, object.branchFrame!)).toBe(true);
		const before = object.branchFrame!.h;
		setMapStyle(editContext, model, [beds], { folded: true });
		expect(model.find(beds)!.branchFrame!.h).toBeLessThan(before);
		setMapStyle(editContext, model, [beds], { framed: undefined });
		expect(model.find(beds)!.branchFrame).toBeUndefined();
	});
});
