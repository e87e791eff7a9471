/** What hands do with the tools, movement by movement, on the real board. */
import { drawLine } from './tools/link';
import { describe, expect, it, vi } from 'vitest';
import { addObject } from '$core/board/ops/edits';
import { groupObjects, lockObjects } from '$core/board/ops/groups';
import { holderAt, linkBetween, noteAt, shapeAt, fieldAt } from '$core/board/testing';
import type { ObjectOf } from '$core/board/objects';
import { boardInHand, notesInARow, savedBox } from './testing';

vi.mock('../ui/toaster', () => ({
	toaster: { info: vi.fn(), success: vi.fn(), error: vi.fn(), create: vi.fn(), dismiss: vi.fn() },
}));

describe('picking', () => {
	it('takes one, adds and takes away with Shift, and lets go on a free spot', () => {
		const hand = boardInHand();
		const [a, b] = notesInARow(hand);
		hand.click(180, 150);
		expect([...hand.board.selection]).toEqual([a]);
		hand.click(480, 150, { shift: true });
		expect([...hand.board.selection]).toEqual([a, b]);
		hand.click(180, 150, { shift: true });
		expect([...hand.board.selection]).toEqual([b]);
		hand.click(20, 700);
		expect(hand.board.selection.size).toBe(0);
	});

	it('takes by box what lies wholly inside to the right, whatever is touched to the left', () => {
		const hand = boardInHand();
		const [a, b] = notesInARow(hand);
		const right = [
			[90, 90],
			[300, 250],
			[420, 250],
		] as const;
		hand.drag(right);
		expect([...hand.board.selection]).toEqual([a]);
		hand.drag([...right].reverse());
		expect([...hand.board.selection].sort()).toEqual([a, b].sort());
	});

	it('takes by lasso what has its middle in the loop', () => {
		const hand = boardInHand();
		const [, b] = notesInARow(hand);
		hand.drag(
			[
				[380, 60],
				[600, 60],
				[600, 260],
				[380, 260],
				[380, 70],
			],
			{ hold: true },
		);
		expect([...hand.board.selection]).toEqual([b]);
	});

	it('takes a group as one', () => {
		const hand = boardInHand();
		const [a, b] = notesInARow(hand);
		const group = groupObjects(hand.core.editContext, hand.core.model, [a!, b!])!;
		hand.click(180, 150);
		expect([...hand.board.selection]).toEqual([group]);
	});
});

describe('moving', () => {
	it('moves what is selected as one step, straight with Shift', () => {
		const hand = boardInHand();
		hand.board.snapping = false;
		const [a, b, c] = notesInARow(hand) as [string, string, string];
		hand.board.select([a, b]);
		hand.drag([
			[180, 150],
			[200, 160],
			[230, 290],
		]);
		expect([savedBox(hand, a)[0], savedBox(hand, a)[1]]).toEqual([150, 240]);
		expect(savedBox(hand, b)[0]).toBe(450);
		expect(savedBox(hand, c)[0]).toBe(700);
		hand.board.stepBack();
		expect([savedBox(hand, a)[0], savedBox(hand, b)[0]]).toEqual([100, 400]);
		hand.drag(
			[
				[180, 150],
				[200, 160],
				[260, 170],
			],
			{ shift: true },
		);
		expect(savedBox(hand, a).slice(0, 2)).toEqual([180, 100]);
	});

	it('snaps to its neighbours, and not while Ctrl is held', () => {
		const hand = boardInHand();
		const [a] = notesInARow(hand) as [string];
		hand.drag([
			[180, 150],
			[190, 160],
			[184, 154],
		]);
		// Four units off the line of the others, it stays on it.
		expect(savedBox(hand, a)[1]).toBe(100);
		hand.drag(
			[
				[180, 150],
				[190, 160],
				[184, 154],
			],
			{ hold: true },
		);
		expect(savedBox(hand, a)[1]).toBe(104);
	});

	it('copies with Alt and leaves the original', () => {
		const hand = boardInHand();
		hand.board.snapping = false;
		const [a] = notesInARow(hand, 1) as [string];
		hand.drag(
			[
				[180, 150],
				[200, 200],
				[180, 350],
			],
			{ alt: true },
		);
		expect(savedBox(hand, a)[1]).toBe(100);
		const [copy] = [...hand.board.selection];
		expect(copy).not.toBe(a);
		expect(savedBox(hand, copy!)[1]).toBe(300);
	});

	it('leaves what is locked where it is, and everything when it is broken off', () => {
		const hand = boardInHand();
		const [a, b] = notesInARow(hand) as [string, string];
		lockObjects(hand.core.editContext, hand.core.model, [a], 'own');
		hand.drag([
			[180, 150],
			[300, 300],
		]);
		expect(savedBox(hand, a).slice(0, 2)).toEqual([100, 100]);
		const { pick } = hand.board.tools;
		pick.down!(hand.board, hand.at(480, 150));
		pick.drag!(hand.board, hand.at(600, 400));
		pick.cancel!(hand.board);
		expect(savedBox(hand, b).slice(0, 2)).toEqual([400, 100]);
		expect(hand.board.held.preview).toBeUndefined();
	});

	it('drops into columns where it was shown to land, and takes the whole out again', () => {
		const hand = boardInHand();
		const holder = holderAt(hand.core, 'columns');
		const note = addObject(hand.core.editContext, hand.core.model, noteAt(hand.core.sheet, 800, 200));
		const { pick } = hand.board.tools;
		hand.board.select([note]);
		pick.down!(hand.board, hand.at(820, 240));
		pick.drag!(hand.board, hand.at(700, 240));
		pick.drag!(hand.board, hand.at(300, 140));
		const sketch = pick.sketch!(hand.board);
		expect(sketch?.type).toBe('paint');
		pick.up!(hand.board, hand.at(300, 140));
		const [x, y] = savedBox(hand, note);
		const shown = sketch?.type === 'paint' ? sketch.items[0] : undefined;
		expect(shown).toMatchObject({ type: 'rect', x, y });
		expect(hand.core.model.cardsOf(holder)).toHaveLength(1);
		hand.board.nudge(1, 0);
		expect(hand.core.model.find(holder)!.laid!.cols.map(({ count }) => count)).toEqual([0, 0, 1]);
		hand.board.stepBack();
		hand.board.stepBack();
		expect(savedBox(hand, note)).toEqual([800, 200, 160, 96, 0]);
	});
});

describe('shaping', () => {
	it('resizes by a corner, in proportion for notes, and never below what is needed', () => {
		const hand = boardInHand();
		hand.board.snapping = false;
		const [a] = notesInARow(hand, 1) as [string];
		hand.click(180, 150);
		hand.drag([
			[260, 196],
			[340, 230],
			[420, 292],
		]);
		const [x, y, w, h] = savedBox(hand, a);
		expect([x, y]).toEqual([100, 100]);
		expect(w / h).toBeCloseTo(160 / 96, 2);
		expect(w).toBeGreaterThan(300);
		hand.drag([
			[x + w, y + h],
			[x + 5, y + 5],
			[x - 50, y - 50],
		]);
		expect(savedBox(hand, a)[2]).toBeGreaterThanOrEqual(64);
	});

	it('turns by the knob, in steps with Shift', () => {
		const hand = boardInHand();
		const shape = addObject(hand.core.editContext, hand.core.model, shapeAt(hand.core.sheet, 300, 300));
		hand.click(380, 340);
		hand.drag(
			[
				[478, 282],
				[470, 400],
				[440, 430],
			],
			{ shift: true },
		);
		const angle = savedBox(hand, shape)[4];
		expect(angle).toBeGreaterThan(0);
		expect(angle % 15).toBe(0);
	});

	it('widens a column by its edge, and the rows follow in the same step', () => {
		const hand = boardInHand();
		const table = holderAt(hand.core, 'table', ['A', 'B', 'C']);
		hand.board.select([table]);
		const before = hand.core.model.find(table)!.laid!;
		hand.drag([
			[before.cols[0]!.size, 90],
			[before.cols[0]!.size + 30, 90],
			[before.cols[0]!.size + 50, 92],
		]);
		const after = hand.core.model.find(table)!.laid!;
		expect(after.cols.map(({ size }) => Math.round(size))).toEqual([200, 150, 150]);
		hand.board.stepBack();
		expect(hand.core.model.find(table)!.laid!.cols[0]!.size).toBe(150);
	});
});

describe('making', () => {
	it('makes a note of the last look by a click, of any size by a drag, and writes in it', () => {
		const hand = boardInHand();
		hand.board.next.pigment = 'plum';
		hand.board.takeUp('note');
		hand.click(400, 300);
		const [id] = [...hand.board.selection];
		expect(hand.core.model.find(id!)).toMatchObject({ kind: 'note', style: { pigment: 'plum' } });
		expect(hand.board.editing).toBe(id);
		hand.board.stopEditing();
		hand.board.takeUp('field');
		hand.drag([
			[600, 100],
			[800, 300],
			[1000, 500],
		]);
		const field = hand.board.selected[0]!;
		expect(field).toMatchObject({ kind: 'field', box: [600, 100, 400, 400, 0] });
	});

	it('links what it is drawn between, and leaves ends loose in the open', () => {
		const hand = boardInHand();
		const [a, b] = notesInARow(hand) as [string, string];
		const offered: unknown[] = [];
		hand.board.frame.requests.on((request) => void offered.push(request));
		hand.board.takeUp('link');
		hand.drag([
			[180, 150],
			[300, 150],
			[480, 150],
		]);
		const links = (): ObjectOf<'connector'>[] =>
			[...hand.core.model.objects.values()].filter((object) => object.kind === 'connector');
		expect(links()[0]!.ends).toEqual([{ object: a }, { object: b }]);
		hand.board.takeUp('link');
		hand.drag([
			[480, 150],
			[500, 400],
			[520, 600],
		]);
		// Let go in the open, what comes next is offered, and only the line if nothing else is
		// wanted.
		expect(links()).toHaveLength(1);
		expect(offered).toEqual([{ open: 'next step', from: b, at: { x: 520, y: 600 } }]);
		drawLine(hand.board, { object: b }, { point: [520, 600] });
		expect(links()[1]!.ends).toEqual([{ object: b }, { point: [520, 600] }]);
	});

	it('draws strokes and rubs them out, whole or in part', () => {
		const hand = boardInHand();
		hand.board.takeUp('pen');
		hand.drag(Array.from({ length: 30 }, (_, i) => [100 + i * 10, 400] as const));
		const strokes = (): ObjectOf<'stroke'>[] =>
			[...hand.core.model.objects.values()].filter((object) => object.kind === 'stroke');
		expect(strokes()).toHaveLength(1);
		hand.board.takeUp('rub');
		hand.board.next.eraser = 'part';
		hand.drag([
			[240, 380],
			[240, 400],
			[240, 420],
		]);
		expect(strokes()).toHaveLength(2);
		hand.board.next.eraser = 'whole';
		hand.drag([
			[110, 380],
			[110, 400],
			[110, 420],
		]);
		expect(strokes()).toHaveLength(1);
	});

	it('puts down a holder from the shelf and a mark that sticks', () => {
		const hand = boardInHand();
		const [a] = notesInARow(hand, 1) as [string];
		hand.board.next.holder = 'list';
		hand.board.takeUp('holder');
		hand.click(700, 500);
		expect(hand.board.selected[0]).toMatchObject({ kind: 'list' });
		hand.board.next.mark = { name: 'star', d: 'M1 1L2 2', solid: false };
		hand.board.takeUp('mark');
		hand.click(240, 110);
		expect(hand.board.selected[0]).toMatchObject({ kind: 'mark', on: { to: a } });
	});

	it('puts a shape that is made on a line into it, and one undo takes both back', () => {
		const hand = boardInHand();
		const { core, board } = hand;
		const put = (x: number): string =>
			addObject(core.editContext, core.model, shapeAt(core.sheet, x, 100, `${x}`));
		const [first, last] = [put(100), put(700)];
		addObject(core.editContext, core.model, linkBetween(core.sheet, first, last));
		const leads = (): string[] =>
			[...core.model.objects.values()]
				.flatMap((object) => (object.kind === 'connector' ? [object.ends] : []))
				.map((ends) => ends.map((end) => ('object' in end ? end.object : '?')).join(' '))
				.sort();
		board.tool = 'shape';
		hand.click(480, 140);
		const [made] = [...board.selection];
		expect(leads()).toEqual([`${first} ${made}`, `${made} ${last}`].sort());
		board.steps.back();
		expect(leads()).toEqual([`${first} ${last}`]);
		expect(core.model.find(made!)).toBeUndefined();
		board.tool = 'shape';
		hand.click(480, 140, { hold: true });
		expect(leads()).toEqual([`${first} ${last}`]);
	});
});

describe('the view tool', () => {
	it('moves the view and nothing on the board', () => {
		const hand = boardInHand();
		const [a] = notesInARow(hand, 1) as [string];
		hand.board.takeUp('view');
		const { view } = hand.board.tools;
		view.down!(hand.board, hand.at(180, 150));
		view.drag!(hand.board, { ...hand.at(180, 150), screen: { x: 280, y: 200 } });
		view.up!(hand.board, hand.at(180, 150));
		expect(hand.board.view).toMatchObject({ x: -100, y: -50 });
		expect(savedBox(hand, a).slice(0, 2)).toEqual([100, 100]);
	});
});

describe('connectors', () => {
	it('follow what is dragged, frame by frame, before it is put down', () => {
		const hand = boardInHand();
		hand.board.snapping = false;
		const [a, b] = notesInARow(hand) as [string, string];
		const link = addObject(hand.core.editContext, hand.core.model, linkBetween(hand.core.sheet, a, b));
		addObject(hand.core.editContext, hand.core.model, fieldAt(hand.core.sheet, 50, 50));
		const before = hand.board.held.shownRoute(link)!.path.at(-1)!;
		const { pick } = hand.board.tools;
		pick.down!(hand.board, hand.at(480, 150));
		pick.drag!(hand.board, hand.at(490, 160));
		pick.drag!(hand.board, hand.at(480, 450));
		const shown = hand.board.held.shownRoute(link)!.path.at(-1)!;
		expect(shown.y).toBeGreaterThan(before.y + 200);
		expect(hand.core.model.routeOf(link)!.path.at(-1)).toEqual(before);
		pick.up!(hand.board, hand.at(480, 450));
		expect(hand.core.model.routeOf(link)!.path.at(-1)!.y).toBeGreaterThan(before.y + 200);
	});
});
