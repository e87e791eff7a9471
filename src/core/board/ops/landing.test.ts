import { describe, expect, it } from 'vitest';
import { noteAt, testBoard, type TestBoard } from '../testing';
import { fold, hang } from './branches';
import { addBranch } from './new-branches';
import { addObject } from './edits';
import { landingAt } from './landing';

/** A root with three branches to the right, the middle one with two of its own. */
function board(): TestBoard & { root: string; a: string; b: string; c: string; inner: string[] } {
	const made = testBoard();
	const { editContext, model, sheet } = made;
	const root = addObject(editContext, model, noteAt(sheet, 0, 0, 'root'));
	const add = (parent: string): string =>
		addBranch(editContext, model, {
			parent,
			index: model.maps.branchesOf(parent).length,
			side: 'right',
		})!;
	const [a, b, c] = [add(root), add(root), add(root)];
	const inner = [add(b), add(b)];
	return { ...made, root, a, b, c, inner };
}

describe('where a branch lands', () => {
	it('is on the outer half of what lies there, and beside it on the inner half', () => {
		const { model, sheet, root, a, c } = board();
		const [x, y, w, h] = model.find(c)!.box;
		const moving = new Set([a]);
		expect(landingAt(model, sheet, { x: x + w - 10, y: y + h / 2 }, moving)!.place).toEqual({
			parent: c,
			index: 0,
			side: undefined,
		});
		const above = landingAt(model, sheet, { x: x + 10, y: y + 5 }, moving)!;
		expect(above.place).toEqual({ parent: root, index: 2, side: 'right' });
		expect(above.mark).toMatchObject({ x, w });
		expect(above.mark.y).toBeLessThan(y);
		const below = landingAt(model, sheet, { x: x + 10, y: y + h - 5 }, moving)!;
		expect(below.place).toEqual({ parent: root, index: 3, side: 'right' });
		expect(below.mark.y).toBeGreaterThan(y + h);
	});

	it('is among the branches of what it is further out than', () => {
		const { model, sheet, a, b, inner } = board();
		const [x, , w] = model.find(b)!.box;
		const [, y0, , h0] = model.find(inner[0]!)!.box;
		const between = { x: x + w + 20, y: y0 + h0 + 4 };
		expect(landingAt(model, sheet, between, new Set([a]))!.place).toEqual({
			parent: b,
			index: 1,
			side: undefined,
		});
	});

	it('is shown beside a branch itself, not beside the number of what it folds away', () => {
		const { editContext, model, sheet, a, b, c } = board();
		fold(editContext, model, [b], true);
		const [x, y, w, h] = model.find(b)!.box;
		const above = landingAt(model, sheet, { x: x + 10, y: y + 5 }, new Set([a, c]))!;
		expect(above.mark).toMatchObject({ x, w });
		expect(above.mark.y).toBeLessThan(y);
		expect(above.mark.y).toBeGreaterThan(y - h / 4);
	});

	it('is on the other side of the root where the hand is there', () => {
		const { model, sheet, root, a } = board();
		const [x, y, , h] = model.find(root)!.box;
		expect(landingAt(model, sheet, { x: x - 60, y: y + h / 2 }, new Set([a]))!.place).toEqual({
			parent: root,
			index: 3,
			side: 'left',
		});
	});

	it('is nowhere far from every map, and never on what is moved', () => {
		const { model, sheet, editContext, a, b, inner } = board();
		expect(landingAt(model, sheet, { x: -2000, y: 0 }, new Set([a]))).toBeUndefined();
		const moving = new Set([b, ...inner]);
		for (const id of moving) {
			const [x, y, w, h] = model.find(id)!.box;
			const found = landingAt(model, sheet, { x: x + w - 5, y: y + h / 2 }, moving);
			expect(moving.has(found?.place.parent ?? '')).toBe(false);
		}
		// A note by itself is no map.
		const alone = addObject(editContext, model, noteAt(sheet, -2100, -40, 'alone'));
		expect(landingAt(model, sheet, { x: -2000, y: 0 }, new Set([a]))).toBeUndefined();
		hang(editContext, model, [a], { parent: alone, index: 0 });
		expect(landingAt(model, sheet, { x: -2000, y: 0 }, new Set([b]))!.place.parent).toBe(alone);
	});
});
