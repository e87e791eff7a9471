import { Document, type Connection } from '@hocuspocus/server';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as Y from 'yjs';
import { Keeping } from './keeping';
import { States } from './states';

let document: Document;
beforeEach(() => {
	vi.useFakeTimers({ now: 1_000_000 });
	document = new Document('board/b/stage');
});
afterEach(() => {
	document.destroy();
	vi.useRealTimers();
});

describe('a document that everybody has left', () => {
	const unload = vi.fn();
	beforeEach(() => void unload.mockReset());

	it('is held for a while and then let go', () => {
		new Keeping(60_000, unload).hold(document);
		expect(document.directConnectionsCount, 'held as if somebody had it open').toBe(1);
		vi.advanceTimersByTime(59_000);
		expect(unload).not.toHaveBeenCalled();
		vi.advanceTimersByTime(6000);
		expect(unload).toHaveBeenCalledExactlyOnceWith(document);
		expect(document.directConnectionsCount).toBe(0);
	});

	it('is held on while somebody has it open, or the server works with it', () => {
		new Keeping(60_000, unload).hold(document);
		const connection = { webSocket: {} } as Connection;
		document.addConnection(connection);
		vi.advanceTimersByTime(200_000);
		document.removeConnection(connection);
		document.addDirectConnection();
		vi.advanceTimersByTime(200_000);
		expect(unload).not.toHaveBeenCalled();
		document.removeDirectConnection();
		vi.advanceTimersByTime(66_000);
		expect(unload).toHaveBeenCalledOnce();
	});

	it('is held for all of that time from when the last one left, whenever it was loaded', () => {
		new Keeping(60_000, unload).hold(document);
		const connection = { webSocket: {} } as Connection;
		document.addConnection(connection);
		vi.advanceTimersByTime(59_000);
		document.removeConnection(connection);
		vi.advanceTimersByTime(59_000);
		expect(unload).not.toHaveBeenCalled();
		vi.advanceTimersByTime(7000);
		expect(unload).toHaveBeenCalledOnce();
	});

	it('is not held at all where nothing is to be kept, nor after it was dropped', () => {
		new Keeping(0, unload).hold(document);
		expect(document.directConnectionsCount).toBe(0);
		const keeping = new Keeping(60_000, unload);
		keeping.hold(document);
		keeping.drop(document.name);
		vi.advanceTimersByTime(200_000);
		expect(unload).not.toHaveBeenCalled();
	});
});

describe('the state of a document that is handed out', () => {
	const words = (bytes: Uint8Array): string => {
		const doc = new Y.Doc();
		Y.applyUpdateV2(doc, bytes);
		return doc.getText('words').toString();
	};
	const write = (text: string): void => document.getText('words').insert(0, text);

	it('is made once while nothing changes', () => {
		const states = new States();
		states.watch(document);
		write('one');
		const first = states.of(document, false);
		vi.advanceTimersByTime(3_600_000);
		expect(states.of(document, true)).toBe(first);
		expect(words(first)).toBe('one');
	});

	it('may be a few seconds old after a change, but not for whoever wants it fresh', () => {
		const states = new States();
		states.watch(document);
		write('one');
		const first = states.of(document, false);
		write('two ');
		vi.advanceTimersByTime(4000);
		expect(states.of(document, false)).toBe(first);
		expect(words(states.of(document, true))).toBe('two one');
		write('three ');
		vi.advanceTimersByTime(6000);
		expect(words(states.of(document, false))).toBe('three two one');
	});

	it('may be the older, the longer it takes to make', () => {
		const states = new States();
		states.watch(document);
		write('one');
		// Packing it takes a second.
		vi.spyOn(performance, 'now').mockReturnValueOnce(0).mockReturnValueOnce(1000);
		const first = states.of(document, false);
		write('two ');
		vi.advanceTimersByTime(20_000);
		expect(states.of(document, false)).toBe(first);
		vi.advanceTimersByTime(60_000);
		expect(words(states.of(document, false))).toBe('two one');
	});
});
