/** Strokes as objects of the board. */
import { describe, expect, it } from 'vitest';
import { addObject, moveObjects, setBoxes } from './edits';
import { eraseStrokes } from './ink-edits';
import { inkOnBoard, strokeThrough } from '../kinds/stroke';
import { testBoard } from '../testing';

describe('strokes', () => {
	const line = (y: number) => [0, 50, 100].map((x) => ({ x, y: y + x / 10, p: 0.5 }));

	it('stand where they were drawn, also after they are moved, resized and turned', () => {
		const { model, editContext, sheet } = testBoard();
		const id = addObject(editContext, model, {
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
		moveObjects(editContext, model, [id], 5, 5);
		expect(ink()[0]).toMatchObject({ x: 5, y: 25 });
		const [x, y, w, h] = model.find(id)!.box;
		setBoxes(editContext, new Map([[id, [x, y, w * 2, h, 180]]]));
		expect(ink()[0]!.x).toBeCloseTo(205);
		expect(ink()[0]!.y).toBeCloseTo(35);
	});

	it('are split by the eraser as one step, and keep their look and their writer', () => {
		const { model, editContext, sheet, undo } = testBoard();
		const id = addObject(editContext, model, {
			kind: 'stroke',
			sheet,
			style: { nib: 'broad', chalk: 'brick', width: 9 },
			by: ['x', 'Maren'],
			...strokeThrough(line(0)),
		});
		const pieces = [line(0).slice(0, 2), line(0).slice(1)];
		eraseStrokes(editContext, model, new Map([[id, pieces]]));
		const strokes = [...model.objects.values()];
		expect(strokes).toHaveLength(2);
		for (const stroke of strokes)
			expect(stroke).toMatchObject({ by: ['x', 'Maren'], style: { chalk: 'brick', width: 9 } });
		undo.undo();
		expect(model.objects.size).toBe(1);
		eraseStrokes(editContext, model, new Map([[id, []]]));
		expect(model.objects.size).toBe(0);
	});
});
