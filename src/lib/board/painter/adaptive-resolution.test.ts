import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { AdaptiveResolution } from './adaptive-resolution';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** Frames that took so long, each while something moves. */
function frames(resolution: AdaptiveResolution, times: readonly number[]): void {
	for (const time of times) {
		resolution.move();
		resolution.took(time);
	}
}

describe('how fine a canvas is painted', () => {
	it('is as the screen is where frames are quick, also while things move', () => {
		const resolution = new AdaptiveResolution(() => {});
		frames(
			resolution,
			Array.from({ length: 50 }, () => 1),
		);
		expect(resolution.ratio(2)).toBe(2);
	});

	it('is half of it while things move where frames were slow, and whole again at rest', () => {
		const rest = vi.fn();
		const resolution = new AdaptiveResolution(rest);
		frames(resolution, [9, 9]);
		expect(resolution.ratio(2), 'one slow frame may be chance').toBe(2);
		frames(resolution, [9]);
		expect(resolution.ratio(2)).toBe(1);
		vi.advanceTimersByTime(99);
		expect(rest).not.toHaveBeenCalled();
		vi.advanceTimersByTime(1);
		expect(rest).toHaveBeenCalledOnce();
		expect(resolution.ratio(2)).toBe(2);
		resolution.move();
		expect(resolution.ratio(3), 'it is known by then that this machine is slow').toBe(1.5);
	});

	it('is never coarser than the page itself', () => {
		const resolution = new AdaptiveResolution(() => {});
		frames(resolution, [9, 9, 9]);
		expect([1, 1.5].map((full) => resolution.ratio(full))).toEqual([1, 1]);
	});

	it('does not judge by frames at rest, and asks for nothing when it is gone', () => {
		const rest = vi.fn();
		const resolution = new AdaptiveResolution(rest);
		for (let i = 0; i < 9; i++) resolution.took(30);
		resolution.move();
		expect(resolution.ratio(2)).toBe(2);
		resolution.destroy();
		vi.runAllTimers();
		expect(rest).not.toHaveBeenCalled();
	});
});
