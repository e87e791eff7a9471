import { Document, type Connection } from '@hocuspocus/server';
import * as decoding from 'lib0/decoding';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { WebSocket } from 'ws';
import { applyAwarenessUpdate, Awareness, encodeAwarenessUpdate } from 'y-protocols/awareness';
import * as Y from 'yjs';
import { gather, takeIn, takeInEarly } from './gathering';
import { OTHER_SERVER } from './origins';

const NAME = 'board/b/stage';
let document: Document;
let passed: number[][];
beforeEach(() => {
	vi.useFakeTimers();
	document = new Document(NAME);
	passed = [];
	gather(document, (clients) => passed.push(clients));
});
afterEach(() => {
	document.destroy();
	vi.useRealTimers();
});

/** Somebody with a window of their own, and what they were sent: which windows each message is about. */
function person() {
	const webSocket = {} as WebSocket;
	const sent: number[][] = [];
	const send = (frame: Uint8Array): void => {
		const decoder = decoding.createDecoder(frame);
		expect(decoding.readVarString(decoder)).toBe(NAME);
		expect(decoding.readVarUint(decoder)).toBe(1);
		const states = decoding.createDecoder(decoding.readVarUint8Array(decoder));
		sent.push(
			Array.from({ length: decoding.readVarUint(states) }, () => {
				const client = decoding.readVarUint(states);
				decoding.readVarUint(states);
				decoding.readVarString(states);
				return client;
			}),
		);
	};
	const own = new Awareness(new Y.Doc());
	return {
		webSocket,
		sent,
		client: own.clientID,
		comes: () => void document.addConnection({ webSocket, send } as unknown as Connection),
		goes: () => void document.removeConnection({ webSocket } as Connection),
		tells(state: object) {
			own.setLocalState(state as never);
			takeIn(new Map([[NAME, document]]), NAME, webSocket, encodeAwarenessUpdate(own, [own.clientID]));
		},
	};
}

describe('what people tell about themselves', () => {
	it('goes out turn by turn, one message a person, and to nobody about themselves alone', () => {
		const [ilka, maren, rosa] = [person(), person(), person()];
		for (const each of [ilka, maren, rosa]) each.comes();
		for (let i = 0; i < 10; i++) for (const each of [ilka, maren]) each.tells({ cursor: [i, i] });
		expect(rosa.sent).toEqual([]);
		vi.advanceTimersByTime(100);
		expect(rosa.sent.map((clients) => clients.length)).toEqual([2]);
		expect(ilka.sent).toHaveLength(1);
		ilka.tells({ cursor: [5, 5] });
		vi.advanceTimersByTime(100);
		expect(rosa.sent[1]).toEqual([ilka.client]);
		expect(ilka.sent).toHaveLength(1);
		expect([...document.awareness.getStates().values()]).toHaveLength(2);
	});

	it('is forgotten when they go, which is told', () => {
		const [ilka, maren] = [person(), person()];
		for (const each of [ilka, maren]) each.comes();
		ilka.tells({ cursor: [1, 1] });
		vi.advanceTimersByTime(100);
		ilka.goes();
		vi.advanceTimersByTime(100);
		expect(maren.sent).toEqual([[ilka.client], [ilka.client]]);
		expect(document.awareness.getStates().size).toBe(0);
	});

	it('before the document is open is kept until it is, and only the newest of it', () => {
		const [ilka, maren] = [person(), person()];
		maren.comes();
		ilka.tells({ cursor: [1, 1] });
		ilka.tells({ cursor: [2, 2] });
		vi.advanceTimersByTime(100);
		expect(maren.sent).toEqual([]);
		ilka.comes();
		takeInEarly(document, ilka.webSocket);
		takeInEarly(document, ilka.webSocket);
		vi.advanceTimersByTime(100);
		expect(maren.sent).toEqual([[ilka.client]]);
		expect(document.awareness.getStates().get(ilka.client)).toEqual({ cursor: [2, 2] });
	});

	it('is passed on to other servers, but not what came from them', () => {
		const ilka = person();
		ilka.comes();
		ilka.tells({ cursor: [1, 1] });
		vi.advanceTimersByTime(100);
		const elsewhere = new Awareness(new Y.Doc());
		elsewhere.setLocalState({ cursor: [9, 9] });
		applyAwarenessUpdate(
			document.awareness,
			encodeAwarenessUpdate(elsewhere, [elsewhere.clientID]),
			OTHER_SERVER,
		);
		vi.advanceTimersByTime(100);
		expect(passed).toEqual([[ilka.client]]);
		expect(ilka.sent).toEqual([[elsewhere.clientID]]);
		// The library's own listener would cost more with everybody who is there.
		const listener = vi.fn();
		document.awareness.on('update', listener);
		ilka.tells({ cursor: [2, 2] });
		expect(listener).not.toHaveBeenCalled();
	});

	it('comes back to whoever is alone often enough that their line does not seem dead', () => {
		const ilka = person();
		ilka.comes();
		let heardAt = Date.now();
		for (let i = 0; i < 20; i++) {
			// As a window does of itself.
			ilka.tells({ cursor: [1, 1] });
			vi.advanceTimersByTime(15_000);
			if (ilka.sent.length > 0) heardAt = Date.now();
			// The page closes a line that is silent for that long.
			expect(Date.now() - heardAt).toBeLessThan(30_000);
			ilka.sent.length = 0;
		}
	});

	it('is not sent back each time, while somebody alone moves their pointer', () => {
		const ilka = person();
		ilka.comes();
		for (let i = 0; i < 100; i++) {
			ilka.tells({ cursor: [i, i] });
			vi.advanceTimersByTime(50);
		}
		expect(ilka.sent).toEqual([]);
	});
});
