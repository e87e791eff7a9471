import { describe, expect, it } from 'vitest';
import { overlaps, type Box } from '../geometry/box';
import { labelSpot } from './label-spots';
import { crosses, type Path } from './polyline';

const SIZE = { w: 40, h: 18 };
const PATH: Path = [
	{ x: 0, y: 0 },
	{ x: 200, y: 0 },
	{ x: 200, y: 150 },
];

/** Whether nothing of these lies on a label. */
const free =
	(...taken: Box[]) =>
	(label: Box): boolean =>
		!taken.some((box) => overlaps(box, label));

describe('the spot of a label', () => {
	it('is the usual one where that is free: over the middle, or where an exit begins', () => {
		expect(labelSpot(PATH, SIZE, false, free())).toEqual({ x: 80, y: -23 });
		expect(labelSpot(PATH, SIZE, true, free())).toEqual({ x: 7, y: -23 });
	});

	it('is another one where something lies there, and never on its own line', () => {
		const taken: Box[] = [{ x: -20, y: -60, w: 240, h: 60 }];
		for (const isExit of [true, false]) {
			const label = { ...labelSpot(PATH, SIZE, isExit, free(...taken)), ...SIZE };
			expect(free(...taken)(label)).toBe(true);
			expect(PATH.some((p, i) => i > 0 && crosses(PATH[i - 1]!, p, label))).toBe(false);
		}
	});

	it('is the usual one where nothing is free', () => {
		expect(labelSpot(PATH, SIZE, true, () => false)).toEqual({ x: 7, y: -23 });
	});
});
