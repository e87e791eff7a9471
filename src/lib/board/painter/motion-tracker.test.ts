/** When things count as moving. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { MotionTracker } from './motion-tracker';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('the pace of a board', () => {
	it('is told once when things begin to move, and once when they have been still for a while', () => {
		const told = vi.fn();
		const motion = new MotionTracker(told);
		for (let i = 0; i < 10; i++) {
			motion.move();
			vi.advanceTimersByTime(100);
		}
		expect(told.mock.calls).toEqual([[true]]);
		expect(motion.moves).toBe(true);
		vi.advanceTimersByTime(200);
		expect(told.mock.calls).toEqual([[true], [false]]);
		expect(motion.moves).toBe(false);
		motion.move();
		expect(told).toHaveBeenCalledTimes(3);
	});

	it('stays while a hand holds something, however still', () => {
		const told = vi.fn();
		let isHeld = true;
		const motion = new MotionTracker(told, undefined, () => isHeld);
		motion.move();
		vi.advanceTimersByTime(5000);
		expect(motion.moves).toBe(true);
		isHeld = false;
		vi.advanceTimersByTime(400);
		expect(told.mock.calls).toEqual([[true], [false]]);
	});

	it('says nothing any more when it is given up', () => {
		const told = vi.fn();
		const motion = new MotionTracker(told);
		motion.move();
		motion.destroy();
		vi.advanceTimersByTime(1000);
		expect(told.mock.calls).toEqual([[true]]);
	});
});
