/** What stands beside lines, looked up once. */
import { describe, expect, it, vi } from 'vitest';
import type { Box } from '../../geometry/box';
import { ObstacleCache } from './obstacle-cache';

const box = (x: number, y = 0): Box => ({ x, y, w: 10, h: 10 });

describe('what stands where lines are kept apart', () => {
	it('is looked up once for each place and sheet', () => {
		const obstacles = new ObstacleCache();
		const look = vi.fn((place: Box) => [place]);
		const first = obstacles.of('a', look);
		expect(first(box(0))).toEqual([box(0)]);
		expect(first(box(0))).toEqual([box(0)]);
		expect(obstacles.of('a', look)(box(0))).toEqual([box(0)]);
		expect(look).toHaveBeenCalledTimes(1);
		obstacles.of('b', look)(box(0));
		expect(look).toHaveBeenCalledTimes(2);
	});

	it('is looked up anew where something changed, and nowhere else', () => {
		const obstacles = new ObstacleCache();
		const look = vi.fn(() => []);
		const near = obstacles.of('a', look);
		for (const x of [0, 100]) near(box(x));
		expect(obstacles.disturb('a', box(105))).toBe(true);
		expect(obstacles.disturb('a', box(300))).toBe(false);
		expect(obstacles.disturb('b', box(0))).toBe(false);
		look.mockClear();
		for (const x of [0, 100]) near(box(x));
		expect(look.mock.calls).toEqual([[box(100)]]);
	});

	it('is forgotten when nobody asked for it in a whole turn, and when it is to be: on that sheet and no other', () => {
		const obstacles = new ObstacleCache();
		const look = vi.fn(() => []);
		const one = obstacles.of('a', look);
		for (const x of [0, 100]) one(box(x));
		obstacles.of('b', look)(box(0));
		obstacles.of('a', look)(box(0));
		obstacles.of('a', look);
		expect(obstacles.disturb('a', box(100))).toBe(false);
		obstacles.forget('a');
		expect(obstacles.disturb('a', box(0))).toBe(false);
		expect(obstacles.disturb('b', box(0))).toBe(true);
	});
});
