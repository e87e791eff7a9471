/** Rows, columns, texts, facts and nods of holders. */
import { describe, expect, it } from 'vitest';
import { csvOf } from '../../formats/csv';
import { roughMeasure } from '../../text/fonts';
import { plainText, richFrom } from '../../text/rich';
import { copyOut, putDown } from '../ops/clip';
import { objectsOf } from '../document';
import { drawingOf, hits } from '../kinds';
import { sceneContext } from '../scene';
import { holderAt, partner, testBoard, type TestBoard } from '../testing';
import { spotAt } from './draw';
import {
	addTrack,
	fitRows,
	nodAtRow,
	openCell,
	removeTrack,
	setColumnWidth,
	setFact,
	shiftTrack,
	signOff,
	writeBlock,
} from './edits';
import { HOLDERS } from './forms';
import { partOf } from './parts';
import { textParts, type Holder } from './setting';

const holder = ({ model }: Pick<TestBoard, 'model'>, id: string): Holder => model.find(id) as Holder;
const tracks = (board: Pick<TestBoard, 'model'>, id: string, axis: 'row' | 'col'): string[] =>
	(axis === 'row' ? holder(board, id).parts!.rows : holder(board, id).parts!.cols).map((track) => track.id);
const context = ({ model }: Pick<TestBoard, 'model'>) => sceneContext(model, 'slate', roughMeasure);
/** Texts of a table, row by row. */
const texts = (board: Pick<TestBoard, 'model'>, id: string): string[][] =>
	tracks(board, id, 'row').map((row) =>
		tracks(board, id, 'col').map((col) => plainText(holder(board, id).parts!.cells[partOf(row, col)] ?? [])),
	);

describe('rows and columns', () => {
	it('are added beside others, moved and removed with their texts, each one step of undo', () => {
		const board = testBoard();
		const id = holderAt(board, 'table', ['Thing', 'Count'], 2);
		const [first, last] = tracks(board, id, 'row');
		const row = addTrack(board.editContext, board.model, id, 'row', first);
		expect(tracks(board, id, 'row')).toEqual([first, row, last]);
		const width = holder(board, id).box[2];
		const col = addTrack(board.editContext, board.model, id, 'col', undefined);
		expect(tracks(board, id, 'col')[0]).toBe(col);
		expect(holder(board, id).box[2]).toBe(width * 1.5);
		shiftTrack(board.editContext, board.model, id, 'row', row, 1);
		expect(tracks(board, id, 'row')).toEqual([first, last, row]);
		shiftTrack(board.editContext, board.model, id, 'row', row, 1);
		expect(tracks(board, id, 'row')).toEqual([first, last, row]);
		const [, thing] = tracks(board, id, 'col');
		expect(plainText(holder(board, id).parts!.cells[partOf(first!, thing!)]!)).toBe('Thing');
		expect(removeTrack(board.editContext, board.model, id, 'row', first!)).toBe(true);
		expect([...objectsOf(board.doc).get(id)!.keys()].filter((key) => key.includes(first!))).toEqual([]);
		board.undo.undo();
		expect(texts(board, id)[0]).toEqual(['', 'Thing', 'Count']);
	});

	it('are never all removed, and fixed ones not at all', () => {
		const board = testBoard();
		const table = holderAt(board, 'table', ['Only'], 1);
		expect(removeTrack(board.editContext, board.model, table, 'col', tracks(board, table, 'col')[0]!)).toBe(
			false,
		);
		const actions = holderAt(board, 'actions', ['', 'What', 'Who', 'Until', 'Signed off']);
		expect(removeTrack(board.editContext, board.model, actions, 'col', 'person')).toBe(false);
		expect(() => addTrack(board.editContext, board.model, actions, 'col', 'person')).toThrow('fixed tracks');
	});

	it('get a width by hand; the others keep theirs', () => {
		const board = testBoard();
		const id = holderAt(board, 'table', ['A', 'B', 'C']);
		setColumnWidth(board.editContext, board.model, id, tracks(board, id, 'col')[1]!, 260);
		const sizes = holder(board, id).laid!.cols.map(({ size }) => Math.round(size));
		expect(sizes).toEqual([150, 260, 150]);
		expect(holder(board, id).box[2]).toBeCloseTo(560);
	});

	it('are as high as the longest text in them', () => {
		const board = testBoard();
		const id = holderAt(board, 'table', ['A', 'B']);
		const [, row] = tracks(board, id, 'row');
		const before = holder(board, id).box[3];
		writeBlock(board.editContext, board.model, id, partOf(row!, tracks(board, id, 'col')[1]!), [
			['a long text that needs more than one line in a column of this width'],
		]);
		fitRows(board.editContext, board.model, id, context(board));
		expect(holder(board, id).box[3]).toBeGreaterThan(before + 30);
		const [, second] = holder(board, id).laid!.rows;
		const longest = drawingOf(holder(board, id), context(board)).items.flatMap((item) =>
			item.type === 'text' ? item.y : [],
		);
		expect(Math.max(...longest)).toBeLessThan(second!.at + second!.size);
	});
});

describe('a block of cells', () => {
	it('is written from a cell on, with rows and columns added where they are missing, as one step', () => {
		const board = testBoard();
		const id = holderAt(board, 'table', ['Thing', 'Count'], 2);
		const from = partOf(tracks(board, id, 'row')[1]!, tracks(board, id, 'col')[1]!);
		writeBlock(board.editContext, board.model, id, from, [
			['3', 'toasters'],
			['5', 'lamps'],
			['1', 'bicycle'],
		]);
		expect(texts(board, id)).toEqual([
			['Thing', 'Count', ''],
			['', '3', 'toasters'],
			['', '5', 'lamps'],
			['', '1', 'bicycle'],
		]);
		board.undo.undo();
		expect(texts(board, id)).toEqual([
			['Thing', 'Count'],
			['', ''],
		]);
	});

	it('keeps to the columns of a list', () => {
		const board = testBoard();
		const id = holderAt(board, 'list');
		writeBlock(board.editContext, board.model, id, partOf(tracks(board, id, 'row')[0]!, 'text'), [
			['solder', 'not here'],
			['screws'],
			['tape'],
		]);
		expect(texts(board, id).map(([text]) => text)).toEqual(['solder', 'screws', 'tape']);
		expect(texts(board, id).flat()).not.toContain('not here');
	});
});

describe('lines', () => {
	it('have nods that two people give and take back at once without losing any', () => {
		const board = testBoard();
		const id = holderAt(board, 'list');
		const [row] = tracks(board, id, 'row');
		const other = partner(board);
		other.cut();
		nodAtRow(board.editContext, id, row!);
		nodAtRow(other.editContext, id, row!);
		other.join();
		expect(
			holder(board, id)
				.parts!.nods[row!]!.map(({ name }) => name)
				.sort(),
		).toEqual(['Ilka', 'Tomasz']);
		nodAtRow(board.editContext, id, row!);
		expect(holder(other, id).parts!.nods[row!]!.map(({ name }) => name)).toEqual(['Tomasz']);
	});

	it('of action items have a person, a day, a tick and a signature', () => {
		const board = testBoard();
		const id = holderAt(board, 'actions', ['', 'What', 'Who', 'Until', 'Signed off']);
		const [row] = tracks(board, id, 'row') as [string];
		setFact(board.editContext, id, row, 'person', { name: 'Noor' });
		setFact(board.editContext, id, row, 'due', '2027-03-05');
		setFact(board.editContext, id, row, 'done', true);
		expect(signOff(board.editContext, board.model, id, row)).toBe(true);
		expect(holder(board, id).parts!.facts[row]).toMatchObject({
			person: { name: 'Noor' },
			due: '2027-03-05',
			done: true,
			signed: { name: 'Ilka', id: 'p-Ilka' },
		});
		const other = partner(board);
		expect(signOff(other.editContext, other.model, id, row)).toBe(false);
		expect(signOff(board.editContext, board.model, id, row)).toBe(true);
		expect(holder(board, id).parts!.facts[row]!.signed).toBeUndefined();
		expect(() => setFact(board.editContext, id, row, 'due', 'soon')).toThrow();
		setFact(board.editContext, id, row, 'person', undefined);
		expect(holder(board, id).parts!.facts[row]!.person).toBeUndefined();
		const shown = drawingOf(holder(board, id), context(board)).items.flatMap((item) =>
			item.type === 'text' ? item.text : [],
		);
		expect(shown).toContain('2027-03-05');
		expect(shown).toContain('Who');
	});
});

describe('every kind of holder', () => {
	it.each(HOLDERS)(
		'%s: is drawn inside its box, hit there, copied whole, and read by row and column',
		(kind) => {
			const board = testBoard();
			const words = kind === 'actions' ? ['', 'What', 'Who', 'Until', 'Signed'] : ['One', 'Two', 'Three'];
			const id = holderAt(board, kind, words);
			const object = holder(board, id);
			const [x, y, w, h] = object.box;
			expect(hits(object, { x: x + w / 2, y: y + h - 4 }, 2, context(board))).toBe(true);
			expect(hits(object, { x: x + w + 30, y }, 2, context(board))).toBe(false);
			for (const item of drawingOf(object, context(board)).items) {
				const points =
					item.type === 'rect'
						? [
								[item.x, item.y],
								[item.x + item.w, item.y + item.h],
							]
						: [];
				if (item.type === 'path') points.push(...item.points.map(([px, py]) => [px, py]));
				if (item.type === 'text') points.push([item.x, item.y], [item.x + item.width, item.y]);
				for (const [px, py] of points) {
					expect(px).toBeGreaterThanOrEqual(-0.5);
					expect(px).toBeLessThanOrEqual(w + 0.5);
					expect(py).toBeGreaterThanOrEqual(-0.5);
					expect(py).toBeLessThanOrEqual(h + 0.5);
				}
			}
			const copies = putDown(
				board.editContext,
				board.model,
				copyOut(board.model, [id]),
				board.sheet,
				0,
				2000,
			);
			const copy = holder(board, copies[0]!);
			const cells = (of: Holder): string[] =>
				textParts(of).map((part) => plainText(of.parts!.cells[part] ?? []));
			expect(cells(copy)).toEqual(cells(object));
			expect(plainText(copy.text)).toBe('Repairs');
			for (const part of textParts(object)) {
				openCell(board.editContext, id, part);
				expect(objectsOf(board.doc).get(id)!.has(`cell:${part}`)).toBe(true);
			}
			const laid = object.laid!;
			const row = laid.rows.at(-1)!;
			const col = laid.cols.at(-1)!;
			const spot = spotAt(object, { x: x + col.at + 3, y: y + row.at + 3 }, 1)!;
			expect(spot).toMatchObject({ row: row.id, col: col.id });
			expect(
				spotAt(object, { x: x + laid.cols[0]!.at + laid.cols[0]!.size, y: y + row.at + 3 }, 4)!.edge?.id,
			).toBe(laid.cols[0]!.id);
			expect(csvOf(board.model, [object])).toContain('Repairs');
		},
	);

	it.each(HOLDERS)('%s: has rows that fit once they were fitted', (kind) => {
		const board = testBoard();
		const id = holderAt(board, kind);
		fitRows(board.editContext, board.model, id, context(board));
		let updates = 0;
		board.doc.on('update', () => updates++);
		fitRows(board.editContext, board.model, id, context(board));
		expect(updates).toBe(0);
	});

	it('shows its texts at the same place when it is shown wider in the hand', () => {
		const board = testBoard();
		const id = holderAt(board, 'table', ['A', 'B']);
		const object = holder(board, id);
		const [x, y, w, h, angle] = object.box;
		const wide = { ...object, box: [x, y, w * 2, h, angle] } as Holder;
		const at = (of: Holder, text: string): number =>
			drawingOf(of, context(board)).items.flatMap((item) =>
				item.type === 'text' && item.text === text ? item.x : [],
			)[0]!;
		expect(at(wide, 'B') - at(wide, 'A')).toBeCloseTo(2 * (at(object, 'B') - at(object, 'A')));
	});

	it('keeps a text that two people wrote in different cells', () => {
		const board = testBoard();
		const id = holderAt(board, 'table', ['A', 'B']);
		const other = partner(board);
		other.cut();
		const [, row] = tracks(board, id, 'row');
		const [a, b] = tracks(board, id, 'col');
		writeBlock(board.editContext, board.model, id, partOf(row!, a!), [['mine']]);
		writeBlock(other.editContext, other.model, id, partOf(row!, b!), [[richFrom('theirs')]]);
		other.join();
		expect(texts(board, id)[1]).toEqual(['mine', 'theirs']);
		expect(texts(other, id)[1]).toEqual(['mine', 'theirs']);
	});
});
