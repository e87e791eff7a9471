import { describe, expect, it } from 'vitest';
import { clockOffset, countdown } from './clock';

describe('one clock', () => {
	it('trusts the exchange with the shortest round trip', () => {
		const offset = clockOffset([
			{ sent: 0, server: 5_400, received: 800 },
			{ sent: 1_000, server: 6_010, received: 1_020 },
			{ sent: 2_000, server: 9_000, received: 4_000 },
		]);
		expect(offset).toBe(5_000);
	});

	it('errs by no more than half the round trip, however it is split', () => {
		for (const out of [0, 10, 25, 50]) {
			const offset = clockOffset([{ sent: 0, server: 1_000 + out, received: 50 }]);
			expect(Math.abs(offset - 1_000)).toBeLessThanOrEqual(25);
		}
	});

	it('ignores a clock that was set back in between, and knows nothing from nothing', () => {
		expect(clockOffset([{ sent: 100, server: 1, received: 50 }])).toBe(0);
		expect(clockOffset([])).toBe(0);
	});

	it('counts down in whole seconds and then up', () => {
		const running = { startedAt: 0, endsAt: 480_000 };
		expect(countdown(running, 222_000)).toEqual({
			seconds: 258,
			passed: 0.4625,
			text: '4:18',
			isPaused: false,
		});
		expect(countdown(running, 221_500).text).toBe('4:19');
		expect(countdown(running, 487_000)).toMatchObject({ seconds: -7, passed: 1, text: '+0:07' });
	});

	it('stands still while it is paused, and leaves pauses out of what has passed', () => {
		const paused = { startedAt: 0, endsAt: 480_000, pausedAt: 120_000 };
		expect(countdown(paused, 900_000)).toEqual({ seconds: 360, passed: 0.25, text: '6:00', isPaused: true });
		const resumed = { startedAt: 0, endsAt: 480_000 + 60_000, paused: 60_000 };
		expect(countdown(resumed, 180_000)).toMatchObject({ seconds: 360, passed: 0.25 });
	});
});
