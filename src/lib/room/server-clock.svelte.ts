/** The server's time, as near as it can be told from here; asked for a few times at first, then now and then. */
import { clockOffset, type Exchange } from '$core/meeting/clock';
import { readTime } from '$core/contract/session';
import { call } from '$lib/api/client';

/** Times between questions, ms. */
const POLL_INTERVAL_MS = 60_000;

export class ServerClock {
	/** Server time minus local time, ms. */
	offset = $state(0);
	private readonly timer: ReturnType<typeof setInterval>;

	constructor() {
		void this.read(4);
		this.timer = setInterval(() => void this.read(1), POLL_INTERVAL_MS);
	}

	/** Server time, ms. */
	now(): number {
		return Math.round(Date.now() + this.offset);
	}

	destroy(): void {
		clearInterval(this.timer);
	}

	private async read(times: number): Promise<void> {
		const exchanges: Exchange[] = [];
		for (let i = 0; i < times; i++) {
			try {
				const sent = Date.now();
				const { now } = await call(readTime, {}, { cache: 'no-store' });
				exchanges.push({ sent, server: now, received: Date.now() });
			} catch {
				// Without a network the time that was known goes on.
				return;
			}
		}
		this.offset = clockOffset(exchanges);
	}
}
