/**
 * Slows a counter of changes down for lists that cost time to make: a change is let through at once when
 * the last one is long enough ago, measured by what making the list took; otherwise it waits.
 */

/** Least time between two rounds, ms, and how many times longer than a round itself the pause is. */
const LEAST = 60;
const PAUSE = 12;
/** How often it is looked whether a hand has come to rest, and after how long nobody waits for that any more, ms. */
const LOOK = 150;
const PATIENCE = 1500;

export interface Calm {
	/** Follows the counter, calmly. */
	readonly version: number;
	/** Runs the work and remembers how long it took. */
	timed<T>(work: () => T): T;
}

/**
 * @param counter what is followed
 * @param now when this changes (the sheet that is shown), the counter is followed at once
 * @param isBusy whether something is on the move, which lists had better not disturb
 */
export function calmly(
	counter: () => number,
	now: () => unknown = () => undefined,
	isBusy: () => boolean = () => false,
): Calm {
	let version = $state(counter());
	let cost = 0;
	let last = -Infinity;
	let timer: ReturnType<typeof setTimeout> | undefined;
	let key: unknown = now();
	let since: number | undefined;
	const follow = (): void => {
		timer = undefined;
		since ??= performance.now();
		if (isBusy() && performance.now() - since < PATIENCE) {
			timer = setTimeout(follow, LOOK);
			return;
		}
		since = undefined;
		last = performance.now();
		version++;
	};
	$effect(() => {
		void counter();
		const isNow = now() !== key;
		key = now();
		const wait = isNow ? 0 : last + Math.max(LEAST, cost * PAUSE) - performance.now();
		if (isNow) {
			clearTimeout(timer);
			since = -Infinity;
		}
		if (isNow || timer === undefined) timer = setTimeout(follow, Math.max(0, wait));
	});
	$effect(() => () => clearTimeout(timer));
	return {
		get version() {
			return version;
		},
		timed(work) {
			const start = performance.now();
			const result = work();
			cost = performance.now() - start;
			return result;
		},
	};
}
