/**
 * Lets changes through to lists that cost time to make: at once when the last round is long enough ago, measured by what making the list
 * took, and later otherwise; and not while something is on the move, which the work would disturb.
 */

/** Least time between two rounds, ms, and how many times longer than a round itself the pause is. */
const MIN_PAUSE_MS = 60;
const PAUSE_FACTOR = 12;
/** How often it is looked whether a hand has come to rest, and after how long nobody waits for that any more, ms. */
const LOOK = 150;
const MAX_WAIT_MS = 1500;

export class CalmRounds {
	private cost = 0;
	private last = -Infinity;
	private timer: ReturnType<typeof setTimeout> | undefined;
	/** Since when it has been waited for a hand to rest. */
	private since: number | undefined;

	/**
	 * @param round told when it is time to follow
	 * @param isBusy whether something is on the move
	 */
	constructor(
		private readonly round: () => void,
		private readonly isBusy: () => boolean,
	) {}

	/** Notes a change. With `isNow` nothing is waited for. */
	note(isNow: boolean): void {
		if (isNow) {
			clearTimeout(this.timer);
			this.timer = undefined;
			this.since = -Infinity;
		}
		if (this.timer !== undefined) return;
		const wait = isNow ? 0 : this.last + Math.max(MIN_PAUSE_MS, this.cost * PAUSE_FACTOR) - performance.now();
		this.timer = setTimeout(() => this.follow(), Math.max(0, wait));
	}

	/** Runs the work of a round and remembers how long it took. */
	timed<T>(work: () => T): T {
		const start = performance.now();
		const result = work();
		this.cost = performance.now() - start;
		return result;
	}

	destroy(): void {
		clearTimeout(this.timer);
	}

	private follow(): void {
		this.timer = undefined;
		this.since ??= performance.now();
		if (this.isBusy() && performance.now() - this.since < MAX_WAIT_MS) {
			this.timer = setTimeout(() => this.follow(), LOOK);
			return;
		}
		this.since = undefined;
		this.last = performance.now();
		this.round();
	}
}
