/**
 * What a stranger's client sends that no screen would send: it harms nobody else, and "saved" stays
 * true.
 */
import { randomFrom } from '$core/rehearsal/random';
import { addObject } from '$core/board/ops/edits';
import { noteAt } from '$core/board/testing';
import * as Y from 'yjs';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { connect, until, type TestClient } from '../support/client';
import { facilitator, idOf, makeBoard, makeLink, guest, newcomer, type TestPerson } from '../support/people';
import { rawClient, type RawClient } from '../support/raw';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
const open: (TestClient | RawClient)[] = [];

beforeAll(async () => {
	server = await startServer({
		env: {
			WANDTAFEL_KEEP_OPEN: '0',
			WANDTAFEL_LARGEST_DOCUMENT_MB: '0.2',
			WANDTAFEL_EDITS_PER_SECOND: '200',
		},
	});
	owner = await facilitator(server);
});
afterAll(() => server?.stop());
afterEach(() => {
	for (const each of open.splice(0))
		if ('end' in each) each.end();
		else each.destroy();
});
const raw = async (who: TestPerson, board: string): Promise<RawClient> => {
	const client = await rawClient(server, who, board);
	open.push(client);
	return client;
};
const come = async (who: TestPerson, board: string): Promise<TestClient> => {
	const client = await connect(server, who, board);
	open.push(client);
	return client;
};
/** An update that does something to an empty document. */
function updateOf(work: (doc: Y.Doc) => void): Uint8Array {
	const doc = new Y.Doc();
	work(doc);
	return Y.encodeStateAsUpdate(doc);
}
/** Everything that stands in the log of a board's sheets. */
async function logged(board: string): Promise<Y.Doc> {
	const doc = new Y.Doc();
	const name = `board/${board}/stage`;
	for (const { data } of await server.sql<{ data: Buffer }[]>`
		select data from updates where document = ${name} order by id`)
		Y.applyUpdate(doc, data);
	return doc;
}

describe('a text that is nested without end', () => {
	const nested = (depth: number): Uint8Array =>
		updateOf((doc) => {
			const map = new Y.Map<unknown>(
				Object.entries({
					...noteAt('s', 0, 0),
					z: 'a0',
					by: ['x', 'x'],
					made: 1,
					changed: 1,
					text: undefined,
				}),
			);
			doc.getMap('objects').set('deep', map);
			const fragment = new Y.XmlFragment();
			map.set('text', fragment);
			let inner: Y.XmlFragment | Y.XmlElement = fragment;
			for (let i = 0; i < depth; i++) {
				const next: Y.XmlElement = new Y.XmlElement('listItem');
				inner.insert(0, [next]);
				inner = next;
			}
		});

	it('is never written down, and the board opens for everybody as before', async () => {
		const board = await makeBoard(owner);
		const stranger = await newcomer(server, owner, board, 'editor');
		const before = await come(owner, board);
		const kept = before.write('Still here');
		await until(() => before.told.has(kept), 'it is saved');
		for (const depth of [6000, 60]) {
			const client = await raw(stranger, board);
			client.send(client.update(nested(depth)));
			await until(() => client.closes.length > 0, 'the connection is ended');
			expect(client.said).not.toContain(true);
		}
		const deepValue = await raw(stranger, board);
		let value: unknown = 1;
		for (let i = 0; i < 500; i++) value = [value];
		deepValue.send(deepValue.update(updateOf((doc) => doc.getMap('objects').set('v', value))));
		await until(() => deepValue.closes.length > 0, 'the connection is ended');
		const broad = await raw(stranger, board);
		broad.send(
			broad.update(
				updateOf((doc) => {
					const map = new Y.Map<unknown>();
					doc.getMap('objects').set('broad', map);
					doc.transact(() => {
						for (let i = 0; i < 25_000; i++) map.set(`k${i}`, i);
					});
				}),
			),
		);
		await until(() => broad.closes.length > 0, 'the connection is ended');
		expect([...(await logged(board)).getMap('objects').keys()]).toEqual([kept]);
		const after = await come(owner, board);
		expect(after.texts()).toEqual(['Still here']);
		expect((await owner.request('GET', `/api/boards/${board}/journal`)).status).toBe(200);
	});

	it('of an ordinary depth is taken in', async () => {
		const board = await makeBoard(owner);
		const client = await raw(owner, board);
		client.send(client.update(nested(12)));
		await until(() => client.said.length > 0, 'it is answered');
		expect(client.said).toEqual([true]);
	});
});

describe('whoever was thrown out', () => {
	it('writes no more, though their client does not answer the close', async () => {
		const board = await makeBoard(owner);
		const ways: [string, (who: TestPerson) => Promise<unknown>][] = [
			[
				'out for good',
				async (who) =>
					owner.request('POST', `/api/boards/${board}/people/${await idOf(owner, board, who.name)}`, {
						do: 'send out',
						ban: true,
					}),
			],
			[
				'made an onlooker',
				async (who) =>
					owner.request('POST', `/api/boards/${board}/people/${await idOf(owner, board, who.name)}`, {
						do: 'change',
						role: 'viewer',
					}),
			],
			['signed out', (who) => who.request('POST', '/sign-out')],
			['everyone watches', () => owner.request('PATCH', `/api/boards/${board}/policy`, { watching: true })],
			['the room closed', () => owner.request('PATCH', `/api/boards/${board}/policy`, { closed: true })],
		];
		for (const [what, throwOut] of ways) {
			const { token } = await makeLink(owner, board, 'editor');
			const who = await guest(server, token, `Mara ${what}`);
			const client = await raw(who, board);
			client.send(client.update(updateOf((doc) => doc.getMap('objects').set(`before ${what}`, 1))));
			await until(() => client.said.length === 1, `${what}: the first is answered`);
			expect(client.said, what).toEqual([true]);
			// A client that is deaf: it never reads that it is asked to close, and so never
			// answers.
			client.socket.pause();
			const answer = (await throwOut(who)) as Response;
			expect(answer.status, what).toBeLessThan(400);
			for (let i = 0; i < 5; i++)
				client.send(client.update(updateOf((doc) => doc.getMap('objects').set(`after ${what} ${i}`, 1))));
			client.socket.resume();
			await until(() => client.said.length > 1 || client.closes.length > 0, `${what}: it is over`);
			await owner.request('PATCH', `/api/boards/${board}/policy`, { watching: false, closed: false });
		}
		const keys = [...(await logged(board)).getMap('objects').keys()];
		expect(keys.filter((key) => key.startsWith('after'))).toEqual([]);
		expect(keys.filter((key) => key.startsWith('before'))).toHaveLength(ways.length);
	});
});

describe('saved', () => {
	it('is said of nothing that is not kept, whatever comes in one packet', async () => {
		const board = await makeBoard(owner);
		const client = await raw(owner, board);
		const large = updateOf((doc) => doc.getMap('objects').set('large', 'x'.repeat(400_000)));
		client.send(client.update(large), client.ask());
		await until(() => client.said.length > 0, 'it is answered');
		expect(client.said).toEqual([false]);
		expect((await logged(board)).getMap('objects').has('large')).toBe(false);
		const other = await come(owner, board);
		expect(other.doc.getMap('objects').has('large')).toBe(false);
	});

	it('means that it is in the database: random sequences of frames', async () => {
		for (let seed = 1; seed <= 12; seed++) {
			const random = randomFrom(seed);
			const board = await makeBoard(owner);
			const client = await raw(owner, board);
			let sent = 0;
			for (let packet = 0; packet < 12; packet++) {
				const frames: Uint8Array[] = [];
				for (let i = 0; i < 1 + random() * 5; i++) {
					const roll = random();
					if (roll < 0.3) frames.push(client.ask());
					else {
						// One by one they are in order or not: each is a client of its own.
						const size = roll < 0.45 ? 150_000 : roll < 0.55 ? 400_000 : 20;
						frames.push(
							client.update(updateOf((doc) => doc.getMap('objects').set(`${sent}`, 'x'.repeat(size)))),
						);
						sent++;
					}
				}
				client.send(...frames);
				if (random() < 0.3) await until(() => client.said.length > 0, 'something is answered');
			}
			await until(
				() => client.said.length === sent || client.closes.length > 0,
				`all is answered (seed ${seed})`,
			);
			const kept = (await logged(board)).getMap('objects').size;
			const told = client.said.filter(Boolean).length;
			expect(told, `seed ${seed}`).toBe(kept);
			// What is in memory is what is in the database.
			const other = await come(owner, board);
			expect(other.doc.getMap('objects').size, `seed ${seed}`).toBe(kept);
			client.end();
		}
	});
});

it('thousands of notes at once from somebody whom the step lets write only a little hold nobody up for long', async () => {
	const board = await makeBoard(owner, 'idea-round');
	const stranger = await newcomer(server, owner, board, 'editor');
	await owner.request('POST', `/api/boards/${board}/session`, { do: 'next' });
	const flood = updateOf((doc) => {
		doc.transact(() => {
			for (let i = 0; i < 1500; i++)
				doc
					.getMap('objects')
					.set(`n${i}`, new Y.Map<unknown>(Object.entries({ kind: 'note', by: ['x', 'x'] })));
		});
	});
	const client = await raw(stranger, board);
	const lead = await come(owner, board);
	client.send(client.update(flood));
	addObject(lead.editContext, lead.model, noteAt(lead.model.sheets[0]!.id, 0, 0, 'In between'));
	await until(() => lead.provider.unsyncedChanges === 0, 'the leader’s note is saved');
	await until(() => [...lead.doc.getMap('objects').keys()].every((key) => !key.startsWith('n1')), 'put back');
});
