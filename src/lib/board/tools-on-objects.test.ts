/** What the tools do with objects that are there: locked ones, columns, connectors, larger letters. */
import { describe, expect, it, vi } from 'vitest';
import { hang, setMapStyle } from '$core/board/ops/branches';
import { addObject, addObjects } from '$core/board/ops/edits';
import { lockObjects } from '$core/board/ops/groups';
import { holderAt, linkBetween, noteAt, shapeAt } from '$core/board/testing';
import type { ObjectOf } from '$core/board/objects';
import { addSheet, moveToSheet, removeSheet } from '$core/board/ops/sheets';
import { boardInHand, notesInARow, savedBox } from './testing';
import { neededHeight } from '$core/board/kinds';
import { toaster } from '../ui/toaster';

vi.mock('../ui/toaster', () => ({
	toaster: { info: vi.fn(), success: vi.fn(), error: vi.fn(), create: vi.fn(), dismiss: vi.fn() },
}));

describe('a locked wall', () => {
	it('is worked on: a box selects what lies on it, a double click writes there; a small locked thing says so', () => {
		const hand = boardInHand();
		const { core, board } = hand;
		const wall = addObject(core.editContext, core.model, shapeAt(core.sheet, 0, 0));
		core.doc
			.getMap<{ set(k: string, v: unknown): void }>('objects')
			.get(wall)!
			.set('box', [0, 0, 1100, 700, 0]);
		lockObjects(core.editContext, core.model, [wall], 'own');
		const [a, b] = notesInARow(hand, 2);
		hand.drag([
			[60, 60],
			[500, 400],
			[700, 400],
		]);
		expect(new Set(board.selection)).toEqual(new Set([a, b]));
		expect(savedBox(hand, wall).slice(0, 2)).toEqual([0, 0]);
		vi.mocked(toaster.create).mockClear();
		lockObjects(core.editContext, core.model, [a!], 'own');
		hand.drag([
			[180, 150],
			[240, 200],
		]);
		expect(savedBox(hand, a!).slice(0, 2)).toEqual([100, 100]);
		expect(toaster.create).toHaveBeenCalledWith(expect.objectContaining({ id: 'locked' }));
		board.select([a!, b!]);
		board.remove();
		expect([core.model.find(a!), core.model.find(b!)].map(Boolean)).toEqual([true, false]);
	});
});

describe('lanes', () => {
	it('are made larger at the edge of their heads, and take what lies in those after along', () => {
		for (const kind of ['lanes', 'column-lanes'] as const) {
			const hand = boardInHand();
			const { core, board } = hand;
			const id = holderAt(core, kind, ['One', 'Two', 'Three'], 3);
			const { laid, box } = core.model.find(id)!;
			const isRows = kind === 'lanes';
			const [first, second] = isRows ? laid!.rows : laid!.cols;
			const [x, y] = box;
			const spot = { x: x + (isRows ? 400 : second!.at + 20), y: y + (isRows ? second!.at + 20 : 200) };
			const step = addObject(core.editContext, core.model, shapeAt(core.sheet, spot.x, spot.y));
			board.select([id]);
			const edge = first!.at + first!.size;
			const from: [number, number] = isRows ? [x + 40, y + edge] : [x + edge, y + 55];
			const to: [number, number] = isRows ? [from[0], from[1] + 60] : [from[0] + 60, from[1]];
			hand.drag([from, to, to]);
			const after = core.model.find(id)!.laid!;
			expect(Math.round((isRows ? after.rows : after.cols)[0]!.size)).toBe(first!.size + 60);
			expect(savedBox(hand, step)[isRows ? 1 : 0]).toBe((isRows ? spot.y : spot.x) + 60);
			board.stepBack();
			expect(savedBox(hand, step).slice(0, 2)).toEqual([spot.x, spot.y]);
		}
	});
});

describe('a note made in a column', () => {
	it('lies in it at once, as one step', () => {
		const hand = boardInHand();
		const { core, board } = hand;
		const columns = holderAt(core, 'columns');
		const { laid, box: at } = core.model.find(columns)!;
		board.takeUp('note');
		hand.click(at[0] + at[2] / 2, at[1] + at[3] - 30);
		board.stopEditing();
		const note = [...core.model.objects.values()].find(({ kind }) => kind === 'note')!;
		expect(note.held).toMatchObject({ in: columns, col: laid!.cols[1]!.id });
		board.stepBack();
		expect([...core.model.objects.values()].some(({ kind }) => kind === 'note')).toBe(false);
		expect(core.model.find(columns)).toBeDefined();
	});
});

describe('what was chosen for a connector', () => {
	it('is kept for the next one, and is nothing that the pen takes over', () => {
		const hand = boardInHand();
		const { core, board } = hand;
		const [a, b, c] = notesInARow(hand);
		const line = addObject(core.editContext, core.model, linkBetween(core.sheet, a!, b!));
		board.select([line]);
		board.restyle({ width: 7, dash: 'dotted', start: 'dot' });
		expect(board.next.width).toBe(5);
		board.takeUp('link');
		hand.drag([
			[480, 150],
			[600, 150],
			[780, 150],
		]);
		const next = [...core.model.objects.values()].find(
			({ id, kind }) => kind === 'connector' && id !== line,
		)!;
		expect(next.style).toMatchObject({ width: 7, dash: 'dotted', start: 'dot', end: 'arrow' });
		expect((next as ObjectOf<'connector'>).ends).toEqual([{ object: b }, { object: c }]);
	});
});

describe('larger letters', () => {
	it('make a text, a note and a shape as high as they need, so that nothing is cut off', () => {
		const hand = boardInHand();
		const { core, board } = hand;
		const long = 'Lamps pile up beside the bench until somebody finds the right fuse for each of them';
		const ids = addObjects(core.editContext, core.model, [
			noteAt(core.sheet, 0, 0, long),
			shapeAt(core.sheet, 300, 0, long),
			{
				kind: 'text',
				sheet: core.sheet,
				box: [600, 0, 200, 24, 0],
				style: { role: 'body', chalk: 'white' },
				text: long,
			},
		]);
		board.select(ids);
		board.restyle({ size: 30 });
		for (const id of ids) {
			const object = core.model.find(id)!;
			expect(neededHeight(object, board.context), object.kind).toBeLessThanOrEqual(object.box[3] + 1);
		}
		board.stepBack();
		expect(savedBox(hand, ids[0]!)[3]).toBe(96);
	});
});

describe('what is selected', () => {
	it('is let go of when others take it to another sheet, or take its sheet away', () => {
		const hand = boardInHand();
		const { core, board } = hand;
		const [a, b] = notesInARow(hand, 2) as [string, string];
		const other = addSheet(core.editContext, core.model, 'Plan');
		board.select([a, b]);
		moveToSheet(core.editContext, core.model, [a], other);
		expect([...board.selection]).toEqual([b]);
		removeSheet(core.editContext, core.model, core.sheet);
		expect(board.sheet).toBe(other);
		expect([...board.selection]).toEqual([]);
	});
});

describe('branches of a map', () => {
	/** Three branches to the right of a root. */
	function map() {
		const hand = boardInHand();
		const { core, board } = hand;
		const { editContext, model, sheet } = core;
		const put = (text: string): string => addObject(editContext, model, noteAt(sheet, 100, 300, text));
		const root = put('Café');
		const branches = ['Tools', 'People', 'Rooms'].map(put);
		setMapStyle(editContext, model, [root], { layout: 'right' });
		hang(editContext, model, branches, { parent: root, index: 0 });
		const carry = (ids: readonly string[], from: string, to: [number, number], keys = {}): void => {
			const [x, y, w, h] = savedBox(hand, from);
			board.select([...ids]);
			hand.drag([[x + w / 2, y + h / 2], [x + w / 2 + 20, y + h / 2], to], keys);
		};
		const depth = (): number => board.undo.undoStack.length;
		return { hand, model, board, root, branches, carry, depth };
	}

	it('are re-hung together, in their order, as one step', () => {
		const { hand, model, board, root, branches, carry, depth } = map();
		const [tools, people, rooms] = branches as [string, string, string];
		const [x, y, w, h] = savedBox(hand, people);
		const before = depth();
		carry([rooms, tools], tools, [x + w * 0.9, y + h / 2]);
		expect(model.maps.branchesOf(people)).toEqual([tools, rooms]);
		expect(depth()).toBe(before + 1);
		board.steps.back();
		expect(model.maps.branchesOf(root)).toEqual(branches);
	});

	it('are let go of together in the open, and placed freely with a key held', () => {
		const { hand, model, board, root, branches, carry, depth } = map();
		const [tools, , rooms] = branches as [string, string, string];
		const before = [tools, rooms].map((id) => savedBox(hand, id).slice(0, 2));
		const steps = depth();
		carry([tools, rooms], tools, [900, 700], { hold: true });
		const offsets = [tools, rooms].map((id) => model.find(id)!.branch!.offset);
		expect(offsets.every(Boolean)).toBe(true);
		expect(model.maps.branchesOf(root)).toEqual(branches);
		expect(depth()).toBe(steps + 1);
		board.steps.back();
		carry([tools, rooms], tools, [900, 700]);
		expect(model.maps.branchesOf(root)).toEqual([branches[1]]);
		const moved = [tools, rooms].map((id, i) => savedBox(hand, id)[1] - before[i]![1]!);
		expect(moved[0]).toBe(moved[1]);
	});
});
