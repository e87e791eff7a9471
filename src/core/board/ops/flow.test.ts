/** Growing a flow, and the ways of its connectors. */
import { describe, expect, it } from 'vitest';
import { overlaps } from '../../geometry/box';
import { addObject, addObjects, changeConnector, moveObjects, removeObjects } from './edits';
import { DIRECTIONS, growFrom } from './grow';
import { fieldAt, linkBetween, noteAt, shapeAt, testBoard, partner } from '../testing';

describe('growing a flow', () => {
	it('adds a linked object of the same kind and look in a free place, as one step', () => {
		const board = testBoard();
		const { model, editContext, sheet, undo } = board;
		const start = addObject(editContext, model, {
			...shapeAt(sheet, 0, 0, 'Start'),
			style: { shape: 'process', fill: 'moss', chalk: 'ochre' },
		});
		const made: string[] = [];
		for (const direction of DIRECTIONS)
			for (let i = 0; i < 4; i++) made.push(growFrom(editContext, model, start, direction)!);
		for (const id of made)
			expect(model.find(id)).toMatchObject({ kind: 'shape', style: { shape: 'process', fill: 'moss' } });
		const boxes = [start, ...made].map((id) => model.boundsOf(id)!);
		for (const [i, a] of boxes.entries())
			for (const b of boxes.slice(i + 1)) expect(overlaps(a, b)).toBe(false);
		expect(model.tiesOf(start)).toHaveLength(16);
		const count = model.objects.size;
		undo.undo();
		expect(model.objects.size).toBe(count - 2);
		expect(model.tiesOf(start)).toHaveLength(15);
	});

	it('takes the look of the links that are there, and does not grow from a field', () => {
		const { model, editContext, sheet } = testBoard();
		const [a, b] = addObjects(editContext, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 400, 0)]) as [
			string,
			string,
		];
		addObject(editContext, model, {
			...linkBetween(sheet, a, b),
			style: { route: 'curved', start: 'dot', end: 'open', chalk: 'lake' },
		});
		const next = growFrom(editContext, model, b, 'down')!;
		const link = model.tiesOf(next).map((id) => model.find(id)!)[0]!;
		expect(link.style).toEqual({ route: 'curved', start: 'dot', end: 'open', chalk: 'lake' });
		expect(
			growFrom(editContext, model, addObject(editContext, model, fieldAt(sheet, 0, 900)), 'up'),
		).toBeUndefined();
	});
});

describe('connectors', () => {
	it('go round what is put in their way and back when it is gone, for everybody alike', () => {
		const board = testBoard();
		const { model, editContext, sheet } = board;
		const other = partner(board);
		const [a, b] = addObjects(editContext, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 700, 0)]) as [
			string,
			string,
		];
		const link = addObject(editContext, model, linkBetween(sheet, a, b));
		const straight = model.routeOf(link)!.path;
		expect(straight).toHaveLength(2);
		const wall = addObject(editContext, model, noteAt(sheet, 350, -10));
		model.routePending();
		other.model.routePending();
		const round = model.routeOf(link)!.path;
		expect(round.length).toBeGreaterThan(2);
		expect(other.model.routeOf(link)!.path).toEqual(round);
		removeObjects(editContext, model, [wall]);
		model.routePending();
		expect(model.routeOf(link)!.path).toEqual(straight);
	});

	it('keep corners set by hand, and take them along when both ends move', () => {
		const { model, editContext, sheet } = testBoard();
		const [a, b] = addObjects(editContext, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 700, 300)]) as [
			string,
			string,
		];
		const link = addObject(editContext, model, linkBetween(sheet, a, b));
		const ends: [{ object: string }, { object: string }] = [{ object: a }, { object: b }];
		changeConnector(editContext, link, {
			ends,
			bends: [
				[400, 40],
				[400, 340],
			],
		});
		expect(model.routeOf(link)!.path.slice(1, -1)).toEqual([
			{ x: 400, y: 40 },
			{ x: 400, y: 340 },
		]);
		moveObjects(editContext, model, [a, b], 20, 30);
		expect(model.find(link)).toMatchObject({
			bends: [
				[420, 70],
				[420, 370],
			],
		});
		changeConnector(editContext, link, { ends });
		expect(model.find(link)).not.toHaveProperty('bends', expect.anything());
	});
});
