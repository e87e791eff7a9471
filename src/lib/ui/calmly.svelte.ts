/** Slows a counter of changes down for lists that cost time to make. */
import { CalmRounds } from './calm';
import { Changes } from './changes.svelte';

export interface Calm {
	/** Follows the counter, calmly. */
	observe(): void;
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
	const changes = new Changes();
	let key: unknown = now();
	const rounds = new CalmRounds(() => changes.note(), isBusy);
	$effect(() => {
		void counter();
		const isNow = now() !== key;
		key = now();
		rounds.note(isNow);
	});
	$effect(() => () => rounds.destroy());
	return {
		observe: () => changes.observe(),
		timed: (work) => rounds.timed(work),
	};
}
