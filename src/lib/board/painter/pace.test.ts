/** When things count as moving. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Pace } from './pace';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('the pace of a board', () => {
	it('is told once when things begin to move, and once when they have been still for a while', () => {
		const told = vi.fn();
		const pace = new Pace(told);
		for (let i = 0; i < 10; i++) {
			pace.move();
			vi.advanceTimersByTime(100);
		}
		expect(told.mock.calls).toEqual([[true]]);
		expect(pace.moves).toBe(true);
		vi.advanceTimersByTime(200);
		expect(told.mock.calls).toEqual([[true], [false]]);
		expect(pace.moves).toBe(false);
		pace.move();
		expect(told).toHaveBeenCalledTimes(3);
	});

	it('stays while a hand holds something, however still', () => {
		const told = vi.fn();
		let isHeld = true;
		const pace = new Pace(told, undefined, () => isHeld);
		pace.move();
		vi.advanceTimersByTime(5000);
		expect(pace.moves).toBe(true);
		isHeld = false;
		vi.advanceTimersByTime(400);
		expect(told.mock.calls).toEqual([[true], [false]]);
	});

	it('says nothing any more when it is given up', () => {
		const told = vi.fn();
		const pace = new Pace(told);
		pace.move();
		pace.destroy();
		vi.advanceTimersByTime(1000);
		expect(told.mock.calls).toEqual([[true]]);
	});
});
