/**
 * Slows a counter of changes down for lists that cost time to make: a change is let through at once when
 * the last one is long enough ago, measured by what making the list took; otherwise it waits.
 */

/** Least time between two rounds, ms, and how many times longer than a round itself the pause is. */
const LEAST = 60;
const PAUSE = 12;

export interface Calm {
	/** Follows the counter, calmly. */
	readonly version: number;
	/** Runs the work and remembers how long it took. */
	timed<T>(work: () => T): T;
}

/**
 * @param counter what is followed
 * @param now when this changes (the sheet that is shown), the counter is followed at once
 */
export function calmly(counter: () => number, now: () => unknown = () => undefined): Calm {
	let version = $state(counter());
	let cost = 0;
	let last = -Infinity;
	let timer: ReturnType<typeof setTimeout> | undefined;
	let key: unknown = now();
	const follow = (): void => {
		timer = undefined;
		last = performance.now();
		version++;
	};
	$effect(() => {
		void counter();
		const isNow = now() !== key;
		key = now();
		const wait = isNow ? 0 : last + Math.max(LEAST, cost * PAUSE) - performance.now();
		if (isNow) clearTimeout(timer);
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
