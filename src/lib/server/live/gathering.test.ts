import type { Document } from '@hocuspocus/server';
import { applyAwarenessUpdate, Awareness, encodeAwarenessUpdate } from 'y-protocols/awareness';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as Y from 'yjs';
import { gather } from './gathering';

beforeEach(() => vi.useFakeTimers({ now: 1_000_000 }));
afterEach(() => vi.useRealTimers());

/** A document with people who are on it, and what each was sent. */
function documentWith(...names: string[]) {
	const doc = new Y.Doc() as Document;
	const people = names.map((name) => {
		const socket = { name };
		const window = new Awareness(new Y.Doc());
		window.setLocalState({ name });
		return { socket, window, clients: new Set<number>(), sent: 0 };
	});
	const connections = people.map((person) => ({ webSocket: person.socket, send: () => void person.sent++ }));
	Object.assign(doc, {
		name: 'board/x/stage',
		awareness: new Awareness(doc),
		getConnections: () => connections,
		getClients: (socket: unknown) => people.find((each) => each.socket === socket)?.clients ?? new Set(),
	});
	gather(doc);
	/** Tells of one window, as it does every fifteen seconds. */
	const tells = (index: number): void => {
		const { window, socket } = people[index]!;
		// The clock of a state has to go on for it to count.
		window.setLocalState(window.getLocalState());
		applyAwarenessUpdate(doc.awareness, encodeAwarenessUpdate(window, [window.clientID]), socket);
	};
	return { doc, people, tells };
}

describe('what people tell about themselves', () => {
	it('comes back to whoever is alone often enough that their line does not seem dead', () => {
		const { people, tells } = documentWith('Ilka');
		const heardAt = [Date.now()];
		for (let i = 0; i < 20; i++) {
			tells(0);
			const before = people[0]!.sent;
			vi.advanceTimersByTime(15_000);
			if (people[0]!.sent > before) heardAt.push(Date.now());
		}
		// Half a minute of silence would close it.
		heardAt.slice(1).forEach((at, i) => expect(at - heardAt[i]!).toBeLessThan(30_000));
		expect(heardAt.length).toBeGreaterThan(10);
		for (const { window } of people) window.destroy();
	});

	it('is not sent back each time, while a pointer moves', () => {
		const { people, tells } = documentWith('Ilka', 'Nele');
		for (let i = 0; i < 100; i++) {
			tells(0);
			vi.advanceTimersByTime(50);
		}
		expect(people[0]!.sent).toBeLessThanOrEqual(1);
		expect(people[1]!.sent).toBeGreaterThan(40);
		for (const { window } of people) window.destroy();
	});
});
