/** What people say about a board: who may say what, tried by raw clients. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { nanoid } from 'nanoid';
import * as Y from 'yjs';
import type { GivenRole } from '$core/access/roles';
import type { EditContext } from '$core/board/store';
import { answer, beginThread, chatter, resolve, takeAway } from '$core/talk/edits';
import { TalkModel } from '$core/talk/model';
import { remarkKey, talkOf } from '$core/talk/shape';
import { connect, until, type TestClient } from '../support/client';
import { facilitator, idOf, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let board: string;

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
	board = await makeBoard(owner, 'idea-round');
});
afterAll(() => server?.stop());

interface Talker extends TestClient {
	talk: TalkModel;
	voice: EditContext;
}
async function talker(who: TestPerson): Promise<Talker> {
	const client = await connect(server, who, board, 'talk');
	const person = { id: await idOf(owner, board, who.name), name: who.name };
	return {
		...client,
		talk: new TalkModel(client.doc),
		voice: { ...client.editContext, person, newId: () => nanoid(10) },
	};
}
const someone = (role: GivenRole): Promise<TestPerson> => newcomer(server, owner, board, role);
const SPOT = { sheet: 's', at: [0, 0] as [number, number] };
const said = ({ talk }: Talker): string[] =>
	talk.threads.flatMap(({ remarks }) => remarks.map(({ text }) => text));

/** What somebody has of the document. */
const has = ({ doc }: Talker): string =>
	JSON.stringify([...Y.decodeStateVector(Y.encodeStateVector(doc))].sort(([a], [b]) => a - b));

describe('talk', () => {
	it('reaches everybody from commenters, who change nothing on the board', async () => {
		const who = await someone('commenter');
		const [one, ilka] = [await talker(who), await talker(owner)];
		const stage = await connect(server, who, board);
		const id = beginThread(one.voice, SPOT, 'May I ask something?');
		await until(() => ilka.talk.find(id)?.number !== undefined, 'the thread has come, with a number');
		answer(ilka.voice, id, 'Please do');
		await until(() => said(one).includes('Please do'), 'the answer has come');
		resolve(one.voice, id, true);
		await until(() => ilka.talk.find(id)?.resolved !== undefined, 'it is resolved');
		chatter(one.voice, 'Hello all');
		await until(() => ilka.talk.chat.some(({ text }) => text === 'Hello all'), 'the line has come');
		const objects = stage.model.objects.size;
		stage.write('Not by me');
		expect(ilka.model.objects.size).toBe(0);
		const anew = await connect(server, owner, board);
		expect(anew.model.objects.size).toBe(objects);
		for (const client of [one, ilka, stage, anew]) client.destroy();
	});

	it('is kept: whoever comes later reads it', async () => {
		const one = await talker(await someone('commenter'));
		beginThread(one.voice, SPOT, 'For later');
		await until(() => one.provider.unsyncedChanges === 0, 'it is saved');
		one.destroy();
		const later = await talker(await someone('viewer'));
		expect(said(later)).toContain('For later');
		later.destroy();
	});

	it('is read by onlookers, who say nothing', async () => {
		const [looks, ilka] = [await talker(await someone('viewer')), await talker(owner)];
		beginThread(looks.voice, SPOT, 'From an onlooker');
		chatter(looks.voice, 'From an onlooker');
		beginThread(ilka.voice, SPOT, 'After that');
		await until(() => said(looks).includes('After that'), 'what came after it has come');
		expect(said(ilka)).not.toContain('From an onlooker');
		expect(ilka.talk.chat.map(({ text }) => text)).not.toContain('From an onlooker');
		looks.destroy();
		ilka.destroy();
	});

	it('stops for all but those who lead while everybody watches, and what was written comes after', async () => {
		const [one, ilka] = [await talker(await someone('commenter')), await talker(owner)];
		await owner.request('PATCH', `/api/boards/${board}/policy`, { watching: true });
		chatter(one.voice, 'While watching');
		beginThread(ilka.voice, SPOT, 'I explain');
		await until(() => said(one).includes('I explain'), 'who leads goes on');
		expect(ilka.talk.chat.map(({ text }) => text)).not.toContain('While watching');
		await owner.request('PATCH', `/api/boards/${board}/policy`, { watching: false });
		one.provider.forceSync();
		await until(() => ilka.talk.chat.some(({ text }) => text === 'While watching'), 'it has come then');
		one.destroy();
		ilka.destroy();
	});

	it('is nobody’s but the speaker’s: what is said for another, or changed of another, is taken back', async () => {
		const [one, two, ilka] = [
			await talker(await someone('commenter')),
			await talker(await someone('editor')),
			await talker(owner),
		];
		const id = beginThread(one.voice, SPOT, 'My words');
		await until(() => two.talk.find(id) !== undefined, 'the thread has come');
		const [mine] = two.talk.find(id)!.remarks;
		answer({ ...two.voice, person: one.voice.person }, id, 'Not my words');
		await until(() => !said(two).includes('Not my words'), 'words for another are taken back');
		two.doc.transact(() =>
			talkOf(two.doc).set(remarkKey(id, mine!.id), { by: mine!.by, made: mine!.made, text: 'Changed' }),
		);
		await until(() => said(two).includes('My words'), 'changed words are put back');
		takeAway(two.voice, two.talk.find(id)!, mine!.id);
		await until(() => said(two).includes('My words'), 'words taken away are put back');
		// What was put back is new: who leads has to have it before it can be taken away.
		await until(() => has(ilka) === has(two), 'who leads has it too');
		takeAway(ilka.voice, ilka.talk.find(id)!, mine!.id);
		await until(() => !said(one).includes('My words'), 'who leads may take words away');
		for (const client of [one, two, ilka]) client.destroy();
	});

	it('gives two threads that are begun at once two numbers', async () => {
		const [one, two] = [await talker(await someone('editor')), await talker(await someone('editor'))];
		const ids = [beginThread(one.voice, SPOT, 'At once'), beginThread(two.voice, SPOT, 'At once too')];
		await until(() => ids.every((id) => one.talk.find(id)?.number), 'both have numbers');
		expect(one.talk.find(ids[0]!)!.number).not.toBe(one.talk.find(ids[1]!)!.number);
		one.destroy();
		two.destroy();
	});
});

describe('what is said in passing', () => {
	/** What somebody tells about themselves, as another hears it. */
	const heard = (by: TestClient, from: TestClient): Record<string, unknown> =>
		(by.provider.awareness!.getStates().get(from.doc.clientID) ?? {}) as Record<string, unknown>;

	it('is heard from those who may talk, and from nobody else', async () => {
		const [speaks, looks] = [await someone('commenter'), await someone('viewer')];
		const clients = [
			await connect(server, owner, board),
			await connect(server, speaks, board),
			await connect(server, looks, board),
		] as const;
		const [ilka, one, two] = clients;
		const tell = async (client: TestClient, who: TestPerson, cursor: [number, number]): Promise<void> => {
			const person = await idOf(owner, board, who.name);
			const said = { aside: 'Psst', sign: { is: 'agree', count: cursor[0] } };
			client.provider.awareness!.setLocalState({ person, name: who.name, cursor, ...said });
			await until(() => String(heard(ilka, client)['cursor']) === String(cursor), 'the pointer is seen');
		};
		await tell(one, speaks, [1, 1]);
		expect(heard(ilka, one)).toMatchObject({ aside: 'Psst', sign: { is: 'agree' } });
		await tell(two, looks, [2, 2]);
		expect(heard(ilka, two)).not.toHaveProperty('aside');
		expect(heard(ilka, two)).not.toHaveProperty('sign');
		await owner.request('PATCH', `/api/boards/${board}/policy`, { watching: true });
		await tell(one, speaks, [3, 3]);
		expect(heard(ilka, one)).not.toHaveProperty('aside');
		await owner.request('PATCH', `/api/boards/${board}/policy`, { watching: false });
		for (const client of clients) client.destroy();
	});

	it('is heard from the first frames of a connection on', async () => {
		const who = await someone('editor');
		const person = await idOf(owner, board, who.name);
		const ilka = await connect(server, owner, board);
		const presence = { person, name: who.name, aside: 'Good morning' };
		const one = await connect(server, who, board, 'stage', 'cookie', presence);
		await until(() => heard(ilka, one)['person'] === person, 'they are seen');
		expect(heard(ilka, one)).toMatchObject({ aside: 'Good morning' });
		ilka.destroy();
		one.destroy();
	});

	it('signs come no faster than the eye takes them in', async () => {
		const who = await someone('editor');
		const person = await idOf(owner, board, who.name);
		const [ilka, one] = [await connect(server, owner, board), await connect(server, who, board)];
		let shown = 0;
		ilka.provider.awareness!.on('change', () => {
			if (heard(ilka, one)['sign']) shown++;
		});
		for (let count = 1; count <= 30; count++)
			one.provider.awareness!.setLocalState({ person, name: who.name, sign: { is: 'agree', count } });
		// As in our own client, the last sign stays in what is told.
		one.provider.awareness!.setLocalState({
			person,
			name: who.name,
			cursor: [9, 9],
			sign: { is: 'agree', count: 30 },
		});
		await until(() => heard(ilka, one)['cursor'] !== undefined, 'all of it has come');
		expect(shown).toBeGreaterThan(0);
		expect(shown).toBeLessThan(8);
		ilka.destroy();
		one.destroy();
	});
});

describe('a call', () => {
	it('reaches everybody who has the board open', async () => {
		const one = await connect(server, await someone('viewer'), board);
		const words: { is?: string }[] = [];
		one.provider.on('stateless', ({ payload }: { payload: string }) => words.push(JSON.parse(payload)));
		const order = { do: 'call', sheet: 'any', view: [1, 2, 30, 40] };
		expect((await owner.request('POST', `/api/boards/${board}/call`, order)).status).toBe(200);
		// Other words may come before: that somebody has come in, for one.
		await until(() => words.some(({ is }) => is === 'call'), 'the call has come');
		const heard = {
			is: 'call',
			id: expect.any(String) as string,
			by: { id: await idOf(owner, board, 'Ilka'), name: 'Ilka' },
			sheet: 'any',
			view: [1, 2, 30, 40],
		};
		expect(words).toContainEqual(heard);
		one.destroy();
	});

	it('holds for a while for whoever was not connected just then', async () => {
		const one = await connect(server, await someone('viewer'), board);
		const words: { is?: string; sheet?: string }[] = [];
		one.provider.on('stateless', ({ payload }: { payload: string }) => words.push(JSON.parse(payload)));
		const socket = one.provider.configuration.websocketProvider;
		socket.disconnect();
		await until(() => socket.status === 'disconnected', 'the connection is broken off');
		const order = { do: 'call', sheet: 'elsewhere', view: [1, 2, 30, 40] };
		expect((await owner.request('POST', `/api/boards/${board}/call`, order)).status).toBe(200);
		void socket.connect();
		const isHeard = (): boolean => words.some(({ is, sheet }) => is === 'call' && sheet === 'elsewhere');
		await until(isHeard, 'the call is told to who comes back');
		one.destroy();
	});

	it('is a place on a sheet, or is refused', async () => {
		for (const order of [{ do: 'call' }, { do: 'call', sheet: 's', view: [0, 0, -1, 1] }, { do: 'shout' }])
			expect((await owner.request('POST', `/api/boards/${board}/call`, order)).status).toBe(400);
	});
});
