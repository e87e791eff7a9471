/** Slows a counter of changes down for lists that cost time to make. */
import { CalmRounds } from './calm';

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
	let key: unknown = now();
	const rounds = new CalmRounds(() => version++, isBusy);
	$effect(() => {
		void counter();
		const isNow = now() !== key;
		key = now();
		rounds.note(isNow);
	});
	$effect(() => () => rounds.destroy());
	return {
		get version() {
			return version;
		},
		timed: (work) => rounds.timed(work),
	};
}
