/** Work between frames. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import { whenIdle } from './idle';

afterEach(() => {
	vi.unstubAllGlobals();
	vi.useRealTimers();
});

describe('work that can wait', () => {
	it.each([
		['as much as there is', { didTimeout: false, timeRemaining: () => 5 }, 5],
		['not more than a frame has room for', { didTimeout: false, timeRemaining: () => 40 }, 8],
		['a little when no quiet moment came', { didTimeout: true, timeRemaining: () => 0 }, 4],
		['at least something', { didTimeout: false, timeRemaining: () => 0 }, 1],
	])('gets %s', (_, deadline, budget) => {
		let idle: ((deadline: unknown) => void) | undefined;
		vi.stubGlobal('requestIdleCallback', (work: typeof idle) => ((idle = work), 7));
		const work = vi.fn();
		whenIdle(work);
		expect(work).not.toHaveBeenCalled();
		idle!(deadline);
		expect(work).toHaveBeenCalledExactlyOnceWith(budget);
	});

	it('is done all the same in a browser that does not tell when it is idle, and can be called off', () => {
		vi.useFakeTimers();
		vi.stubGlobal('requestIdleCallback', undefined);
		const [done, off] = [vi.fn(), vi.fn()];
		whenIdle(done);
		whenIdle(off).cancel();
		vi.runAllTimers();
		expect(done).toHaveBeenCalledOnce();
		expect(off).not.toHaveBeenCalled();
	});

	it('can be called off', () => {
		const cancel = vi.fn();
		vi.stubGlobal('requestIdleCallback', () => 7);
		vi.stubGlobal('cancelIdleCallback', cancel);
		whenIdle(vi.fn()).cancel();
		expect(cancel).toHaveBeenCalledExactlyOnceWith(7);
	});
});
