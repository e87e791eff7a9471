/** Saved means committed: what anybody was told is saved is there, whatever happens to the server. */
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { connect, until, type TestClient } from '../support/client';
import { facilitator, guest, makeBoard, makeLink, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let other: TestPerson;
let board: string;

beforeAll(async () => {
	// Documents leave memory with the last person, so that every opening reads what was saved.
	server = await startServer({ env: { WANDTAFEL_KEEP_OPEN: '0' } });
	owner = await facilitator(server, 'Ilka');
	board = await makeBoard(owner);
	other = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Tomasz');
});
afterAll(() => server?.stop());

const unsaved = (client: TestClient): boolean => client.provider.hasUnsyncedChanges;

describe('saving', () => {
	it('keeps every edit that anybody was told was saved when the server is killed, and brings the rest', async () => {
		const ilka = await connect(server, owner, board);
		const tomasz = await connect(server, other, board);
		const written: string[] = [];
		let writing = true;
		const hands = [ilka, tomasz].map(async (client, k) => {
			for (let i = 0; writing; i++) {
				written.push(client.write(`note ${k}.${i}`));
				await new Promise((resolve) => setTimeout(resolve, 4));
				// Without a pause a slow machine never says that nothing waits any more.
				if (i % 12 === 11) await until(() => !writing || !unsaved(client), 'a burst was saved', 60_000);
			}
		});
		try {
			await until(() => ilka.told.size > 20 && tomasz.told.size > 20, 'both were told of saved notes');
			await server.kill();
		} finally {
			writing = false;
			await Promise.all(hands);
		}
		const told = new Set([...ilka.told, ...tomasz.told]);
		// Written while the server is away.
		written.push(ilka.write('written while the server was away'));
		expect(unsaved(ilka)).toBe(true);

		const saved = await committedIds(server, board);
		expect([...told].filter((id) => !saved.has(id))).toEqual([]);

		await server.start();
		await until(() => !unsaved(ilka) && !unsaved(tomasz), 'both are saved again');
		await until(
			() => written.every((id) => ilka.model.find(id) && tomasz.model.find(id)),
			'both see everything',
		);
		const after = await committedIds(server, board);
		expect(written.filter((id) => !after.has(id))).toEqual([]);
		ilka.destroy();
		tomasz.destroy();
	});

	it('does not acknowledge a write that failed, and recovers when the database does', async () => {
		const ilka = await connect(server, owner, board);
		const tomasz = await connect(server, other, board);
		await server.sql`alter table updates rename to updates_away`;
		const id = ilka.write('not to be lost');
		await until(() => ilka.closes.includes(1011), 'the connection is closed because nothing could be saved');
		expect(ilka.told.has(id)).toBe(false);
		expect(tomasz.model.find(id)).toBeUndefined();
		await server.sql`alter table updates_away rename to updates`;
		await until(() => ilka.told.has(id), 'the note is saved after all');
		await until(() => tomasz.model.find(id) !== undefined, 'the other one sees it');
		expect((await committedIds(server, board)).has(id)).toBe(true);
		ilka.destroy();
		tomasz.destroy();
	});

	it('loses nothing when the last one leaves while an edit is being written', async () => {
		const ids: string[] = [];
		for (let round = 0; round < 5; round++) {
			const ilka = await connect(server, owner, board);
			ids.push(ilka.write(`in the door ${round}`));
			await until(() => ilka.told.has(ids.at(-1)!), 'saved');
			ilka.destroy();
			const again = await connect(server, owner, board);
			await until(() => ids.every((id) => again.model.find(id)), 'all notes are there');
			again.destroy();
		}
		expect(ids).toHaveLength(5);
	});

	it('makes snapshots from which the board loads as it was', async () => {
		const ilka = await connect(server, owner, board);
		for (let i = 0; i < 330; i++) ilka.write(`snap ${i}`);
		await until(() => !unsaved(ilka), 'all is saved');
		const count = async (): Promise<number> =>
			Number(
				(await server.sql`select count(*) from snapshots where document = ${`board/${board}/stage`}`)[0]![
					'count'
				],
			);
		await until(async () => (await count()) === 1, 'a snapshot was made');
		const texts = ilka.texts().sort();
		ilka.destroy();
		await server.kill();
		await server.start();
		const again = await connect(server, owner, board);
		expect(again.texts().sort()).toEqual(texts);
		again.destroy();
	});

	it('makes fewer snapshots of a large board, which take as long as it is large, but one when its journal is asked for', async () => {
		const { large, snapshots: count } = await largeBoard();
		const ilka = await connect(server, owner, large);
		for (let i = 0; i < 330; i++) ilka.write(`large ${i}`);
		await until(() => !unsaved(ilka), 'all is saved');
		const changedAt = async (): Promise<Date> => {
			const [row] = await server.sql`select changed_at from boards where id = ${large}`;
			return row!['changed_at'] as Date;
		};
		// Each time the board says that it was changed, a small one gets a snapshot right after: by the second time the first is through.
		for (const round of ['once', 'twice']) {
			const last = await changedAt();
			ilka.write(round);
			await until(async () => (await changedAt()) > last, `the board says ${round} that it was changed`);
		}
		const first = await count();
		expect((await owner.request('GET', `/api/boards/${large}/journal`)).status).toBe(200);
		await until(async () => (await count()) > first, 'a snapshot was made');
		expect(first).toBe(0);
		ilka.destroy();
	});

	it('makes those of a large board in a process of its own, makes them anew where it was killed, and ends it with the server', async () => {
		const { large, snapshots } = await largeBoard();
		const read = async (): Promise<number> =>
			(await owner.request('GET', `/api/boards/${large}/journal`)).status;
		expect(await read()).toBe(200);
		expect(await snapshots()).toBe(1);
		const [first, ...more] = makers();
		expect(more).toEqual([]);
		process.kill(first!, 'SIGKILL');
		await until(() => !makers().includes(first!), 'it is gone');

		const ilka = await connect(server, owner, large);
		ilka.write('after that');
		await until(() => !unsaved(ilka), 'all is saved');
		ilka.destroy();
		const newest = async (): Promise<number> => {
			const [row] = await server.sql`select max(up_to) from snapshots where document = ${documentOf(large)}`;
			return Number(row!['max']);
		};
		const before = await newest();
		await until(async () => (await read()) === 200 && (await newest()) > before, 'there is a newer one');
		const [second] = makers();
		expect(second).not.toBe(first);
		await server.end();
		await until(() => !existsSync(`/proc/${second}`), 'it ended with the server');
		await server.start();
	});
});

const documentOf = (boardId: string): string => `board/${boardId}/stage`;

/** A board of two megabytes, and how many snapshots there are of it. */
async function largeBoard(): Promise<{ large: string; snapshots: () => Promise<number> }> {
	const large = await makeBoard(owner);
	const document = documentOf(large);
	const doc = new Y.Doc();
	// Chance is not to be packed: this is as large in the database as it is here.
	doc.getMap('ballast').set('bytes', new Uint8Array(randomBytes(2_000_000)));
	const [me] = await server.sql`select person_id from memberships where board_id = ${large}`;
	await server.sql`insert into updates (board_id, document, person_id, data)
		values (${large}, ${document}, ${me!['person_id']}, ${Buffer.from(Y.encodeStateAsUpdate(doc))})`;
	const snapshots = async (): Promise<number> => {
		const [row] = await server.sql`select count(*) from snapshots where document = ${document}`;
		return Number(row!['count']);
	};
	return { large, snapshots };
}

/** The server's processes that make snapshots, by their numbers. */
function makers(): number[] {
	const children = readFileSync(`/proc/${server.pid()}/task/${server.pid()}/children`, 'utf8');
	return children
		.split(' ')
		.filter(
			(child) => child && readFileSync(`/proc/${child}/cmdline`, 'utf8').includes('wandtafel-snapshots'),
		)
		.map(Number);
}

/** Ids of objects as the database alone has them. */
async function committedIds(from: TestServer, boardId: string): Promise<Set<string>> {
	const document = `board/${boardId}/stage`;
	const doc = new Y.Doc();
	const [snapshot] = await from.sql`select data from snapshots where document = ${document}`;
	if (snapshot) Y.applyUpdate(doc, snapshot['data'] as Uint8Array);
	for (const row of await from.sql`select data from updates where document = ${document} order by id`) {
		Y.applyUpdate(doc, row['data'] as Uint8Array);
	}
	return new Set(doc.getMap('objects').keys());
}
