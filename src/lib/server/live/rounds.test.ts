/** Messages of one connection that go out together. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { WebSocket } from 'ws';
import { ROUND, sendInRounds } from './rounds';

/** A connection that writes to a socket which says what went out at one go. */
function connection() {
	const out: string[][] = [];
	let held: string[] = [];
	let corks = 0;
	const letGo = (): void => {
		if (held.length > 0) out.push(held);
		held = [];
	};
	const socket = {
		cork: () => void corks++,
		uncork: () => {
			if (--corks === 0) letGo();
		},
	};
	let gone = (): void => {};
	const ws = {
		send(message: string): void {
			held.push(message);
			if (corks === 0) letGo();
		},
		once: (_: 'close', listener: () => void) => void (gone = listener),
	};
	sendInRounds(ws as unknown as WebSocket, socket);
	return { ws, out, goes: () => gone() };
}

describe('what goes to one person', () => {
	beforeEach(() => void vi.useFakeTimers());
	afterEach(() => void vi.useRealTimers());

	it('goes out at the end of what is being done when there was nothing lately', () => {
		const { ws, out } = connection();
		ws.send('edit');
		ws.send('saved');
		vi.advanceTimersByTime(0);
		expect(out).toEqual([['edit', 'saved']]);
		vi.advanceTimersByTime(ROUND);
		ws.send('another');
		vi.advanceTimersByTime(0);
		expect(out[1]).toEqual(['another']);
	});

	it('goes out in rounds when it comes thick and fast, all of it and in its order', () => {
		const { ws, out } = connection();
		const all = Array.from({ length: 40 }, (_, i) => String(i));
		for (const each of all) {
			ws.send(each);
			vi.advanceTimersByTime(ROUND / 4);
		}
		vi.advanceTimersByTime(ROUND);
		expect(out.flat()).toEqual(all);
		expect(out.length).toBeLessThan(all.length / 3);
	});

	it('leaves nothing behind when the connection ends', () => {
		const { ws, goes } = connection();
		ws.send('edit');
		vi.advanceTimersByTime(0);
		expect(vi.getTimerCount()).toBe(1);
		goes();
		expect(vi.getTimerCount()).toBe(0);
	});
});
