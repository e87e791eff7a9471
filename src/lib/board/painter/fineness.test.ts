import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Fineness } from './fineness';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** Frames that took so long, each while something moves. */
function frames(fineness: Fineness, times: readonly number[]): void {
	for (const time of times) {
		fineness.move();
		fineness.took(time);
	}
}

describe('how fine a canvas is painted', () => {
	it('is as the screen is where frames are quick, also while things move', () => {
		const fineness = new Fineness(() => {});
		frames(
			fineness,
			Array.from({ length: 50 }, () => 1),
		);
		expect(fineness.ratio(2)).toBe(2);
	});

	it('is half of it while things move where frames were slow, and whole again at rest', () => {
		const rest = vi.fn();
		const fineness = new Fineness(rest);
		frames(fineness, [9, 9]);
		expect(fineness.ratio(2), 'one slow frame may be chance').toBe(2);
		frames(fineness, [9]);
		expect(fineness.ratio(2)).toBe(1);
		vi.advanceTimersByTime(99);
		expect(rest).not.toHaveBeenCalled();
		vi.advanceTimersByTime(1);
		expect(rest).toHaveBeenCalledOnce();
		expect(fineness.ratio(2)).toBe(2);
		fineness.move();
		expect(fineness.ratio(3), 'it is known by then that this machine is slow').toBe(1.5);
	});

	it('is never coarser than the page itself', () => {
		const fineness = new Fineness(() => {});
		frames(fineness, [9, 9, 9]);
		expect([1, 1.5].map((full) => fineness.ratio(full))).toEqual([1, 1]);
	});

	it('does not judge by frames at rest, and asks for nothing when it is gone', () => {
		const rest = vi.fn();
		const fineness = new Fineness(rest);
		for (let i = 0; i < 9; i++) fineness.took(30);
		fineness.move();
		expect(fineness.ratio(2)).toBe(2);
		fineness.destroy();
		vi.runAllTimers();
		expect(rest).not.toHaveBeenCalled();
	});
});
