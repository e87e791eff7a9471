/** Work that can wait, done between frames. */

/** What a piece of work may take at most, and how long it waits for a quiet moment, ms. */
const SLICE_MS = 8;
const IDLE_TIMEOUT_MS = 120;
/** What it may take when no quiet moment came. */
const MIN = 4;

/**
 * Calls back when nothing else is to be done, or after a while all the same.
 * @param work gets the time that it may take, ms
 */
export function whenIdle(work: (budget: number) => void): { cancel: () => void } {
	if (typeof requestIdleCallback === 'undefined') {
		const timer = setTimeout(() => work(SLICE_MS), 16);
		return { cancel: () => clearTimeout(timer) };
	}
	const handle = requestIdleCallback(
		(deadline) => work(deadline.didTimeout ? MIN : Math.max(1, Math.min(SLICE_MS, deadline.timeRemaining()))),
		{ timeout: IDLE_TIMEOUT_MS },
	);
	return { cancel: () => cancelIdleCallback(handle) };
}
