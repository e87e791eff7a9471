import { describe, expect, it } from 'vitest';
import { addObject } from '../board/ops/edits';
import { addTheme, noteIdsOf, sortInto } from '../board/ops/themes';
import { noteAt, testBoard } from '../board/testing';
import { overlaps } from '../geometry/box';
import { layInColumns, layInOrder, layOnMatrix } from './lay-out';
import { outcomeOf } from './outcome';
import { termsSchema, type Choice } from './vote';

function voted(method: 'dots' | 'matrix', choices: (ids: string[]) => Choice[], count = 6) {
	const board = testBoard();
	const ids = Array.from({ length: count }, (_, i) =>
		addObject(
			board.editContext,
			board.model,
			noteAt(board.sheet, (i % 3) * 180, Math.floor(i / 3) * 120, `n${i}`),
		),
	);
	const vote = {
		...termsSchema.parse({ method, question: 'Which?', each: 20, most: 20 }),
		options: ids.map((id) => ({ id, text: id })),
	};
	return { ...board, ids, outcome: outcomeOf(vote, choices(ids), 5) };
}
const dots = (ids: string[]): Choice[] => [
	{ dots: { [ids[5]!]: 3, [ids[2]!]: 2, [ids[0]!]: 2, [ids[3]!]: 1 } },
];

describe('a result on the board', () => {
	it('puts objects in order where they lie, none on another', () => {
		const { editContext, model, ids, outcome } = voted('dots', dots);
		expect(layInOrder(editContext, model, outcome)).toHaveLength(6);
		const order = [...ids].sort((a, b) => {
			const [p, q] = [model.find(a)!.box, model.find(b)!.box];
			return p[1] - q[1] || p[0] - q[0];
		});
		expect(order[0]).toBe(ids[5]);
		expect(new Set(order.slice(1, 3))).toEqual(new Set([ids[0], ids[2]]));
		const boxes = ids.map((id) => model.boundsOf(id)!);
		expect(boxes.some((a, i) => boxes.some((b, j) => i < j && overlaps(a, b)))).toBe(false);
	});

	it('lets notes of a theme change places in it, and leaves them in it', () => {
		const { editContext, model, ids, outcome, sheet } = voted('dots', dots);
		const theme = addTheme(editContext, model, sheet, 'Queues', ids);
		sortInto(editContext, model, theme, ids);
		expect(layInOrder(editContext, model, outcome)).toHaveLength(6);
		expect(noteIdsOf(model, theme)[0]).toBe(ids[5]);
		expect(new Set(noteIdsOf(model, theme))).toEqual(new Set(ids));
	});

	it('puts notes in columns and keeps ties together', () => {
		const { editContext, model, ids, outcome } = voted('dots', dots);
		const columns = layInColumns(editContext, model, outcome, {
			title: 'Decided',
			columns: ['First', 'Then', 'Rest'],
		})!;
		const cols = model.find(columns)!.parts!.cols.map(({ id }) => id);
		const inCol = (i: number) => ids.filter((id) => model.find(id)!.held?.col === cols[i]);
		expect(inCol(0).sort()).toEqual([ids[5], ids[2], ids[0]].sort());
		expect(inCol(1)).toEqual([ids[3]]);
		expect(inCol(2).sort()).toEqual([ids[1], ids[4]].sort());
		const first = model.cardsOf(columns).find(({ id }) => id === ids[5])!;
		for (const { id, box } of model.cardsOf(columns))
			if (model.find(id)!.held?.col === cols[0] && id !== ids[5])
				expect(box[1]).toBeGreaterThan(first.box[1]);
	});

	it('puts objects on a matrix by their means, low at the lower left', () => {
		const places = (ids: string[]): Choice[] => [
			{ places: { [ids[0]!]: [1, 1], [ids[1]!]: [5, 5], [ids[2]!]: [5, 1], [ids[3]!]: [5, 5] } },
		];
		const { editContext, model, ids, outcome } = voted('matrix', places);
		const field = layOnMatrix(editContext, model, outcome, {
			question: 'Where?',
			steps: 5,
			ends: ['easy', 'hard', 'low', 'high'],
		})!;
		const [low, high, right, also] = ids.map((id) => model.boundsOf(id)!);
		expect(low!.x).toBeLessThan(high!.x);
		expect(low!.y).toBeGreaterThan(high!.y);
		expect(right!.y).toBe(low!.y);
		expect(overlaps(high!, also!)).toBe(false);
		const inside = model.contentsOf(model.find(field)!);
		for (const id of ids.slice(0, 4)) expect(inside).toContain(id);
		// What nobody placed stays where it was.
		expect(model.find(ids[5]!)!.box[0]).toBe(360);
	});
});
