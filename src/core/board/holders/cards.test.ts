/** Things that lie in columns and grids: their order, their places, and two people at once. */
import { describe, expect, it } from 'vitest';
import { copyOut, putDown } from '../ops/clip';
import { addObject, addObjects, moveObjects, removeObjects, setBoxes } from '../ops/edits';
import { groupObjects, lockObjects } from '../ops/groups';
import type { BoxValues } from '../objects';
import { inPaintOrder } from '../scene';
import { addSheet, duplicateSheet, moveToSheet } from '../ops/sheets';
import { holderAt, linkBetween, noteAt, partner, testBoard, type TestBoard } from '../testing';
import { boxesInSlot, dropAt, putIn, shiftCards, slotAt } from './cards';
import { removeTrack } from './edits';
import { PAD, TITLE } from './layout';

/** A board with a holder and notes beside it. */
function withNotes(kind: 'columns' | 'grid' = 'columns', count = 3) {
	const board = testBoard();
	const holder = holderAt(board, kind);
	const notes = addObjects(
		board.editContext,
		board.model,
		Array.from({ length: count }, (_, i) => noteAt(board.sheet, 2000, i * 120, `n${i}`)),
	);
	return { board, holder, notes };
}

const box = ({ model }: Pick<TestBoard, 'model'>, id: string): BoxValues => model.find(id)!.box;
const cols = ({ model }: Pick<TestBoard, 'model'>, holder: string): string[] =>
	model.find(holder)!.parts!.cols.map(({ id }) => id);
const rows = ({ model }: Pick<TestBoard, 'model'>, holder: string): string[] =>
	model.find(holder)!.laid!.rows.map(({ id }) => id);
const none = new Set<string>();

/** Puts a note at the end of a column, or of a cell. */
function put(
	board: Pick<TestBoard, 'model' | 'editContext'>,
	holder: string,
	note: string,
	col: number,
	row = 0,
): void {
	putIn(board.editContext, board.model, [note], {
		holder,
		row: rows(board, holder)[row]!,
		col: cols(board, holder)[col]!,
		index: board.model.cardsOf(holder).filter(({ held }) => held!.col === cols(board, holder)[col]).length,
	});
}

/** Order of what lies in a holder's column, from top to bottom. */
const order = (board: Pick<TestBoard, 'model'>, holder: string, col = 0): string[] =>
	board.model
		.cardsOf(holder)
		.filter(({ held }) => held!.col === cols(board, holder)[col])
		.sort((a, b) => a.box[1] - b.box[1])
		.map(({ id }) => id);

describe('columns', () => {
	it('stack what is put in, count it, and grow when it is more than they have room for', () => {
		const { board, holder, notes } = withNotes('columns', 6);
		for (const note of notes) put(board, holder, note, 1);
		const laid = board.model.find(holder)!.laid!;
		expect(laid.cols.map(({ count }) => count)).toEqual([0, 6, 0]);
		expect(order(board, holder, 1)).toEqual(notes);
		const ys = notes.map((note) => box(board, note)[1]);
		ys.slice(1).forEach((y, i) => expect(y - ys[i]!).toBe(96 + PAD));
		const last = box(board, notes[5]!);
		expect(laid.h).toBeGreaterThanOrEqual(last[1] + last[3] + PAD);
		expect(board.model.boundsOf(holder)!.h).toBe(laid.h);
	});

	it('make a column wider for a thing that is wider', () => {
		const { board, holder, notes } = withNotes();
		const before = board.model.find(holder)!.laid!;
		setBoxes(board.editContext, new Map([[notes[0]!, [2000, 0, 400, 96, 0]]]));
		put(board, holder, notes[0]!, 0);
		const after = board.model.find(holder)!.laid!;
		expect(after.cols[0]!.size).toBe(400 + 2 * PAD);
		expect(after.cols[1]!.size).toBe(before.cols[1]!.size);
		expect(after.w).toBe(after.cols.reduce((sum, { size }) => sum + size, 0));
	});

	it('show beforehand exactly where a thing will land, and take it between others', () => {
		const { board, holder, notes } = withNotes();
		put(board, holder, notes[0]!, 0);
		put(board, holder, notes[1]!, 0);
		const second = box(board, notes[1]!);
		const slot = slotAt(
			board.model,
			board.sheet,
			{ x: second[0] + 20, y: second[1] + 10 },
			new Set([notes[2]!]),
		)!;
		expect(slot).toMatchObject({ holder, index: 1 });
		const [shown] = boxesInSlot(board.model, slot, [{ w: 160, h: 96 }], new Set([notes[2]!]));
		dropAt(board.editContext, board.model, [notes[2]!], -5, -5, slot);
		const [x, y, w, h] = box(board, notes[2]!);
		expect({ x, y, w, h }).toEqual(shown);
		expect(order(board, holder)).toEqual([notes[0], notes[2], notes[1]]);
		board.undo.undo();
		expect(box(board, notes[2]!)).toEqual([2000, 240, 160, 96, 0]);
		expect(order(board, holder)).toEqual([notes[0], notes[1]]);
	});

	it('close the gap when a thing is taken out or removed', () => {
		const { board, holder, notes } = withNotes();
		for (const note of notes) put(board, holder, note, 0);
		const first = box(board, notes[0]!);
		dropAt(board.editContext, board.model, [notes[0]!], 900, 40, undefined);
		expect(board.model.find(notes[0]!)!.held).toBeUndefined();
		expect(box(board, notes[0]!)).toEqual([first[0] + 900, first[1] + 40, 160, 96, 0]);
		expect(box(board, notes[1]!)[1]).toBe(first[1]);
		removeObjects(board.editContext, board.model, [notes[1]!]);
		expect(box(board, notes[2]!)[1]).toBe(first[1]);
	});

	it('take everything along when they are moved or turned, with the lines tied to it', () => {
		const { board, holder, notes } = withNotes();
		put(board, holder, notes[0]!, 0);
		const link = addObject(board.editContext, board.model, linkBetween(board.sheet, notes[0]!, notes[2]!));
		const [x, y] = box(board, notes[0]!);
		const end = board.model.routeOf(link)!.path[0]!;
		moveObjects(board.editContext, board.model, [holder], 30, 70);
		expect(box(board, notes[0]!).slice(0, 2)).toEqual([x + 30, y + 70]);
		expect(board.model.routeOf(link)!.path[0]).not.toEqual(end);
		const [hx, hy, hw, hh] = board.model.find(holder)!.set!;
		setBoxes(board.editContext, new Map([[holder, [hx, hy, hw, hh, 90]]]));
		const turned = box(board, notes[0]!);
		expect(turned[4]).toBe(90);
		// Turned clockwise, what stood at the left end of the top stands at the right end.
		expect(turned[0] + turned[2] / 2).toBeGreaterThan(hx + hw / 2);
	});

	it('lie under what they hold, whatever was made first', () => {
		const { board, notes } = withNotes();
		const late = holderAt(board, 'columns');
		const painted = inPaintOrder(board.model.onSheet(board.sheet)).map(({ id }) => id);
		for (const note of notes) expect(painted.indexOf(note)).toBeGreaterThan(painted.indexOf(late));
	});

	it('keep what they held on the board when they are removed', () => {
		const { board, holder, notes } = withNotes();
		put(board, holder, notes[0]!, 0);
		const before = box(board, notes[0]!);
		removeObjects(board.editContext, board.model, [holder]);
		expect(board.model.find(notes[0]!)).toMatchObject({ box: before });
		expect(board.model.find(notes[0]!)!.held).toBeUndefined();
		board.undo.undo();
		expect(board.model.cardsOf(holder).map(({ id }) => id)).toEqual([notes[0]]);
	});

	it('give what lies in a removed column to the one beside it', () => {
		const { board, holder, notes } = withNotes();
		put(board, holder, notes[0]!, 1);
		expect(removeTrack(board.editContext, board.model, holder, 'col', cols(board, holder)[1]!)).toBe(true);
		expect(board.model.find(holder)!.laid!.cols.map(({ count }) => count)).toEqual([1, 0]);
	});
});

describe('two people at one holder', () => {
	it('agree on order and places when they put things in at once', () => {
		const { board, holder, notes } = withNotes('columns', 4);
		const other = partner(board);
		put(board, holder, notes[0]!, 0);
		other.cut();
		put(board, holder, notes[1]!, 0);
		put(board, holder, notes[2]!, 0);
		put(other, holder, notes[3]!, 0);
		other.join();
		expect(order(board, holder)).toEqual(order(other, holder));
		expect(order(board, holder)).toHaveLength(4);
		for (const note of notes) expect(box(board, note)).toEqual(box(other, note));
		const ys = order(board, holder).map((note) => box(board, note)[1]);
		ys.slice(1).forEach((y, i) => expect(y - ys[i]!).toBe(96 + PAD));
		// Also between two that were given the same place there is room for one.
		const [, second] = order(board, holder);
		const late = addObject(board.editContext, board.model, noteAt(board.sheet, 3000, 0));
		const at = box(board, second!);
		dropAt(
			board.editContext,
			board.model,
			[late],
			0,
			0,
			slotAt(board.model, board.sheet, { x: at[0] + 9, y: at[1] + 90 }, none),
		);
		expect(order(board, holder)).toHaveLength(5);
	});

	it('lose nothing when one removes the holder while the other puts something in', () => {
		const { board, holder, notes } = withNotes();
		const other = partner(board);
		other.cut();
		removeObjects(board.editContext, board.model, [holder]);
		put(other, holder, notes[0]!, 0);
		other.join();
		for (const each of [board, other]) expect(box(each, notes[0]!)).toEqual([2000, 0, 160, 96, 0]);
		moveObjects(board.editContext, board.model, [notes[0]!], 10, 0);
		expect(box(other, notes[0]!)[0]).toBe(2010);
	});
});

describe('grids', () => {
	it('lay things out in lines in their cells and make the row higher', () => {
		const { board, holder, notes } = withNotes('grid', 3);
		for (const note of notes) put(board, holder, note, 0, 1);
		const { laid } = board.model.find(holder)!;
		const [a, b] = notes.map((note) => box(board, note));
		expect(b![0] === a![0] ? b![1] > a![1] : b![0] > a![0]).toBe(true);
		const row = laid!.rows[1]!;
		for (const note of notes) {
			const [x, y, w, h] = box(board, note);
			expect(y).toBeGreaterThanOrEqual(row.at);
			expect(y + h).toBeLessThanOrEqual(row.at + row.size);
			expect(x).toBeGreaterThanOrEqual(laid!.headCol!.size);
			expect(x + w).toBeLessThanOrEqual(laid!.cols[0]!.at + laid!.cols[0]!.size + 0.01);
		}
		expect(row.size).toBeGreaterThan(laid!.rows[0]!.size);
	});

	it('find the cell under the hand', () => {
		const { board, holder } = withNotes('grid');
		const { laid } = board.model.find(holder)!;
		const cell = { col: laid!.cols[2]!, row: laid!.rows[1]! };
		const p = { x: cell.col.at + 20, y: cell.row.at + 20 };
		expect(slotAt(board.model, board.sheet, p, none)).toEqual({
			holder,
			row: cell.row.id,
			col: cell.col.id,
			index: 0,
		});
		expect(slotAt(board.model, board.sheet, { x: -50, y: 20 }, none)).toBeUndefined();
	});
});

describe('what lies in a holder', () => {
	it('is moved on by keys: along its column, and into the next', () => {
		const { board, holder, notes } = withNotes();
		for (const note of notes) put(board, holder, note, 0);
		expect(shiftCards(board.editContext, board.model, [notes[0]!], 0, 1)).toBe(true);
		expect(order(board, holder)).toEqual([notes[1], notes[0], notes[2]]);
		shiftCards(board.editContext, board.model, [notes[2]!], 0, 1);
		expect(order(board, holder)).toEqual([notes[1], notes[0], notes[2]]);
		shiftCards(board.editContext, board.model, [notes[1]!], 1, 0);
		expect(order(board, holder)).toEqual([notes[0], notes[2]]);
		expect(order(board, holder, 1)).toEqual([notes[1]]);
		shiftCards(board.editContext, board.model, [notes[0]!], -1, 0);
		expect(order(board, holder)).toEqual([notes[0], notes[2]]);
		const free = addObject(board.editContext, board.model, noteAt(board.sheet, 5000, 0));
		expect(shiftCards(board.editContext, board.model, [free], 1, 0)).toBe(false);
	});

	it('is not moved by itself, and not put in while it is locked', () => {
		const { board, holder, notes } = withNotes();
		put(board, holder, notes[0]!, 0);
		const before = box(board, notes[0]!);
		moveObjects(board.editContext, board.model, [notes[0]!], 500, 0);
		expect(box(board, notes[0]!)).toEqual(before);
		lockObjects(board.editContext, board.model, [notes[1]!], 'own');
		put(board, holder, notes[1]!, 0);
		expect(board.model.cardsOf(holder)).toHaveLength(1);
	});

	it('is copied with its holder, and goes with it to another sheet; alone it leaves the holder', () => {
		const { board, holder, notes } = withNotes();
		put(board, holder, notes[0]!, 0);
		put(board, holder, notes[1]!, 2);
		const copies = putDown(
			board.editContext,
			board.model,
			copyOut(board.model, [holder]),
			board.sheet,
			0,
			900,
		);
		const copied = copies.find((id) => board.model.find(id)!.kind === 'columns')!;
		expect(board.model.cardsOf(copied)).toHaveLength(2);
		expect(board.model.find(copied)!.laid!.cols.map(({ count }) => count)).toEqual([1, 0, 1]);
		const sheet = addSheet(board.editContext, board.model, 'Next');
		moveToSheet(board.editContext, board.model, [notes[1]!], sheet);
		expect(board.model.find(notes[1]!)!.held).toBeUndefined();
		moveToSheet(board.editContext, board.model, [holder], sheet);
		expect(board.model.cardsOf(holder).map(({ id }) => id)).toEqual([notes[0]]);
		expect(board.model.find(notes[0]!)!.sheet).toBe(sheet);
		const again = duplicateSheet(board.editContext, board.model, sheet, 'Copy')!;
		const there = board.model.onSheet(again).find(({ kind }) => kind === 'columns')!;
		expect(board.model.cardsOf(there.id)).toHaveLength(1);
	});

	it('goes in as members of its group, whose box follows', () => {
		const { board, holder, notes } = withNotes();
		const group = groupObjects(board.editContext, board.model, [notes[0]!, notes[1]!])!;
		const { laid } = board.model.find(holder)!;
		const slot = slotAt(board.model, board.sheet, { x: laid!.cols[0]!.at + 50, y: TITLE + 60 }, none)!;
		dropAt(board.editContext, board.model, [group], 0, 0, slot);
		expect(order(board, holder)).toEqual([notes[0], notes[1]]);
		expect(board.model.boundsOf(group)!.x).toBe(box(board, notes[0]!)[0]);
	});
});
