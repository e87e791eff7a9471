/** What comes from others over the socket, one by one or a few at a time. */
import * as encoding from 'lib0/encoding';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { writeSyncStep1, writeUpdate } from 'y-protocols/sync';
import * as Y from 'yjs';
import { Incoming, readFrame } from './incoming';

beforeEach(() => {
	vi.useFakeTimers();
	return () => vi.useRealTimers();
});

const frame = (kind: number, write: (encoder: encoding.Encoder) => void = () => {}): Uint8Array => {
	const encoder = encoding.createEncoder();
	encoding.writeVarString(encoder, 'board/b1/stage');
	encoding.writeVarUint(encoder, kind);
	write(encoder);
	return encoding.toUint8Array(encoder);
};

/** Somebody else's document, and ours, which takes in what they change. */
function made() {
	const [theirs, ours] = [new Y.Doc(), new Y.Doc()];
	const rounds: { keys: string[]; local: boolean; origin: unknown }[] = [];
	const map = ours.getMap('m');
	map.observe((event, { local, origin }) =>
		rounds.push({ keys: [...event.keysChanged].map(String).sort(), local, origin }),
	);
	const before = vi.fn();
	const incoming = new Incoming(ours, 'sync', before);
	theirs.on('update', (data: Uint8Array) => incoming.take(data));
	const change = (key: string): void => void theirs.getMap('m').set(key, true);
	return { map, rounds, before, incoming, change };
}

describe('a message', () => {
	it('is a change, something beside the changes, or something that follows them', () => {
		const update = new Uint8Array([1, 2, 3]);
		const change = frame(0, (encoder) => writeUpdate(encoder, update));
		expect(readFrame(change)).toEqual({ is: 'change', update });
		expect(readFrame(change.slice().buffer)).toEqual({ is: 'change', update });
		const doc = new Y.Doc();
		expect(readFrame(frame(0, (encoder) => writeSyncStep1(encoder, doc)))).toEqual({ is: 'after' });
		expect(readFrame(frame(2))).toEqual({ is: 'after' });
		expect([1, 8].map((kind) => readFrame(frame(kind)))).toEqual([{ is: 'beside' }, { is: 'beside' }]);
		expect(() => readFrame(new Uint8Array([200]))).toThrow();
	});
});

describe('changes of others', () => {
	it('are taken in at once when they come alone, and together when they come fast', () => {
		const { rounds, before, change } = made();
		change('a');
		expect(rounds).toEqual([{ keys: ['a'], local: false, origin: 'sync' }]);
		for (const key of ['b', 'c', 'd']) change(key);
		expect(rounds).toHaveLength(1);
		vi.advanceTimersByTime(40);
		expect(rounds.slice(1)).toEqual([{ keys: ['b', 'c', 'd'], local: false, origin: 'sync' }]);
		expect(before).toHaveBeenCalledTimes(2);
		vi.advanceTimersByTime(100);
		change('e');
		expect(rounds).toHaveLength(3);
	});

	it('are not overtaken by what follows them', () => {
		const { map, incoming, change } = made();
		change('a');
		change('b');
		incoming.now();
		expect([...map.keys()].sort()).toEqual(['a', 'b']);
		incoming.now();
		vi.runAllTimers();
		expect(vi.getTimerCount()).toBe(0);
	});

	it('are all there, though one of them cannot be read', () => {
		const reported = vi.fn();
		vi.stubGlobal('reportError', reported);
		const { map, incoming, change } = made();
		change('a');
		incoming.take(new Uint8Array([9, 9, 9]));
		change('b');
		vi.advanceTimersByTime(40);
		expect([...map.keys()].sort()).toEqual(['a', 'b']);
		expect(reported).toHaveBeenCalledOnce();
		vi.unstubAllGlobals();
	});

	it('are of no interest any more when the board was left', () => {
		const { rounds, incoming, change } = made();
		change('a');
		change('b');
		incoming.destroy();
		vi.runAllTimers();
		expect(rounds).toHaveLength(1);
	});
});
