/** What hands do to objects, as one step each: groups, locks, the stack, nods and ties. */
import { describe, expect, it } from 'vitest';
import { nod, tieSeeAlso } from './approve';
import { copyOut, putDown } from './clip';
import { addObject, addObjects, moveObjects, removeObjects, restyle, scaleObjects } from './edits';
import { restackStep } from './stacking';
import { groupObjects, lockObjects, ungroupObjects } from './groups';
import { byStack } from '../objects';
import { addSheet } from './sheets';
import {
	fieldAt,
	holderAt,
	linkBetween,
	noteAt,
	shapeAt,
	testBoard,
	type TestBoard,
	partner,
} from '../testing';

const boxOf = ({ model }: TestBoard, id: string) => model.find(id)!.box;

describe('groups', () => {
	it('are as large as their members, move as one, and come apart again', () => {
		const board = testBoard();
		const { model, editContext, sheet, undo } = board;
		const [a, b, far] = addObjects(editContext, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 300, 200),
			noteAt(sheet, 900, 0),
		]) as [string, string, string];
		const group = groupObjects(editContext, model, [a, b])!;
		expect(model.boundsOf(group)).toEqual({ x: 0, y: 0, w: 460, h: 296 });
		moveObjects(editContext, model, [group], 50, 10);
		expect([boxOf(board, a)[0], boxOf(board, b)[1], boxOf(board, far)[0]]).toEqual([50, 210, 900]);
		expect(model.boundsOf(group)!.x).toBe(50);
		undo.undo();
		expect(boxOf(board, a)[0]).toBe(0);
		expect(ungroupObjects(editContext, model, [group]).sort()).toEqual([a, b].sort());
		expect(model.find(group)).toBeUndefined();
		undo.undo();
		expect(model.find(a)!.group).toBe(group);
		expect(model.outermost(model.find(a)!).id).toBe(group);
	});

	it('go into larger groups whole, are copied with their links, and removed as one', () => {
		const board = testBoard();
		const { model, editContext, sheet, undo } = board;
		const [a, b, c] = addObjects(editContext, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 300, 0),
			noteAt(sheet, 600, 0),
		]) as [string, string, string];
		addObject(editContext, model, linkBetween(sheet, a, b));
		const inner = groupObjects(editContext, model, [a, b])!;
		const outer = groupObjects(editContext, model, [a, c])!;
		expect(model.outermost(model.find(b)!).id).toBe(outer);
		expect(model.find(inner)!.group).toBe(outer);
		const copies = putDown(editContext, model, copyOut(model, [outer]), sheet, 0, 500);
		const copied = copies.map((id) => model.find(id)!);
		expect(copied.map(({ kind }) => kind).sort()).toEqual([
			'connector',
			'group',
			'group',
			'note',
			'note',
			'note',
		]);
		for (const object of copied) if (object.group) expect(copies).toContain(object.group);
		const count = model.objects.size;
		removeObjects(editContext, model, [outer]);
		expect(model.objects.size).toBe(count - 6);
		undo.undo();
		expect(model.objects.size).toBe(count);
	});

	it('scale in proportion with the type in them', () => {
		const board = testBoard();
		const { model, editContext, sheet } = board;
		const title = addObject(editContext, model, {
			kind: 'text',
			sheet,
			box: [0, 0, 200, 40, 0],
			style: { role: 'heading', chalk: 'white' },
			text: 'Plan',
		});
		scaleObjects(editContext, model, new Map([[title, [0, 0, 400, 80, 0]]]), 2);
		expect(model.find(title)).toMatchObject({ box: [0, 0, 400, 80, 0], style: { size: 48 } });
		const table = holderAt(board, 'table');
		const [, , w, h] = model.find(table)!.box;
		scaleObjects(editContext, model, new Map([[table, [0, 0, w * 2, h * 2, 0]]]), 2);
		expect(model.find(table)).toMatchObject({ style: { size: 28 } });
		expect(model.find(table)!.laid!.cols[0]!.size).toBe(300);
	});

	it('carry connectors that are tied to the group itself', () => {
		const board = testBoard();
		const { model, editContext, sheet } = board;
		const [a, b, c] = addObjects(editContext, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 0, 200),
			shapeAt(sheet, 800, 0),
		]) as [string, string, string];
		const group = groupObjects(editContext, model, [a, b])!;
		const link = addObject(editContext, model, linkBetween(sheet, group, c));
		const before = model.routeOf(link)!.path[0]!;
		moveObjects(editContext, model, [a], -100, 0);
		moveObjects(editContext, model, [b], 60, 0);
		expect(model.routeOf(link)!.path[0]!.x).toBe(before.x + 60);
	});
});

describe('locks', () => {
	it('keep objects from being moved, restyled and removed, until they are lifted', () => {
		const board = testBoard();
		const { model, editContext, sheet } = board;
		const note = addObject(editContext, model, noteAt(sheet, 0, 0));
		lockObjects(editContext, model, [note], 'own');
		moveObjects(editContext, model, [note], 10, 0);
		restyle(editContext, model, [note], { pigment: 'lake' });
		removeObjects(editContext, model, [note]);
		expect(model.find(note)).toMatchObject({
			box: [0, 0, 160, 96, 0],
			style: { pigment: 'ochre' },
			lock: 'own',
		});
		lockObjects(editContext, model, [note], undefined);
		moveObjects(editContext, model, [note], 10, 0);
		expect(boxOf(board, note)[0]).toBe(10);
	});

	it('of a field hold what lies in it as well', () => {
		const { model, editContext, sheet } = testBoard();
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0));
		const note = addObject(editContext, model, noteAt(sheet, 100, 100));
		lockObjects(editContext, model, [field], 'led');
		expect(model.find(note)!.lock).toBe('led');
	});
});

describe('the stack', () => {
	it('is changed by one step past what overlaps', () => {
		const { model, editContext, sheet } = testBoard();
		const ids = addObjects(editContext, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 20, 0),
			noteAt(sheet, 900, 0),
			noteAt(sheet, 40, 0),
		]);
		const order = (): number[] =>
			[...ids]
				.map((id) => model.find(id)!)
				.sort(byStack)
				.map(({ id }) => ids.indexOf(id));
		restackStep(editContext, model, [ids[0]!], true);
		expect(order()).toEqual([1, 0, 2, 3]);
		restackStep(editContext, model, [ids[0]!], true);
		expect(order()).toEqual([1, 2, 3, 0]);
		restackStep(editContext, model, [ids[0]!], false);
		expect(order()).toEqual([1, 2, 0, 3]);
	});
});

describe('nods and ties', () => {
	it('count each person once and are taken back the same way', () => {
		const board = testBoard();
		const other = partner(board);
		const note = addObject(board.editContext, board.model, noteAt(board.sheet, 0, 0));
		nod(board.editContext, board.model, [note]);
		nod(other.editContext, other.model, [note]);
		expect(
			board.model
				.find(note)!
				.nods!.map(({ name }) => name)
				.sort(),
		).toEqual(['Ilka', 'Tomasz']);
		nod(board.editContext, board.model, [note]);
		expect(other.model.find(note)!.nods!.map(({ name }) => name)).toEqual(['Tomasz']);
	});

	it('do not take each other’s place when given at the same moment', () => {
		const board = testBoard();
		const other = partner(board);
		const note = addObject(board.editContext, board.model, noteAt(board.sheet, 0, 0));
		other.cut();
		nod(board.editContext, board.model, [note]);
		nod(other.editContext, other.model, [note]);
		other.join();
		expect(board.model.find(note)!.nods).toHaveLength(2);
	});

	it('lead both ways, across sheets, and are untied the same way', () => {
		const { model, editContext, sheet, undo } = testBoard();
		const second = addSheet(editContext, model, 'Path');
		const [a, b] = addObjects(editContext, model, [noteAt(sheet, 0, 0), noteAt(second, 0, 0)]) as [
			string,
			string,
		];
		tieSeeAlso(editContext, model, a, b);
		expect([model.find(a)!.see, model.find(b)!.see]).toEqual([[b], [a]]);
		tieSeeAlso(editContext, model, b, a);
		expect([model.find(a)!.see, model.find(b)!.see]).toEqual([undefined, undefined]);
		undo.undo();
		expect(model.find(b)!.see).toEqual([a]);
	});
});
