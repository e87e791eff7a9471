/** How often a journal is brought up to date for those who read it. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Digests } from './digests';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/**
 * Digests whose snapshots take so long, ms; one after another asked for every second, for a minute.
 */
async function takenInAMinute(ms: number): Promise<number> {
	let count = 0;
	const digests = new Digests({ settled: async () => {} }, async () => {
		count++;
		await new Promise((done) => setTimeout(done, ms));
		return true;
	});
	for (let second = 0; second < 60; second++) {
		void digests.bring('board', 'stage');
		await vi.advanceTimersByTimeAsync(1000);
	}
	return count;
}

describe('bringing a journal up to date', () => {
	it('happens every other second where it costs nothing, and rarely where it takes long', async () => {
		expect(await takenInAMinute(0)).toBe(30);
		expect(await takenInAMinute(500)).toBeLessThanOrEqual(20);
		expect(await takenInAMinute(4000)).toBeLessThanOrEqual(5);
	});

	it('says when asking again tells more, as long as there may be more', async () => {
		const takes = () => new Promise<boolean>((done) => setTimeout(done, 1000, true));
		const digests = new Digests({ settled: async () => {} }, takes);
		const ask = async (): Promise<number> => {
			const answer = digests.bring('board', 'stage');
			await vi.advanceTimersByTimeAsync(1000);
			return answer;
		};
		expect(await ask(), 'all that was saved').toBe(0);
		const again = await ask();
		expect(again).toBeGreaterThan(0);
		await vi.advanceTimersByTimeAsync(again);
		expect(await ask()).toBe(0);
	});

	it('is tried again at once when it failed', async () => {
		let fails = true;
		const digests = new Digests({ settled: async () => {} }, async () => {
			if (fails) throw new Error('no database');
			return true;
		});
		await expect(digests.bring('board', 'stage')).rejects.toThrow('no database');
		fails = false;
		await digests.bring('board', 'stage');
	});
});
