/** What hands do to a board, as one step each: groups, locks, growing, nods, ties, sheets. */
import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { overlaps } from '../geometry/box';
import { plainText } from '../text/rich';
import { nod, tieSeeAlso } from './approve';
import { copyOut, putDown } from './clip';
import { objectsOf } from './document';
import {
	addObject,
	addObjects,
	changeConnector,
	moveObjects,
	moveTo,
	removeObjects,
	restackStep,
	restyle,
	scaleObjects,
	setBoxes,
	setText,
} from './edits';
import { groupObjects, lockObjects, ungroupObjects } from './groups';
import { DIRECTIONS, growFrom } from './grow';
import { eraseStrokes } from './ink-edits';
import { inkOnBoard, strokeThrough } from './kinds/stroke';
import { byStack } from './objects';
import { fieldsInOrder, nextField, shiftInSequence } from './sequence';
import { addSheet, duplicateSheet, moveSheet, moveToSheet, removeSheet } from './sheets';
import { fieldAt, linkBetween, noteAt, shapeAt, testBoard, type TestBoard } from './testing';

const boxOf = ({ model }: TestBoard, id: string) => model.find(id)!.box;

/** A second person's copy of the board, kept in step with the first until it is cut off. */
function partner(board: TestBoard): TestBoard & { cut: () => void; join: () => void } {
	const other = testBoard('Tomasz');
	const pass = (from: Y.Doc, to: Y.Doc) => (update: Uint8Array, origin: unknown) => {
		if (origin !== 'wire') Y.applyUpdate(to, update, 'wire');
		void from;
	};
	const [there, back] = [pass(board.doc, other.doc), pass(other.doc, board.doc)];
	const join = (): void => {
		Y.applyUpdate(other.doc, Y.encodeStateAsUpdate(board.doc), 'wire');
		Y.applyUpdate(board.doc, Y.encodeStateAsUpdate(other.doc), 'wire');
		board.doc.on('update', there);
		other.doc.on('update', back);
	};
	const cut = (): void => {
		board.doc.off('update', there);
		other.doc.off('update', back);
	};
	join();
	return { ...other, cut, join };
}

describe('groups', () => {
	it('are as large as their members, move as one, and come apart again', () => {
		const board = testBoard();
		const { model, hand, sheet, undo } = board;
		const [a, b, far] = addObjects(hand, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 300, 200),
			noteAt(sheet, 900, 0),
		]) as [string, string, string];
		const group = groupObjects(hand, model, [a, b])!;
		expect(model.boundsOf(group)).toEqual({ x: 0, y: 0, w: 460, h: 296 });
		moveObjects(hand, model, [group], 50, 10);
		expect([boxOf(board, a)[0], boxOf(board, b)[1], boxOf(board, far)[0]]).toEqual([50, 210, 900]);
		expect(model.boundsOf(group)!.x).toBe(50);
		undo.undo();
		expect(boxOf(board, a)[0]).toBe(0);
		expect(ungroupObjects(hand, model, [group]).sort()).toEqual([a, b].sort());
		expect(model.find(group)).toBeUndefined();
		undo.undo();
		expect(model.find(a)!.group).toBe(group);
		expect(model.outermost(model.find(a)!).id).toBe(group);
	});

	it('go into larger groups whole, are copied with their links, and removed as one', () => {
		const board = testBoard();
		const { model, hand, sheet, undo } = board;
		const [a, b, c] = addObjects(hand, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 300, 0),
			noteAt(sheet, 600, 0),
		]) as [string, string, string];
		addObject(hand, model, linkBetween(sheet, a, b));
		const inner = groupObjects(hand, model, [a, b])!;
		const outer = groupObjects(hand, model, [a, c])!;
		expect(model.outermost(model.find(b)!).id).toBe(outer);
		expect(model.find(inner)!.group).toBe(outer);
		const copies = putDown(hand, model, copyOut(model, [outer]), sheet, 0, 500);
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
		removeObjects(hand, model, [outer]);
		expect(model.objects.size).toBe(count - 6);
		undo.undo();
		expect(model.objects.size).toBe(count);
	});

	it('scale in proportion with the type in them', () => {
		const board = testBoard();
		const { model, hand, sheet } = board;
		const title = addObject(hand, model, {
			kind: 'text',
			sheet,
			box: [0, 0, 200, 40, 0],
			style: { role: 'heading', chalk: 'white' },
			text: 'Plan',
		});
		scaleObjects(hand, model, new Map([[title, [0, 0, 400, 80, 0]]]), 2);
		expect(model.find(title)).toMatchObject({ box: [0, 0, 400, 80, 0], style: { size: 48 } });
	});

	it('carry connectors that are tied to the group itself', () => {
		const board = testBoard();
		const { model, hand, sheet } = board;
		const [a, b, c] = addObjects(hand, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 0, 200),
			shapeAt(sheet, 800, 0),
		]) as [string, string, string];
		const group = groupObjects(hand, model, [a, b])!;
		const link = addObject(hand, model, linkBetween(sheet, group, c));
		const before = model.routeOf(link)!.path[0]!;
		moveObjects(hand, model, [a], -100, 0);
		moveObjects(hand, model, [b], 60, 0);
		expect(model.routeOf(link)!.path[0]!.x).toBe(before.x + 60);
	});
});

describe('locks', () => {
	it('keep objects from being moved, restyled and removed, until they are lifted', () => {
		const board = testBoard();
		const { model, hand, sheet } = board;
		const note = addObject(hand, model, noteAt(sheet, 0, 0));
		lockObjects(hand, model, [note], 'own');
		moveObjects(hand, model, [note], 10, 0);
		restyle(hand, model, [note], { pigment: 'lake' });
		removeObjects(hand, model, [note]);
		expect(model.find(note)).toMatchObject({
			box: [0, 0, 160, 96, 0],
			style: { pigment: 'ochre' },
			lock: 'own',
		});
		lockObjects(hand, model, [note], undefined);
		moveObjects(hand, model, [note], 10, 0);
		expect(boxOf(board, note)[0]).toBe(10);
	});

	it('of a field hold what lies in it as well', () => {
		const { model, hand, sheet } = testBoard();
		const field = addObject(hand, model, fieldAt(sheet, 0, 0));
		const note = addObject(hand, model, noteAt(sheet, 100, 100));
		lockObjects(hand, model, [field], 'led');
		expect(model.find(note)!.lock).toBe('led');
	});
});

describe('growing a flow', () => {
	it('adds a linked object of the same kind and look in a free place, as one step', () => {
		const board = testBoard();
		const { model, hand, sheet, undo } = board;
		const start = addObject(hand, model, {
			...shapeAt(sheet, 0, 0, 'Start'),
			style: { shape: 'terminator', fill: 'moss', chalk: 'ochre' },
		});
		const made: string[] = [];
		for (const direction of DIRECTIONS)
			for (let i = 0; i < 4; i++) made.push(growFrom(hand, model, start, direction)!);
		for (const id of made)
			expect(model.find(id)).toMatchObject({ kind: 'shape', style: { shape: 'terminator', fill: 'moss' } });
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
		const { model, hand, sheet } = testBoard();
		const [a, b] = addObjects(hand, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 400, 0)]) as [
			string,
			string,
		];
		addObject(hand, model, {
			...linkBetween(sheet, a, b),
			style: { route: 'curved', start: 'dot', end: 'open', chalk: 'lake' },
		});
		const next = growFrom(hand, model, b, 'down')!;
		const link = model.tiesOf(next).map((id) => model.find(id)!)[0]!;
		expect(link.style).toEqual({ route: 'curved', start: 'dot', end: 'open', chalk: 'lake' });
		expect(growFrom(hand, model, addObject(hand, model, fieldAt(sheet, 0, 900)), 'up')).toBeUndefined();
	});
});

describe('connectors', () => {
	it('go round what is put in their way and back when it is gone, for everybody alike', () => {
		const board = testBoard();
		const { model, hand, sheet } = board;
		const other = partner(board);
		const [a, b] = addObjects(hand, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 700, 0)]) as [
			string,
			string,
		];
		const link = addObject(hand, model, linkBetween(sheet, a, b));
		const straight = model.routeOf(link)!.path;
		expect(straight).toHaveLength(2);
		const wall = addObject(hand, model, noteAt(sheet, 350, -10));
		model.settle();
		other.model.settle();
		const round = model.routeOf(link)!.path;
		expect(round.length).toBeGreaterThan(2);
		expect(other.model.routeOf(link)!.path).toEqual(round);
		removeObjects(hand, model, [wall]);
		model.settle();
		expect(model.routeOf(link)!.path).toEqual(straight);
	});

	it('keep corners set by hand, and take them along when both ends move', () => {
		const { model, hand, sheet } = testBoard();
		const [a, b] = addObjects(hand, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 700, 300)]) as [
			string,
			string,
		];
		const link = addObject(hand, model, linkBetween(sheet, a, b));
		const ends: [{ object: string }, { object: string }] = [{ object: a }, { object: b }];
		changeConnector(hand, link, {
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
		moveObjects(hand, model, [a, b], 20, 30);
		expect(model.find(link)).toMatchObject({
			bends: [
				[420, 70],
				[420, 370],
			],
		});
		changeConnector(hand, link, { ends });
		expect(model.find(link)).not.toHaveProperty('bends', expect.anything());
	});
});

describe('the stack', () => {
	it('is changed by one step past what overlaps', () => {
		const { model, hand, sheet } = testBoard();
		const ids = addObjects(hand, model, [
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
		restackStep(hand, model, [ids[0]!], true);
		expect(order()).toEqual([1, 0, 2, 3]);
		restackStep(hand, model, [ids[0]!], true);
		expect(order()).toEqual([1, 2, 3, 0]);
		restackStep(hand, model, [ids[0]!], false);
		expect(order()).toEqual([1, 2, 0, 3]);
	});
});

describe('nods and ties', () => {
	it('count each person once and are taken back the same way', () => {
		const board = testBoard();
		const other = partner(board);
		const note = addObject(board.hand, board.model, noteAt(board.sheet, 0, 0));
		nod(board.hand, board.model, [note]);
		nod(other.hand, other.model, [note]);
		expect(
			board.model
				.find(note)!
				.nods!.map(({ name }) => name)
				.sort(),
		).toEqual(['Ilka', 'Tomasz']);
		nod(board.hand, board.model, [note]);
		expect(other.model.find(note)!.nods!.map(({ name }) => name)).toEqual(['Tomasz']);
	});

	it('do not take each other’s place when given at the same moment', () => {
		const board = testBoard();
		const other = partner(board);
		const note = addObject(board.hand, board.model, noteAt(board.sheet, 0, 0));
		other.cut();
		nod(board.hand, board.model, [note]);
		nod(other.hand, other.model, [note]);
		other.join();
		expect(board.model.find(note)!.nods).toHaveLength(2);
	});

	it('lead both ways, across sheets, and are untied the same way', () => {
		const { model, hand, sheet, undo } = testBoard();
		const second = addSheet(hand, model, 'Path');
		const [a, b] = addObjects(hand, model, [noteAt(sheet, 0, 0), noteAt(second, 0, 0)]) as [string, string];
		tieSeeAlso(hand, model, a, b);
		expect([model.find(a)!.see, model.find(b)!.see]).toEqual([[b], [a]]);
		tieSeeAlso(hand, model, b, a);
		expect([model.find(a)!.see, model.find(b)!.see]).toEqual([undefined, undefined]);
		undo.undo();
		expect(model.find(b)!.see).toEqual([a]);
	});
});

describe('sheets', () => {
	it('are inserted between, moved and duplicated with everything on them', () => {
		const board = testBoard();
		const { model, hand, sheet } = board;
		const last = addSheet(hand, model, 'Last');
		const between = addSheet(hand, model, 'Between', 'paper', sheet);
		expect(model.sheets.map(({ id }) => id)).toEqual([sheet, between, last]);
		moveSheet(hand, model, last, undefined);
		expect(model.sheets.map(({ id }) => id)).toEqual([last, sheet, between]);
		const [a, b] = addObjects(hand, model, [noteAt(sheet, 0, 0, 'one'), noteAt(sheet, 300, 0, 'two')]) as [
			string,
			string,
		];
		addObject(hand, model, linkBetween(sheet, a, b));
		const copy = duplicateSheet(hand, model, sheet, 'Gather, copy')!;
		expect(model.sheets.map(({ title }) => title)).toEqual(['Last', 'Gather', 'Gather, copy', 'Between']);
		expect(
			model
				.onSheet(copy)
				.map((object) => plainText(object.text))
				.sort(),
		).toEqual(['', 'one', 'two']);
		board.undo.undo();
		expect(model.sheets).toHaveLength(3);
		expect(model.objects.size).toBe(3);
	});

	it('come back with everything after they were deleted; the last one stays', () => {
		const { model, hand, sheet, undo } = testBoard();
		const second = addSheet(hand, model, 'Path');
		addObject(hand, model, noteAt(second, 0, 0, 'keep me'));
		expect(removeSheet(hand, model, second)).toBe(true);
		expect(model.objects.size).toBe(0);
		expect(removeSheet(hand, model, sheet)).toBe(false);
		undo.undo();
		expect(model.sheets.map(({ title }) => title)).toEqual(['Gather', 'Path']);
		expect(plainText([...model.objects.values()][0]!.text)).toBe('keep me');
	});

	it('take objects over with their links; a link that would cross sheets goes', () => {
		const { model, hand, sheet } = testBoard();
		const second = addSheet(hand, model, 'Path');
		const [a, b, c] = addObjects(hand, model, [
			noteAt(sheet, 0, 0),
			noteAt(sheet, 300, 0),
			noteAt(sheet, 600, 0),
		]) as [string, string, string];
		const [kept, gone] = addObjects(hand, model, [linkBetween(sheet, a, b), linkBetween(sheet, b, c)]) as [
			string,
			string,
		];
		moveToSheet(hand, model, [a, b], second);
		expect([a, b, kept].map((id) => model.find(id)!.sheet)).toEqual([second, second, second]);
		expect(model.find(gone)).toBeUndefined();
		expect(model.find(c)!.sheet).toBe(sheet);
	});
});

describe('fields as a sequence', () => {
	it('follow each other as one reads, until somebody orders them', () => {
		const { model, hand, sheet, undo } = testBoard();
		const [right, left, below] = addObjects(hand, model, [
			fieldAt(sheet, 900, 0),
			fieldAt(sheet, 0, 0),
			fieldAt(sheet, 0, 900),
		]) as [string, string, string];
		const order = (): string[] => fieldsInOrder(model, sheet).map(({ id }) => id);
		expect(order()).toEqual([left, right, below]);
		shiftInSequence(hand, model, below, -1);
		expect(order()).toEqual([left, below, right]);
		moveObjects(hand, model, [left], 0, 5000);
		expect(order()).toEqual([left, below, right]);
		const later = addObject(hand, model, fieldAt(sheet, -900, -900));
		expect(order()).toEqual([left, below, right, later]);
		expect(nextField(model, sheet, right, 1)?.id).toBe(later);
		expect(nextField(model, sheet, later, 1)?.id).toBe(left);
		expect(nextField(model, sheet, undefined, -1)?.id).toBe(later);
		removeObjects(hand, model, [below]);
		expect(order()).toEqual([left, right, later]);
		undo.undo();
		expect(order()).toContain(below);
	});
});

describe('strokes', () => {
	const line = (y: number) => [0, 50, 100].map((x) => ({ x, y: y + x / 10, p: 0.5 }));

	it('stand where they were drawn, also after they are moved, resized and turned', () => {
		const { model, hand, sheet } = testBoard();
		const id = addObject(hand, model, {
			kind: 'stroke',
			sheet,
			style: { nib: 'round', chalk: 'ochre', width: 6 },
			...strokeThrough(line(20)),
		});
		const ink = () => {
			const object = model.find(id)!;
			return object.kind === 'stroke' ? inkOnBoard(object) : [];
		};
		expect(ink().map(({ x, y }) => [x, y])).toEqual([
			[0, 20],
			[50, 25],
			[100, 30],
		]);
		moveObjects(hand, model, [id], 5, 5);
		expect(ink()[0]).toMatchObject({ x: 5, y: 25 });
		const [x, y, w, h] = model.find(id)!.box;
		setBoxes(hand, new Map([[id, [x, y, w * 2, h, 180]]]));
		expect(ink()[0]!.x).toBeCloseTo(205);
		expect(ink()[0]!.y).toBeCloseTo(35);
	});

	it('are split by the eraser as one step, and keep their look and their writer', () => {
		const { model, hand, sheet, undo } = testBoard();
		const id = addObject(hand, model, {
			kind: 'stroke',
			sheet,
			style: { nib: 'broad', chalk: 'brick', width: 9 },
			by: ['x', 'Maren'],
			...strokeThrough(line(0)),
		});
		const pieces = [line(0).slice(0, 2), line(0).slice(1)];
		eraseStrokes(hand, model, new Map([[id, pieces]]));
		const strokes = [...model.objects.values()];
		expect(strokes).toHaveLength(2);
		for (const stroke of strokes)
			expect(stroke).toMatchObject({ by: ['x', 'Maren'], style: { chalk: 'brick', width: 9 } });
		undo.undo();
		expect(model.objects.size).toBe(1);
		eraseStrokes(hand, model, new Map([[id, []]]));
		expect(model.objects.size).toBe(0);
	});
});

describe('undo among several people', () => {
	it('takes back one’s own action only, and leaves what others did meanwhile', () => {
		const board = testBoard();
		const other = partner(board);
		const { model, hand, sheet } = board;
		const [mine, theirs] = addObjects(hand, model, [noteAt(sheet, 0, 0), noteAt(sheet, 300, 0)]) as [
			string,
			string,
		];
		moveTo(
			hand,
			model,
			new Map([
				[mine, { x: 50, y: 50 }],
				[theirs, { x: 400, y: 0 }],
			]),
		);
		restyle(other.hand, other.model, [mine], { pigment: 'plum' });
		moveObjects(other.hand, other.model, [theirs], 0, 70);
		board.undo.undo();
		// My move of my note is taken back, its new colour stays; their later move of the other note wins.
		expect(model.find(mine)).toMatchObject({ box: [0, 0, 160, 96, 0], style: { pigment: 'plum' } });
		expect(boxOf(board, theirs)).toEqual([400, 70, 160, 96, 0]);
		expect(other.model.find(mine)!.box).toEqual(model.find(mine)!.box);
	});

	it('does not bring back what somebody else deleted, and does nothing to it', () => {
		const board = testBoard();
		const other = partner(board);
		const { model, hand, sheet } = board;
		const note = addObject(hand, model, noteAt(sheet, 0, 0));
		moveObjects(hand, model, [note], 30, 0);
		removeObjects(other.hand, other.model, [note]);
		board.undo.undo();
		expect(model.find(note)).toBeUndefined();
		expect(other.model.find(note)).toBeUndefined();
		other.undo.undo();
		expect(model.find(note)).toBeDefined();
		expect(objectsOf(board.doc).size).toBe(objectsOf(other.doc).size);
	});

	it('brings back what one deleted, with what others wrote into it before', () => {
		const board = testBoard();
		const other = partner(board);
		const { model, hand, sheet } = board;
		const note = addObject(hand, model, noteAt(sheet, 0, 0, 'first'));
		setText(other.hand, note, 'first and second');
		removeObjects(hand, model, [note]);
		board.undo.undo();
		expect(plainText(model.find(note)!.text)).toBe('first and second');
	});
});
