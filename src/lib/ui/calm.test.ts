/** Rounds in which lists follow what changes. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { CalmRounds } from './calm';

function made() {
	const hand = { moves: false };
	const rounds: number[] = [];
	const start = performance.now();
	const calm = new CalmRounds(
		() => rounds.push(performance.now() - start),
		() => hand.moves,
	);
	return { calm, rounds, hand };
}

describe('lists that cost time to make', () => {
	beforeEach(() => void vi.useFakeTimers());
	afterEach(() => void vi.useRealTimers());

	it('follow the first change at once, and many that come after it together', () => {
		const { calm, rounds } = made();
		calm.note(false);
		vi.advanceTimersByTime(0);
		expect(rounds).toEqual([0]);
		for (let i = 0; i < 10; i++) calm.note(false);
		vi.advanceTimersByTime(1000);
		expect(rounds).toEqual([0, 60]);
	});

	it('pause the longer, the longer making them takes', () => {
		const { calm, rounds } = made();
		calm.note(false);
		vi.advanceTimersByTime(0);
		calm.timed(() => vi.advanceTimersByTime(50));
		calm.note(false);
		vi.advanceTimersByTime(5000);
		expect(rounds).toEqual([0, 600]);
	});

	it('wait while something moves, but not for ever', () => {
		const { calm, rounds, hand } = made();
		hand.moves = true;
		calm.note(false);
		vi.advanceTimersByTime(700);
		expect(rounds).toEqual([]);
		hand.moves = false;
		vi.advanceTimersByTime(200);
		expect(rounds).toEqual([750]);
		hand.moves = true;
		calm.note(false);
		vi.advanceTimersByTime(5000);
		expect(rounds).toEqual([750, 2400]);
	});

	it('wait for nothing when another sheet is shown, and do not follow once they are gone', () => {
		const { calm, rounds, hand } = made();
		hand.moves = true;
		calm.note(false);
		vi.advanceTimersByTime(100);
		calm.note(true);
		vi.advanceTimersByTime(0);
		expect(rounds).toEqual([100]);
		calm.note(false);
		calm.destroy();
		vi.advanceTimersByTime(5000);
		expect(rounds).toEqual([100]);
	});
});
