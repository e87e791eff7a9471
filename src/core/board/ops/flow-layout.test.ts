import { describe, expect, it } from 'vitest';
import { overlaps, type Box } from '../../geometry/box';
import { flowAt, flowsOn } from '../flows';
import { laneAt, lanesOf } from '../holders/lanes';
import { addTrack, removeTrack, setLaneSize, shiftTrack } from '../holders/edits';
import { isConnector } from '../kinds/guards';
import type { BoardModel } from '../model/model';
import type { ObjectOf } from '../objects';
import { fieldAt, holderAt, noteAt, shapeAt, testBoard, type TestBoard } from '../testing';
import { addObject, setBoxes } from './edits';
import { lockObjects } from './groups';
import { linkInTurn } from './flow-links';
import { applyLayout, layoutTask, solveLayout } from './flow-layout';
import { setShare, setWork, readEstimate, waive, writtenEstimate } from './flow-values';

const WORDS = { yes: 'yes', no: 'no' };
const boxOf = (model: BoardModel, id: string): Box => {
	const [x, y, w, h] = model.find(id)!.box;
	return { x, y, w, h };
};

/** Six steps: a way through, a way back and a way out. */
const WITH_A_LOOP: [number, number][] = [
	[0, 1],
	[1, 2],
	[2, 3],
	[3, 4],
	[3, 1],
	[2, 5],
];

/** Shapes in a heap, linked as the pairs say. */
function heap(
	{ editContext, model, sheet }: TestBoard,
	count: number,
	pairs: [number, number][],
	at = { x: 100, y: 100 },
): string[] {
	const ids = Array.from({ length: count }, (_, i) =>
		addObject(editContext, model, {
			...shapeAt(sheet, at.x + (i % 3) * 40, at.y + i * 17, `Step ${i}`),
			style: { shape: 'process', fill: 'none', chalk: 'white' },
		}),
	);
	for (const [a, b] of pairs) linkInTurn(editContext, model, [ids[a]!, ids[b]!], WORDS);
	return ids;
}

/** Three lanes on a board. */
function lanesIn(board: TestBoard, kind: 'lanes' | 'column-lanes'): string {
	const id = holderAt(board, kind, ['One', 'Two', 'Three'], 3);
	setBoxes(board.editContext, new Map([[id, [0, 0, 900, 500, 0]]]));
	return id;
}

const tidy = (
	{ editContext, model }: TestBoard,
	id: string,
	direction: 'right' | 'down' = 'right',
): boolean => {
	const flow = flowAt(model, id)!;
	return applyLayout(editContext, model, flow, solveLayout(layoutTask(model, flow, direction)));
};
const line = (model: BoardModel, a: string, b: string): ObjectOf<'connector'> =>
	[...model.objects.values()]
		.filter(isConnector)
		.find(({ ends }) => (ends as { object?: string }[]).every((end, i) => end.object === [a, b][i]))!;

describe('tidying a flow on a board', () => {
	it('is one step, which undo takes back', () => {
		const board = testBoard();
		const ids = heap(board, 6, WITH_A_LOOP);
		const { model, undo } = board;
		const before = ids.map((id) => model.find(id)!.box);
		tidy(board, ids[0]!);
		for (const [i, a] of ids.entries())
			for (const b of ids.slice(i + 1)) expect(overlaps(boxOf(model, a), boxOf(model, b))).toBe(false);
		const loop = line(model, ids[3]!, ids[1]!);
		expect(loop.bends).toHaveLength(2);
		expect(line(model, ids[0]!, ids[1]!)).toMatchObject({
			ends: [{ object: ids[0] }, { object: ids[1] }],
			layoutSides: [
				[ids[0], 'right'],
				[ids[1], 'left'],
			],
		});
		undo.undo();
		expect(ids.map((id) => model.find(id)!.box)).toEqual(before);
		expect(line(model, ids[3]!, ids[1]!).bends).toBeUndefined();
	});

	it('changes nothing on a flow that is tidy', () => {
		const board = testBoard();
		const ids = heap(board, 6, WITH_A_LOOP);
		tidy(board, ids[0]!);
		const before = ids.map((id) => board.model.find(id)!.box);
		const steps = board.undo.undoStack.length;
		tidy(board, ids[4]!);
		expect(board.undo.undoStack).toHaveLength(steps);
		expect(ids.map((id) => board.model.find(id)!.box)).toEqual(before);
	});

	it('grows the field that it stands in, unless something is in the way', () => {
		for (const isFree of [true, false]) {
			const board = testBoard();
			const { editContext, model, sheet } = board;
			const field = addObject(editContext, model, fieldAt(sheet, 60, 60, 400, 400));
			const other = isFree ? undefined : addObject(editContext, model, fieldAt(sheet, 700, 60, 300, 300));
			const ids = heap(board, 5, [
				[0, 1],
				[1, 2],
				[2, 3],
				[3, 4],
			]);
			expect(flowAt(model, ids[0]!)!.scope).toBe(field);
			expect(tidy(board, ids[0]!)).toBe(isFree);
			const box = boxOf(model, field);
			const last = boxOf(model, ids[4]!);
			expect(last.x + last.w <= box.x + box.w).toBe(isFree);
			if (other) expect(boxOf(model, other)).toMatchObject({ x: 700, w: 300 });
			// What stands outside by now still belongs to the flow.
			expect(flowAt(model, field)!.flow.steps).toHaveLength(5);
		}
	});

	it('leaves locked steps where they are, and corners and sides that were set by hand', () => {
		const board = testBoard();
		const { editContext, model } = board;
		const ids = heap(board, 4, [
			[0, 1],
			[1, 2],
			[2, 3],
		]);
		lockObjects(editContext, model, [ids[2]!], 'own');
		const before = model.find(ids[2]!)!.box;
		const pinned = line(model, ids[0]!, ids[1]!);
		editContext.doc.transact(() =>
			(
				editContext.doc.getMap('objects').get(pinned.id) as { set: (key: string, value: unknown) => void }
			).set('ends', [{ object: ids[0], side: 'top', pinned: true }, { object: ids[1] }]),
		);
		tidy(board, ids[0]!);
		expect(model.find(ids[2]!)!.box).toEqual(before);
		expect(line(model, ids[0]!, ids[1]!).ends[0]).toEqual({ object: ids[0], side: 'top', pinned: true });
	});

	it('keeps steps in their lanes, which become as large as they have to be', () => {
		const board = testBoard();
		const { editContext, model, sheet } = board;
		const lanes = lanesIn(board, 'lanes');
		const at = (lane: number): { x: number; y: number } => ({
			x: 200,
			y: lanesOf(model.find(lanes)!)[lane]!.start + 10,
		});
		const ids = [0, 1, 2, 1, 0].map((lane, i) =>
			addObject(editContext, model, {
				...shapeAt(sheet, at(lane).x + 10 * i, at(lane).y, `Step ${i}`),
				style: { shape: 'process', fill: 'none', chalk: 'white' },
			}),
		);
		linkInTurn(editContext, model, ids, WORDS);
		expect(ids.map((id) => laneAt(model, model.find(id)!)?.index)).toEqual([0, 1, 2, 1, 0]);
		const flow = flowAt(model, ids[0]!)!;
		expect(flow).toMatchObject({ scope: lanes, lanes });
		expect(flow.flow.steps.map(({ lane }) => lane)).toEqual([
			'Saturday',
			'Sunday',
			undefined,
			'Sunday',
			'Saturday',
		]);
		tidy(board, ids[0]!, 'down');
		expect(ids.map((id) => laneAt(model, model.find(id)!)?.index)).toEqual([0, 1, 2, 1, 0]);
		const xs = ids.map((id) => boxOf(model, id).x);
		expect([...xs].sort((a, b) => a - b)).toEqual(xs);
		const box = boxOf(model, lanes);
		expect(boxOf(model, ids[4]!).x + 160).toBeLessThan(box.x + box.w);
	});

	it('finds every flow on a sheet once, and takes notes at shapes for remarks', () => {
		const board = testBoard();
		const { editContext, model, sheet } = board;
		const one = heap(board, 3, [
			[0, 1],
			[1, 2],
		]);
		const two = heap(board, 2, [[0, 1]], { x: 3000, y: 0 });
		const remark = addObject(editContext, model, noteAt(sheet, 0, 2000, 'A remark'));
		linkInTurn(editContext, model, [remark, one[1]!], WORDS);
		const flows = flowsOn(model, sheet);
		expect(flows.map(({ flow }) => flow.steps.map(({ id }) => id))).toEqual([two, one]);
		expect(flows[1]!.flow.links).toHaveLength(2);
	});
});

describe('lanes', () => {
	it('take what lies in them along when they come, go, grow or change places', () => {
		for (const kind of ['lanes', 'column-lanes'] as const) {
			const board = testBoard();
			const { editContext, model, sheet, undo } = board;
			const id = lanesIn(board, kind);
			const axis = kind === 'lanes' ? 'row' : 'col';
			const spans = () => lanesOf(model.find(id)!);
			const put = (lane: number): string => {
				const middle = spans()[lane]!.start + spans()[lane]!.size / 2;
				const [x, y] = kind === 'lanes' ? [400, middle - 40] : [middle - 80, 300];
				return addObject(editContext, model, shapeAt(sheet, x, y));
			};
			const steps = [put(0), put(1), put(2)];
			const lanesNow = (): (string | undefined)[] =>
				steps.map((step) => {
					const at = laneAt(model, model.find(step)!);
					return at && spans()[at.index]!.id;
				});
			const [first, second, third] = spans().map((lane) => lane.id) as [string, string, string];
			expect(lanesNow()).toEqual([first, second, third]);
			shiftTrack(editContext, model, id, axis, first, 1);
			expect(spans().map((lane) => lane.id)).toEqual([second, first, third]);
			expect(lanesNow()).toEqual([first, second, third]);
			const added = addTrack(editContext, model, id, axis, second);
			expect(spans().map((lane) => lane.id)).toEqual([second, added, first, third]);
			expect(lanesNow()).toEqual([first, second, third]);
			setLaneSize(editContext, model, id, added, 300);
			expect(Math.round(spans()[1]!.size)).toBe(300);
			expect(lanesNow()).toEqual([first, second, third]);
			removeTrack(editContext, model, id, axis, added);
			expect(lanesNow()).toEqual([first, second, third]);
			for (let i = 0; i < 4; i++) undo.undo();
			expect(spans().map((lane) => lane.id)).toEqual([first, second, third]);
			expect(lanesNow()).toEqual([first, second, third]);
		}
	});
});

describe('what steps say', () => {
	it('is written and taken away, and copied along', () => {
		const board = testBoard();
		const { editContext, model } = board;
		const ids = heap(board, 2, [[0, 1]]);
		setWork(editContext, model, [ids[0]!], { minutes: { least: 1, likely: 2, most: 3 }, who: 'Nele' });
		setWork(editContext, model, [ids[0]!], { cost: 4, who: undefined });
		expect(model.find(ids[0]!)!.work).toEqual({ minutes: { least: 1, likely: 2, most: 3 }, cost: 4 });
		setWork(editContext, model, [ids[0]!], { minutes: undefined, cost: undefined });
		expect(model.find(ids[0]!)!.work).toBeUndefined();
		const link = line(model, ids[0]!, ids[1]!).id;
		setShare(editContext, model, link, 40);
		expect(flowAt(model, ids[0]!)!.flow.links[0]!.share).toBe(40);
		waive(editContext, model, ids[0]!, 'dead-end', 'It is meant so');
		expect(model.find(ids[0]!)!.waivers).toEqual({ 'dead-end': 'It is meant so' });
		waive(editContext, model, ids[0]!, 'dead-end', undefined);
		expect(model.find(ids[0]!)!.waivers).toBeUndefined();
		expect(() => setWork(editContext, model, ids, { minutes: { least: 5, likely: 2, most: 3 } })).toThrow();
	});

	it('reads minutes as people write them', () => {
		expect(readEstimate('20')).toEqual({ least: 20, likely: 20, most: 20 });
		expect(readEstimate(' 20 - 45 ')).toEqual({ least: 20, likely: 32.5, most: 45 });
		expect(readEstimate('45/20/30')).toEqual({ least: 20, likely: 30, most: 45 });
		expect(readEstimate('2,5 4 10')).toEqual({ least: 2.5, likely: 4, most: 10 });
		for (const wrong of ['', 'soon', '1 2 3 4', '-', '1e9', 'NaN'])
			expect(readEstimate(wrong)).toBeUndefined();
		for (const text of ['20', '20/30/45']) expect(writtenEstimate(readEstimate(text))).toBe(text);
	});
});
