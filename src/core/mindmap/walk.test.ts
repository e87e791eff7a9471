import { describe, expect, it } from 'vitest';
import { nextInDirection } from './walk';

const box = (x: number, y: number) => ({ x, y, w: 100, h: 40 });
const BOXES = [
	['child', box(160, 0)],
	['niece', box(160, 300)],
	['sister', box(0, 60)],
	['aunt', box(-160, 120)],
	['far', box(0, 400)],
] as const;

describe('walking on a map', () => {
	it('goes to the nearest that lies that way', () => {
		expect(nextInDirection('right', box(0, 0), BOXES)).toBe('child');
		expect(nextInDirection('down', box(0, 0), BOXES)).toBe('sister');
		expect(nextInDirection('down', box(0, 60), BOXES)).toBe('far');
		expect(nextInDirection('up', box(0, 60), [...BOXES, ['top', box(0, 0)]])).toBe('top');
		expect(nextInDirection('left', box(0, 0), BOXES)).toBe('aunt');
	});

	it('goes nowhere where nothing lies that way', () => {
		expect(nextInDirection('up', box(0, 0), BOXES)).toBeUndefined();
		expect(nextInDirection('right', box(400, 0), BOXES)).toBeUndefined();
		// A branch right below that is a little wider is not to the right.
		expect(nextInDirection('right', box(0, 0), [['below', { x: 0, y: 60, w: 120, h: 40 }]])).toBeUndefined();
	});
});
