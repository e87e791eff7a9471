/** Work that can wait, done between frames. */

/** What a piece of work may take at most, and how long it waits for a quiet moment, ms. */
const MOST = 8;
const WAIT = 120;
/** What it may take when no quiet moment came. */
const LEAST = 4;

/**
 * Calls back when nothing else is to be done, or after a while all the same.
 * @param work gets the time that it may take, ms
 */
export function whenIdle(work: (budget: number) => void): { cancel: () => void } {
	if (typeof requestIdleCallback === 'undefined') {
		const timer = setTimeout(() => work(MOST), 16);
		return { cancel: () => clearTimeout(timer) };
	}
	const handle = requestIdleCallback(
		(deadline) => work(deadline.didTimeout ? LEAST : Math.max(1, Math.min(MOST, deadline.timeRemaining()))),
		{ timeout: WAIT },
	);
	return { cancel: () => cancelIdleCallback(handle) };
}
