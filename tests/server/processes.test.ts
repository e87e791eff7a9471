/** Two servers, one database, one Redis: the same board is worked on through both. */
import { readSession } from '$core/meeting/runsheet';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { objectsOf } from '$core/board/document';
import { addObject } from '$core/board/ops/edits';
import { guessPlacement } from '$core/board/ops/gather';
import { overlaps } from '$core/geometry/box';
import { plainText } from '$core/text/rich';
import { beginThread } from '$core/talk/edits';
import { TalkModel } from '$core/talk/model';
import { connect, saved, until, type TestClient } from '../support/client';
import { startBalancer } from '../support/balancer';
import { facilitator, idOf, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startRedis, type TestRedis } from '../support/redis';
import { startServer, type TestServer } from '../support/server';

let redis: TestRedis;
let one: TestServer;
let two: TestServer;
let owner: TestPerson;
let board: string;
let open: TestClient[] = [];

beforeAll(async () => {
	redis = await startRedis();
	const env = { REDIS_URL: redis.url, WANDTAFEL_KEEP_OPEN: '0' };
	one = await startServer({ env });
	two = await startServer({ env, like: one });
	owner = await facilitator(one, 'Ilka');
	board = await makeBoard(owner, 'idea-round');
});
afterAll(async () => {
	await two?.stop();
	await one?.stop();
	await redis?.stop();
});
afterEach(() => {
	for (const client of open) client.destroy();
	open = [];
});
const through = async (server: TestServer, who: TestPerson, layer = 'stage'): Promise<TestClient> => {
	const client = await connect(server, who, board, layer);
	open.push(client);
	return client;
};
const has = (client: TestClient, text: string): Promise<void> =>
	until(() => client.texts().includes(text), `${text} has come`);
const someone = (role: 'editor' | 'viewer' | 'commenter' = 'editor'): Promise<TestPerson> =>
	newcomer(one, owner, board, role);

describe('edits', () => {
	it('go both ways, and are saved whichever server took them', async () => {
		const maren = await someone();
		const [ilka, other] = [await through(one, owner), await through(two, maren)];
		const [a, b] = [ilka.write('Through the first'), other.write('Through the second')];
		await has(other, 'Through the first');
		await has(ilka, 'Through the second');
		await until(() => ilka.told.has(a) && other.told.has(b), 'both are told as saved');
		const rows =
			await one.sql`select person_id from updates where document = ${`board/${board}/stage`} and person_id is not null`;
		expect(new Set(rows.map((row) => String(row['person_id']))).size).toBe(2);
		// Nobody logs what another server has logged already.
		const count = async (): Promise<number> =>
			Number((await one.sql`select count(*) from updates`)[0]!['count']);
		const before = await count();
		ilka.write('Once only');
		await has(other, 'Once only');
		await saved(ilka);
		expect(await count()).toBe(before + 1);
	});

	it('of many at once lose nothing, and everybody sees the same', async () => {
		const people = await Promise.all(Array.from({ length: 4 }, () => someone()));
		const clients = await Promise.all(people.map((who, i) => through(i % 2 ? two : one, who)));
		for (let i = 0; i < 40; i++) clients.forEach((client, who) => client.write(`${who} writes ${i}`));
		await Promise.all(clients.map(saved));
		for (const client of clients)
			await until(
				() => client.texts().filter((text) => / writes /.test(text)).length === 160,
				'all is there',
			);
		const [first, ...others] = clients.map(({ doc }) => objectsOf(doc).toJSON());
		for (const each of others) expect(each).toEqual(first);
		const anew = await through(two, owner);
		expect(objectsOf(anew.doc).toJSON()).toEqual(first);
		// Numbers in the log rise in the order of commits: a snapshot of one server misses nothing of the other.
		const numbers =
			await one.sql`select id, at from updates where document = ${`board/${board}/stage`} order by id`;
		const times = numbers.map((row) => (row['at'] as Date).getTime());
		expect(times).toEqual(times.toSorted((a, b) => a - b));
	});

	it('that the servers themselves make are made once: numbers of comments, places of notes from the writing line', async () => {
		const [a, b] = [await someone('commenter'), await someone('commenter')];
		const talkers = await Promise.all([through(one, a, 'talk'), through(two, b, 'talk')]);
		const talks = talkers.map(({ doc }) => new TalkModel(doc));
		for (const [i, who] of [a, b].entries()) {
			const id = await idOf(owner, board, who.name);
			talkers[i]!.editContext.person = { id, name: who.name };
		}
		for (let i = 0; i < 10; i++)
			for (const client of talkers)
				beginThread(client.editContext, { sheet: 's', at: [i, 0] }, `Thread ${i}`);
		for (const talk of talks)
			await until(
				() => talk.threads.length === 20 && talk.threads.every(({ number }) => number !== undefined),
				'all have numbers',
			);
		for (const talk of talks) expect(new Set(talk.threads.map(({ number }) => number)).size).toBe(20);

		const [c, d] = [await someone(), await someone()];
		const writers = [await through(one, c), await through(two, d)];
		const field = [...writers[0]!.model.objects.values()].find(({ kind }) => kind === 'field')!;
		for (let i = 0; i < 8; i++)
			for (const { editContext, model } of writers)
				addObject(editContext, model, {
					kind: 'note',
					sheet: field.sheet,
					box: guessPlacement(model, field),
					style: { form: 'card', pigment: 'ochre' },
					text: 'Landed',
					landing: field.id,
				});
		const landed = ({ model }: TestClient) =>
			[...model.objects.values()].filter(({ text }) => plainText(text) === 'Landed');
		for (const client of writers)
			await until(
				() => landed(client).length === 16 && landed(client).every(({ landing }) => !landing),
				'all have places',
			);
		const boxes = landed(writers[0]!).map(({ box: [x, y, w, h] }) => ({ x, y, w, h }));
		boxes.forEach((box, i) =>
			boxes.slice(i + 1).forEach((other) => expect(overlaps(box, other)).toBe(false)),
		);
	});
});

describe('what is not in documents', () => {
	it('who is there, and where, is seen through both servers; who goes is gone', async () => {
		const maren = await someone();
		const ilka = await through(one, owner);
		const name = (who: TestPerson) => ({ person: '', name: who.name });
		ilka.provider.setAwarenessField('person', await idOf(owner, board, 'Ilka'));
		ilka.provider.setAwarenessField('name', 'Ilka');
		const other = await through(two, maren);
		const seen = (client: TestClient): string[] =>
			[...client.provider.awareness!.getStates().values()].map((state) => String(state['name']));
		await until(() => seen(other).includes('Ilka'), 'who was there before is seen');
		other.provider.awareness!.setLocalState({ ...name(maren), person: await idOf(owner, board, maren.name) });
		await until(() => seen(ilka).includes(maren.name), 'who came later is seen');
		other.destroy();
		await until(() => !seen(ilka).includes(maren.name), 'who went is gone');
	});

	it('rights, closing and sending out take effect on the other server at once; calls reach everybody', async () => {
		const maren = await someone();
		const [ilka, other] = [await through(one, owner), await through(two, maren)];
		const heard: string[] = [];
		other.provider.on('stateless', ({ payload }: { payload: string }) => heard.push(payload));
		const path = `/api/boards/${board}`;
		await owner.request('POST', `${path}/call`, { do: 'call', sheet: 's', view: [0, 0, 100, 100] });
		await until(() => heard.some((word) => word.includes('"call"')), 'the call has come');
		await owner.request('POST', `${path}/people/${await idOf(owner, board, maren.name)}`, {
			do: 'change',
			role: 'viewer',
		});
		await until(() => heard.some((word) => word.includes('"viewer"')), 'the part has changed');
		other.write('Not allowed any more');
		ilka.write('After that');
		await has(other, 'After that');
		expect(ilka.texts()).not.toContain('Not allowed any more');
		await owner.request('PATCH', `${path}/policy`, { closed: true });
		await until(() => other.closes.includes(4423), 'the room is closed');
		await owner.request('PATCH', `${path}/policy`, { closed: false });
		const rosa = await someone();
		const guest = await through(two, rosa);
		const whom = await idOf(owner, board, rosa.name);
		await owner.request('POST', `${path}/people/${whom}`, { do: 'send out', ban: false });
		await until(() => guest.closes.includes(4403), 'sent out');
	});

	it('a step that is started through one server runs on the other', async () => {
		const session = await through(two, await someone(), 'session');
		const { steps } = readSession(session.doc);
		await owner.request('POST', `/api/boards/${board}/session`, { do: 'start', step: steps[3]!.id });
		await until(() => readSession(session.doc).running?.step === steps[3]!.id, 'the step runs');
	});

	it('a board that is deleted through one server ends on the other', async () => {
		const id = await makeBoard(owner);
		const maren = await newcomer(one, owner, id, 'editor');
		const other = await connect(two, maren, id);
		open.push(other);
		await owner.request('DELETE', `/api/boards/${id}`);
		await until(() => other.closes.includes(4403), 'the connection ended');
	});

	it('guesses are counted together', async () => {
		const guess = (server: TestServer): Promise<Response> =>
			fetch(`${server.url}/join`, {
				method: 'POST',
				headers: {
					origin: server.url,
					'content-type': 'application/x-www-form-urlencoded',
					accept: 'text/html',
				},
				body: new URLSearchParams({ code: 'AAAAAAA' }),
			});
		let last = '';
		for (let i = 0; i < 24; i++) last = await (await guess(i % 2 ? one : two)).text();
		expect(last).toContain('Too many tries');
	});
});

describe('when something goes', () => {
	it('a server that is killed: its people go on through the other, and everything told as saved is there', async () => {
		const balancer = await startBalancer(one.port);
		const front = { ...one, url: balancer.url, port: balancer.port };
		const maren = await someone();
		const moving = await through(front, maren);
		const ilka = await through(two, owner);
		for (let i = 0; i < 25; i++) moving.write(`Before ${i}`);
		// In the middle of it.
		moving.write('In the last moment');
		balancer.to(two.port);
		await one.kill();
		const told = new Set(moving.told);
		for (let i = 0; i < 5; i++) moving.write(`Meanwhile ${i}`);
		await until(
			() => moving.provider.isSynced && !moving.provider.hasUnsyncedChanges,
			'all is saved through the other',
		);
		await has(ilka, 'Meanwhile 4');
		await has(ilka, 'In the last moment');
		const anew = await through(two, owner);
		for (const id of told) expect(anew.model.find(id)).toBeDefined();
		expect(anew.texts().filter((text) => /^(Before|Meanwhile|In the last)/.test(text))).toHaveLength(31);
		await one.start();
		const back = await through(one, owner);
		expect(objectsOf(back.doc).toJSON()).toEqual(objectsOf(anew.doc).toJSON());
		await balancer.close();
	});

	it('Redis: each server goes on by itself, saves, and they meet again when it is back', async () => {
		const maren = await someone();
		const [ilka, other] = [await through(one, owner), await through(two, maren)];
		await redis.stop();
		const [a, b] = [ilka.write('Alone on the first'), other.write('Alone on the second')];
		await until(() => ilka.told.has(a) && other.told.has(b), 'both are saved');
		expect((await fetch(`${one.url}/ready`)).status).toBe(200);
		await until(
			async () => (await (await fetch(`${one.url}/ready`)).text()).includes('alone'),
			'it says that it is alone',
		);
		await redis.start();
		await has(other, 'Alone on the first');
		await has(ilka, 'Alone on the second');
		await until(
			() => two.log().includes('the line to the other servers is cut'),
			'the log says what was wrong',
		);
	});
});
