import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';
import { describe, expect, it } from 'vitest';
import { ownStates, updateIn, type Teller } from './gate';
import { documentName, parseName } from './names';

const teller = (more: Partial<Teller> = {}): Teller => ({
	person: { id: 'p1', name: 'Ilka' },
	clients: new Set(),
	mayTalk: true,
	signs: new Map(),
	maySign: () => true,
	...more,
});

function states(entries: [number, unknown][]): Uint8Array {
	const encoder = encoding.createEncoder();
	encoding.writeVarUint(encoder, entries.length);
	for (const [client, state] of entries) {
		encoding.writeVarUint(encoder, client);
		encoding.writeVarUint(encoder, 1);
		encoding.writeVarString(encoder, JSON.stringify(state));
	}
	return encoding.toUint8Array(encoder);
}

/** Clients whose states are still in what is told. */
const clientsIn = (frame: Uint8Array | undefined): number[] => told(frame).map(({ client }) => client);
const statesIn = (frame: Uint8Array | undefined): unknown[] => told(frame).map(({ state }) => state);

function told(frame: Uint8Array | undefined): { client: number; state: unknown }[] {
	if (!frame) return [];
	const inner = decoding.createDecoder(frame);
	return Array.from({ length: decoding.readVarUint(inner) }, () => {
		const client = decoding.readVarUint(inner);
		decoding.readVarUint(inner);
		return { client, state: JSON.parse(decoding.readVarString(inner)) as unknown };
	});
}

describe('the gate', () => {
	it('hands on only what people say about themselves', () => {
		const ilka = teller();
		const payload = states([
			[1, { person: 'p1', name: 'Ilka', cursor: [3, 4] }],
			[2, { person: 'p2', name: 'Tomasz' }],
			[3, { person: 'p1', name: 'Somebody else' }],
			[4, { person: 'p1', name: 'Ilka', role: 'owner' }],
			[5, null],
		]);
		expect(clientsIn(ownStates(payload, ilka))).toEqual([1]);
		expect(clientsIn(ownStates(states([[1, null]]), ilka))).toEqual([1]);
		expect(ownStates(states([[2, null]]), ilka)).toBeUndefined();
	});

	it('says itself in what colour somebody goes, and gives a voice none', () => {
		const claimed = states([[1, { person: 'p1', name: 'Ilka', pigment: 'brick' }]]);
		const chosen = teller({ person: { id: 'p1', name: 'Ilka', pigment: 'plum' } });
		expect(statesIn(ownStates(claimed, chosen))).toEqual([{ person: 'p1', name: 'Ilka', pigment: 'plum' }]);
		expect(statesIn(ownStates(claimed, teller()))).toEqual([{ person: 'p1', name: 'Ilka' }]);
	});

	it('lets nobody say anything in passing who may not talk, and signs only as fast as they may come', () => {
		const said = {
			person: 'p1',
			name: 'Ilka',
			cursor: [1, 2],
			aside: 'Psst',
			sign: { is: 'agree', count: 1 },
		};
		expect(statesIn(ownStates(states([[1, said]]), teller({ mayTalk: false })))).toEqual([
			{ person: 'p1', name: 'Ilka', cursor: [1, 2] },
		]);
		const quick = teller({ maySign: () => false });
		expect(statesIn(ownStates(states([[1, said]]), quick))).toEqual([{ ...said, sign: null }]);
		// One that was shown already is told on with whatever else changes, and in place of one that may not come yet.
		const talks = teller();
		expect(statesIn(ownStates(states([[1, said]]), talks))).toEqual([said]);
		talks.maySign = () => false;
		expect(statesIn(ownStates(states([[1, said]]), talks))).toEqual([said]);
		const next = { ...said, sign: { is: 'thanks', count: 2 } };
		expect(statesIn(ownStates(states([[1, next]]), talks))).toEqual([said]);
	});

	it('refuses states that are too large or broken', () => {
		const large = states([[1, { person: 'p1', name: 'x'.repeat(5000) }]]);
		expect(() => ownStates(large, teller())).toThrow();
		expect(() => ownStates(Uint8Array.from([9, 1]), teller())).toThrow();
	});

	it('finds the update in a sync message, and none in a question', () => {
		const frame = (step: number, payload: Uint8Array): Uint8Array => {
			const encoder = encoding.createEncoder();
			encoding.writeVarString(encoder, 'board/x/stage');
			encoding.writeVarUint(encoder, 0);
			encoding.writeVarUint(encoder, step);
			encoding.writeVarUint8Array(encoder, payload);
			return encoding.toUint8Array(encoder);
		};
		const update = Uint8Array.from([1, 2, 3]);
		expect(updateIn(frame(0, update))).toBeUndefined();
		expect(updateIn(frame(1, update))).toEqual(update);
		expect(updateIn(frame(2, update))).toEqual(update);
		expect(() => updateIn(frame(7, update))).toThrow();
	});

	it('knows our documents by name and no others', () => {
		expect(parseName(documentName('abc-1', 'session'))).toEqual({ boardId: 'abc-1', layer: 'session' });
		for (const name of [
			'board/abc/secret',
			'board/../stage',
			'board//stage',
			'x/abc/stage',
			'board/a/stage/b',
			'',
		]) {
			expect(parseName(name), name).toBeUndefined();
		}
	});
});
