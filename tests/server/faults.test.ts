/**
 * What goes wrong around a board: a slow database, one that is away, a cut line, a laptop that slept, two windows of one
 * person, clocks that differ. After each: what was told as saved is there, and everybody sees the same.
 */
import postgres from 'postgres';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { fragmentOf } from '$core/board/document';
import { moveObjects, removeObjects } from '$core/board/ops/edits';
import { connect, until, type TestClient } from '../support/client';
import { facilitator, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let editor: TestPerson;
let board: string;
let open: TestClient[] = [];

beforeAll(async () => {
	// Documents leave memory with the last person, so that every opening reads what was saved.
	server = await startServer({ env: { WANDTAFEL_KEEP_OPEN: '0' } });
	owner = await facilitator(server, 'Ilka');
	board = await makeBoard(owner);
	editor = await newcomer(server, owner, board, 'editor');
});
afterAll(() => server?.stop());
afterEach(() => {
	for (const client of open) client.destroy();
	open = [];
});

async function come(who: TestPerson): Promise<TestClient> {
	const client = await connect(server, who, board);
	open.push(client);
	return client;
}
/** The whole board as a client has it, texts too. */
const contentOf = ({ doc }: TestClient): unknown => doc.getMap('objects').toJSON();
const isSaved = (client: TestClient): boolean =>
	client.provider.isSynced && !client.provider.hasUnsyncedChanges;

/** Waits until everybody has everything saved and sees the same; then somebody who comes anew does, too. */
async function converged(...clients: TestClient[]): Promise<void> {
	await until(() => clients.every(isSaved), 'everything is saved');
	const same = (a: TestClient, b: TestClient): boolean =>
		JSON.stringify(Y.encodeStateVector(a.doc)) === JSON.stringify(Y.encodeStateVector(b.doc)) ||
		JSON.stringify(contentOf(a)) === JSON.stringify(contentOf(b));
	await until(() => clients.every((each) => same(each, clients[0]!)), 'everybody sees the same');
	for (const each of clients.slice(1)) expect(contentOf(each)).toEqual(contentOf(clients[0]!));
	const anew = await come(owner);
	expect(contentOf(anew), 'and so does whoever comes anew').toEqual(contentOf(clients[0]!));
}

/** Writes at the start or the end of a note's text, as its editor would. */
function type(client: TestClient, id: string, text: string, where: 'start' | 'end'): void {
	const paragraph = fragmentOf(client.doc, id)!.get(0) as Y.XmlElement;
	const words = paragraph.get(0) as Y.XmlText;
	client.doc.transact(() => words.insert(where === 'start' ? 0 : words.length, text), 'test');
}

describe('a slow database', () => {
	it('lets nobody believe that something is saved before it is, and loses nothing', async () => {
		const [ilka, other] = [await come(owner), await come(editor)];
		await server.sql`create function slow() returns trigger language plpgsql as
			'begin perform pg_sleep(0.4); return new; end'`;
		await server.sql`create trigger slow before insert on updates for each statement execute function slow()`;
		const id = ilka.write('Slowly');
		const rows = async (): Promise<number> =>
			Number((await server.sql`select count(*) from updates where board_id = ${board}`)[0]!['count']);
		const before = await rows();
		for (let isTold = false; !isTold;) {
			isTold = ilka.told.has(id);
			// Whoever is told, or sees it, does so because the row is there.
			if (isTold || other.model.find(id)) expect(await rows()).toBeGreaterThan(before);
			await new Promise((resolve) => setTimeout(resolve, 20));
		}
		const ids = Array.from({ length: 20 }, (_, i) => (i % 2 ? ilka : other).write(`Slow ${i}`));
		await server.sql`drop trigger slow on updates`;
		await server.sql`drop function slow`;
		await converged(ilka, other);
		expect(ids.every((each) => ilka.model.find(each))).toBe(true);
	});
});

describe('a database that goes away', () => {
	it('is waited for: what is written meanwhile is saved when it is back, and the log says what was wrong', async () => {
		const [ilka, other] = [await come(owner), await come(editor)];
		const first = ilka.write('Before');
		await until(() => ilka.told.has(first), 'the first is saved');
		const admin = postgres(process.env['TEST_DATABASE_URL']!, { max: 1, onnotice: () => {} });
		const name = new URL(server.databaseUrl).pathname.slice(1);
		await admin.unsafe(`alter database ${name} with allow_connections false`);
		await admin`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${name}`;
		const meanwhile = [ilka.write('Meanwhile, here'), other.write('Meanwhile, there')];
		await until(() => ilka.closes.length > 0 && other.closes.length > 0, 'both know that nothing is saved');
		expect(meanwhile.some((id) => ilka.told.has(id) || other.told.has(id))).toBe(false);
		await admin.unsafe(`alter database ${name} with allow_connections true`);
		await admin.end();
		await until(
			() => ilka.told.has(meanwhile[0]!) && other.told.has(meanwhile[1]!),
			'both are saved after all',
		);
		await converged(ilka, other);
		expect(server.log()).toContain('could not be written');
	});
});

describe('people who come while others leave', () => {
	it('are all on the same board, however often it leaves memory and comes back', async () => {
		for (let round = 0; round < 25; round++) {
			const [ilka, other] = await Promise.all([come(owner), come(editor)]);
			const id = ilka.write(`Round ${round}`);
			await until(() => other.model.find(id) !== undefined, `round ${round} has come`);
			await until(() => isSaved(ilka), 'it is saved');
			for (const each of [ilka, other]) each.destroy();
			open = [];
		}
	});
});

describe('a cut between somebody and the server', () => {
	it('keeps both sides of a note that was written in on both', async () => {
		const [ilka, other] = [await come(owner), await come(editor)];
		const id = ilka.write('the key');
		await until(() => other.model.find(id) !== undefined, 'the note has come');
		other.disconnect();
		await until(() => !other.provider.isSynced, 'the line is cut');
		type(other, id, 'Where is ', 'start');
		moveObjects(other.editContext, other.model, [id], 40, 0);
		type(ilka, id, '?', 'end');
		const more = other.write('Written alone');
		expect(other.told.has(more)).toBe(false);
		other.connect();
		await until(() => other.told.has(more), 'what was written alone is saved');
		await converged(ilka, other);
		expect(ilka.texts()).toContain('Where is the key?');
		expect(ilka.model.find(id)!.box[0]).toBe(other.model.find(id)!.box[0]);
	});

	it('ends with the object gone when one deletes what the other writes in, on both screens', async () => {
		const [ilka, other] = [await come(owner), await come(editor)];
		const id = ilka.write('Doomed');
		await until(() => other.model.find(id) !== undefined, 'the note has come');
		other.disconnect();
		await until(() => !other.provider.isSynced, 'the line is cut');
		type(other, id, ' no more', 'end');
		removeObjects(ilka.editContext, ilka.model, [id]);
		other.connect();
		await converged(ilka, other);
		expect([ilka.model.find(id), other.model.find(id)]).toEqual([undefined, undefined]);
		expect(other.model.setAside.size).toBe(0);
	});
});

describe('a laptop that slept', () => {
	it('catches up with all that happened, through snapshots and restarts, and brings what it had', async () => {
		const asleep = await come(editor);
		const before = asleep.write('Before the nap');
		await until(() => asleep.told.has(before), 'it is saved');
		asleep.disconnect();
		await until(() => !asleep.provider.isSynced, 'it sleeps');
		const lastThought = asleep.write('My last thought');
		const ilka = await come(owner);
		for (let i = 0; i < 330; i++) ilka.write(`Meanwhile ${i}`);
		removeObjects(ilka.editContext, ilka.model, [before]);
		await until(() => isSaved(ilka), 'all of it is saved');
		await until(async () => {
			const rows = await server.sql`select 1 from snapshots where document = ${`board/${board}/stage`}`;
			return rows.length === 1;
		}, 'a snapshot was made');
		await server.kill();
		await server.start();
		asleep.connect();
		await until(() => asleep.told.has(lastThought), 'the last thought is saved');
		await converged(ilka, asleep);
		expect(ilka.texts()).toContain('My last thought');
		expect(asleep.model.find(before)).toBeUndefined();
	});
});

describe('two windows of one person', () => {
	it('see the same, and each keeps what it wrote when the other closes', async () => {
		const [one, two] = [await come(editor), await come(editor)];
		const ids = [one.write('From the first'), two.write('From the second')];
		await converged(one, two);
		one.disconnect();
		ids.push(two.write('From the second alone'));
		await until(() => two.told.has(ids[2]!), 'it is saved');
		const third = await come(editor);
		expect(ids.every((id) => third.model.find(id))).toBe(true);
	});
});

describe('clocks that differ', () => {
	it('change neither who is saved nor the order in which things lie', async () => {
		const [ahead, behind] = [await come(owner), await come(editor)];
		ahead.editContext.now = () => Date.now() + 20 * 60_000;
		behind.editContext.now = () => Date.now() - 20 * 60_000;
		const id = ahead.write('Written in the future');
		await until(() => behind.model.find(id) !== undefined, 'the note has come');
		type(behind, id, ', changed in the past', 'end');
		moveObjects(behind.editContext, behind.model, [id], 10, 10);
		const under = ahead.write('First');
		await until(() => behind.model.find(under) !== undefined, 'the first lies there');
		const above = behind.write('Second');
		await converged(ahead, behind);
		expect(ahead.texts()).toContain('Written in the future, changed in the past');
		const stack = (client: TestClient): string[] =>
			client.model
				.onSheet(client.model.find(above)!.sheet)
				.map((object) => object.id)
				.filter((each) => each === under || each === above);
		expect([stack(ahead), stack(behind)]).toEqual([
			[under, above],
			[under, above],
		]);
	});
});
