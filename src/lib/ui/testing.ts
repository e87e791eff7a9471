/** Frames of the browser for tests without one: they come when they are asked for. */
import { afterEach, beforeEach, vi } from 'vitest';

/** Puts clocks and frames into the test's hand, test by test. */
export function framesInHand(): { next: () => void; waiting: () => number } {
	let frames: (() => void)[] = [];
	beforeEach(() => {
		vi.useFakeTimers();
		frames = [];
		vi.stubGlobal('requestAnimationFrame', (work: () => void) => frames.push(work));
		vi.stubGlobal('cancelAnimationFrame', () => {});
	});
	afterEach(() => {
		vi.useRealTimers();
		vi.unstubAllGlobals();
	});
	return {
		/** Lets the next frame come. */
		next: () => {
			for (const work of frames.splice(0)) work();
		},
		/** How many wait for it. */
		waiting: () => frames.length,
	};
}
