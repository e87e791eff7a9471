/** The wayfinder's lists, made from a real board. */
import { describe, expect, it } from 'vitest';
import { hang } from '$core/board/ops/branches';
import { addObjects, moveObjects } from '$core/board/ops/edits';
import { putIn } from '$core/board/holders/cards';
import { writeBlock } from '$core/board/holders/edits';
import { partOf } from '$core/board/holders/parts';
import { addSheet } from '$core/board/ops/sheets';
import { fieldAt, holderAt, linkBetween, noteAt, shapeAt, testBoard } from '$core/board/testing';
import { findOn, firstInOrder, lineOf, treeOf, writersOn } from './tree';

/** A field with two notes, a note beside it, columns with a card, a link and a table. */
function sample() {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	const [field, inside, deeper, loose, card] = addObjects(editContext, model, [
		fieldAt(sheet, 3000, 3000),
		noteAt(sheet, 3040, 3080, 'Lamp queue'),
		noteAt(sheet, 3040, 3200, 'Second tester'),
		noteAt(sheet, 5000, 0, 'Tea corner'),
		noteAt(sheet, 5000, 400, 'Hall booked'),
		shapeAt(sheet, 5000, 800, 'Door'),
	]) as [string, string, string, string, string, string];
	addObjects(editContext, model, [linkBetween(sheet, inside, loose)]);
	const columns = holderAt(board, 'columns');
	putIn(editContext, model, [card], {
		holder: columns,
		row: 'all',
		col: model.find(columns)!.parts!.cols[0]!.id,
		index: 0,
	});
	const table = holderAt(board, 'table');
	moveObjects(editContext, model, [table], 0, 3000);
	const { parts } = model.find(table)!;
	writeBlock(editContext, model, table, partOf(parts!.rows[1]!.id, parts!.cols[0]!.id), [
		['Toasters and kettles'],
	]);
	return { board, field, inside, deeper, loose, card, columns, table };
}

describe('the tree of a board', () => {
	it('has fields and holders with what lies in them, and the rest in reading order', () => {
		const { board, field, inside, deeper, loose, card, columns, table } = sample();
		const empty = addSheet(board.editContext, board.model, 'Later');
		const [here, there] = treeOf(board.model, board.sheet, 50);
		const branch = (id: string) => here!.branches.find((each) => each.id === id)!;
		expect(branch(field).children.map(({ object }) => object.id)).toEqual([inside, deeper]);
		expect(branch(columns).children.map(({ object }) => object.id)).toEqual([card]);
		expect(branch(columns).label).toBe('Repairs');
		expect(here!.loose.map(({ object }) => object.id)).toContain(table);
		expect(here!.loose[0]!.object.id).toBe(loose);
		expect(here!.looseCount).toBe(3);
		expect(there).toMatchObject({ sheet: { id: empty }, count: 0, branches: [] });
	});

	it('has branches of maps below what they hang on, in the order of the map', () => {
		const { editContext, model, sheet } = testBoard();
		const names = ['Café', 'Rooms', 'Tools', 'Saw', 'Drill', 'Alone'];
		const ids = addObjects(
			editContext,
			model,
			names.map((name, i) => noteAt(sheet, 900 - i * 10, i * 200, name)),
		);
		const [root, rooms, tools, saw, drill] = ids as [string, string, string, string, string];
		hang(editContext, model, [tools, rooms], { parent: root, index: 0 });
		hang(editContext, model, [saw, drill], { parent: tools, index: 0 });
		const [here] = treeOf(model, sheet, 50);
		expect(here!.loose.map(({ object, level }) => [lineOf(object), level])).toEqual([
			['Café', 0],
			['Tools', 1],
			['Saw', 2],
			['Drill', 2],
			['Rooms', 1],
			['Alone', 0],
		]);
	});

	it('lists only as many as asked for, and says how many there are', () => {
		const { board, field } = sample();
		const [here] = treeOf(board.model, board.sheet, 1);
		expect(here!.loose).toHaveLength(1);
		expect(here!.looseCount).toBe(3);
		expect(here!.branches.find(({ id }) => id === field)).toMatchObject({ count: 2 });
	});

	it('finds the first of many without sorting them all', () => {
		const board = testBoard();
		addObjects(
			board.editContext,
			board.model,
			Array.from({ length: 60 }, (_, i) => noteAt(board.sheet, 0, ((i * 37) % 60) * 100, `${(i * 37) % 60}`)),
		);
		const first = firstInOrder([...board.model.objects.values()], 5);
		expect(first.map(lineOf)).toEqual(['0', '1', '2', '3', '4']);
	});
});

describe('looking for objects', () => {
	it('finds words in notes, cells and titles, also by their writers', () => {
		const { board, inside, table, columns } = sample();
		const found = (words: string): string[] => findOn(board.model, { words }, 20).map(({ id }) => id);
		expect(found('lamp')).toEqual([inside]);
		expect(found('KETTLES')).toEqual([table]);
		expect(found('going').sort()).toEqual([columns, table].sort());
		expect(found('ilka').length).toBe(4);
		expect(found('nothing like it')).toEqual([]);
	});

	it('narrows by kind, colour and person, and stops when there is enough', () => {
		const { board, loose } = sample();
		const count = (wanted: Parameters<typeof findOn>[1]): number => findOn(board.model, wanted, 20).length;
		expect(count({ words: '', kind: 'note' })).toBe(4);
		expect(count({ words: '', kind: 'connector' })).toBe(1);
		expect(count({ words: 'tea', kind: 'shape' })).toBe(0);
		expect(count({ words: '', colour: 'ochre', kind: 'note' })).toBe(4);
		expect(count({ words: '', person: 'somebody' })).toBe(0);
		expect(findOn(board.model, { words: 'tea' }, 20).map(({ id }) => id)).toEqual([loose]);
		expect(findOn(board.model, { words: '' }, 2)).toHaveLength(2);
		expect(writersOn(board.model)).toEqual([['p-Ilka', 'Ilka']]);
	});
});
