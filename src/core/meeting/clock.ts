/**
 * One clock for all screens. Each screen asks the server for its time now and then and keeps the offset
 * of the exchange with the shortest round trip, for its error is at most half of that (F. Cristian,
 * "Probabilistic clock synchronization", 1989).
 */

export interface Exchange {
	/** Local time when the question left, ms. */
	sent: number;
	/** Server time in the answer, ms. */
	server: number;
	/** Local time when the answer came, ms. */
	received: number;
}

/** Server time minus local time, ms, from one or more exchanges; 0 for none. */
export function clockOffset(exchanges: readonly Exchange[]): number {
	let best: Exchange | undefined;
	for (const each of exchanges) {
		if (each.received < each.sent) continue;
		if (!best || each.received - each.sent < best.received - best.sent) best = each;
	}
	return best ? best.server - (best.sent + best.received) / 2 : 0;
}

export interface Countdown {
	/** Whole seconds left; negative when the time is over. */
	seconds: number;
	/** Share of the step that has passed, 0 to 1. */
	passed: number;
	/** "4:18" or, when over, "+0:07". */
	text: string;
	/** Whether it stands still. */
	isPaused: boolean;
}

/** What a countdown shows at server time `now`. */
export function countdown(
	running: { startedAt: number; endsAt: number; pausedAt?: number | undefined; paused?: number | undefined },
	time: number,
): Countdown {
	const now = running.pausedAt ?? time;
	const seconds = Math.ceil((running.endsAt - now) / 1000);
	const paused = running.paused ?? 0;
	const length = Math.max(1, running.endsAt - running.startedAt - paused);
	const passed = Math.max(0, Math.min(1, (now - running.startedAt - paused) / length));
	const shown = Math.abs(seconds);
	const minutes = Math.floor(shown / 60);
	const text = `${seconds < 0 ? '+' : ''}${minutes}:${String(shown % 60).padStart(2, '0')}`;
	return { seconds, passed, text, isPaused: running.pausedAt !== undefined };
}
