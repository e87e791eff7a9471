/** Who may do what is decided by the server, whatever a client tries. */
import { once } from 'node:events';
import * as encoding from 'lib0/encoding';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WebSocket } from 'ws';
import * as Y from 'yjs';
import { frame } from '$lib/server/live/frames';
import { connect, socketFor, until } from '../support/client';
import { facilitator, guest, makeBoard, makeLink, type TestPerson, idOf } from '../support/people';
import { run, startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let board: string;

beforeAll(async () => {
	server = await startServer({ demo: true });
	owner = await facilitator(server);
	board = await makeBoard(owner, 'idea-round');
});
afterAll(() => server?.stop());

const KIND = { sync: 0, awareness: 1, auth: 2, broadcast: 6 };

const authFrame = (document: string): Uint8Array =>
	frame(document, KIND.auth, (encoder) => {
		encoding.writeVarUint(encoder, 0);
		encoding.writeVarString(encoder, 'cookie');
	});
const updateFrame = (document: string, update: Uint8Array): Uint8Array =>
	frame(document, KIND.sync, (encoder) => {
		encoding.writeVarUint(encoder, 2);
		encoding.writeVarUint8Array(encoder, update);
	});

/** An update that puts an object of that id on the board. */
function forged(id: string): Uint8Array {
	const doc = new Y.Doc();
	doc.getMap('objects').set(id, new Y.Map([['kind', 'note']]));
	return Y.encodeStateAsUpdate(doc);
}

async function opened(person: TestPerson, document: string): Promise<WebSocket> {
	const socket = socketFor(server, person);
	await once(socket, 'open');
	socket.send(authFrame(document));
	await once(socket, 'message');
	return socket;
}

const logged = async (): Promise<number> =>
	Number((await server.sql`select count(*) from updates where board_id = ${board}`)[0]!['count']);

describe('roles', () => {
	it('drops what a viewer sends, even past the interface', async () => {
		const viewer = await guest(server, (await makeLink(owner, board, 'viewer')).token, 'Onlooker');
		const witness = await connect(server, owner, board);
		const before = await logged();
		const socket = await opened(viewer, `board/${board}/stage`);
		socket.send(updateFrame(`board/${board}/stage`, forged('forged')));
		// The answer to a second, harmless frame tells that the first one was dealt with.
		const note = witness.write('after the forgery');
		await until(() => witness.told.has(note), 'the owner’s note is saved');
		const latecomer = await connect(server, owner, board);
		expect(latecomer.doc.getMap('objects').has('forged')).toBe(false);
		expect(witness.doc.getMap('objects').has('forged')).toBe(false);
		expect(await logged()).toBe(before + 1);
		socket.close();
		witness.destroy();
		latecomer.destroy();
	});

	it('lets an editor write notes but not lead the session', async () => {
		const editor = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Maren');
		const session = await connect(server, editor, board, 'session');
		session.doc.getMap('session').set('running', { step: 'x', startedAt: 0, endsAt: 1 });
		const response = await editor.request('POST', `/api/boards/${board}/session`, { do: 'end' });
		expect(response.status).toBe(403);
		const seen = await connect(server, owner, board, 'session');
		expect(seen.doc.getMap('session').get('running')).toBeUndefined();
		session.destroy();
		seen.destroy();
	});

	it('lets only the owner rename, delete, invite and withdraw', async () => {
		const editor = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Rashid');
		const tries: [string, string, unknown?][] = [
			['PATCH', `/api/boards/${board}`, { title: 'Mine now' }],
			['DELETE', `/api/boards/${board}`],
			['POST', `/api/boards/${board}/links`, { role: 'editor' }],
			['GET', `/api/boards/${board}/links`],
			['POST', '/api/boards', { start: 'blank' }],
		];
		for (const [method, path, body] of tries) {
			expect((await editor.request(method, path, body)).status, `${method} ${path}`).toBe(403);
		}
	});

	it('shows nothing to people who do not belong to the board', async () => {
		const stranger = await facilitator(server, 'Stranger');
		for (const path of ['picture', 'links']) {
			expect((await stranger.request('GET', `/api/boards/${board}/${path}`)).status).toBe(404);
		}
		const export_ = await stranger.request('POST', `/api/boards/${board}/export`, { format: 'csv' });
		expect(export_.status).toBe(404);
		const socket = socketFor(server, stranger);
		await once(socket, 'open');
		socket.send(authFrame(`board/${board}/stage`));
		const [answer] = (await once(socket, 'message')) as [Buffer];
		expect(answer.toString()).toContain('no-access');
		socket.close();
	});
});

describe('the websocket', () => {
	it('refuses people without a session and pages of others', async () => {
		for (const headers of [
			{ origin: server.url },
			{ origin: 'http://elsewhere.example', cookie: owner.cookie },
			{ cookie: owner.cookie },
		]) {
			const socket = new WebSocket(`${server.url.replace('http', 'ws')}/sync`, { headers });
			const [error] = (await once(socket, 'error')) as [Error];
			expect(error.message).toMatch(/40[13]/);
		}
	});

	it('refuses malformed frames and updates, and harms nobody', async () => {
		const witness = await connect(server, owner, board);
		const document = `board/${board}/stage`;
		const before = await logged();
		const bad: Uint8Array[] = [
			Buffer.from('nonsense that is no frame'),
			Buffer.from([]),
			frame(document, 99, () => {}),
			frame(document, KIND.broadcast, (encoder) => encoding.writeVarString(encoder, 'to all')),
			frame('board/../../etc/stage', KIND.sync, () => {}),
			updateFrame(document, Uint8Array.from([7, 7, 7, 255, 255, 255, 255, 255, 255])),
			updateFrame(document, forged('cut').subarray(0, 20)),
			frame(document, KIND.awareness, (encoder) =>
				encoding.writeVarUint8Array(encoder, Uint8Array.from([1, 1, 1, 200])),
			),
		];
		for (const [i, frameBytes] of bad.entries()) {
			const socket = await opened(owner, document);
			const closed = once(socket, 'close');
			socket.send(frameBytes);
			const [code] = (await closed) as [number];
			expect(code, `frame ${i}`).toBe(1003);
		}
		const note = witness.write('still here');
		await until(() => witness.told.has(note), 'others go on');
		expect(witness.closes).toEqual([]);
		expect(await logged()).toBe(before + 1);
		witness.destroy();
	});

	it('ends a connection that floods it before it has opened anything', async () => {
		const socket = socketFor(server, owner);
		await once(socket, 'open');
		const closed = once(socket, 'close');
		for (let i = 0; i < 60; i++) socket.send(updateFrame(`board/${board}/stage`, forged(`flood${i}`)));
		expect((await closed)[0]).toBe(1003);
	});

	it('lets nobody speak in another person’s name', async () => {
		const editor = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Zdenka');
		const witness = await connect(server, owner, board);
		const liar = await connect(server, editor, board);
		const [{ id }] = (await server.sql`select id from people where name = 'Zdenka'`) as unknown as [
			{ id: string },
		];
		const states = (): unknown[] => [...witness.provider.awareness!.getStates().values()];
		liar.provider.awareness!.setLocalState({ person: 'demo-ilka', name: 'Ilka' });
		liar.provider.awareness!.setLocalState({ person: id, name: 'Zdenka', cursor: [1, 2] });
		await until(
			() => states().some((state) => (state as { name?: string })?.name === 'Zdenka'),
			'the true name is heard',
		);
		expect(states().some((state) => (state as { name?: string })?.name === 'Ilka')).toBe(false);
		witness.destroy();
		liar.destroy();
	});
});

describe('nods', () => {
	it('can be given and taken back only in one’s own name', async () => {
		const editor = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Wendelin');
		const ilka = await connect(server, owner, board);
		const wendelin = await connect(server, editor, board);
		const [{ id: me }] = (await server.sql`select id from people where name = 'Wendelin'`) as unknown as [
			{ id: string },
		];
		const [{ id: her }] = (await server.sql`select id from people where name = ${owner.name} and id in
			(select person_id from memberships where board_id = ${board})`) as unknown as [{ id: string }];
		const note = ilka.write('to be approved');
		await until(() => wendelin.model.find(note) !== undefined, 'the note is there');
		ilka.doc.getMap<Y.Map<unknown>>('objects').get(note)!.set(`nod:${her}`, owner.name);
		await until(() => wendelin.model.find(note)!.nods?.length === 1, 'her nod has arrived');
		const map = wendelin.doc.getMap<Y.Map<unknown>>('objects').get(note)!;
		map.set('nod:somebody-else', 'Nele');
		map.delete(`nod:${her}`);
		map.set(`nod:${me}`, 'Wendelin');
		const people = (client: typeof ilka): string =>
			(client.model.find(note)!.nods ?? [])
				.map(({ person }) => person)
				.sort()
				.join();
		const right = [her, me].sort().join();
		await until(
			() => people(ilka) === right && people(wendelin) === right,
			'only true nods are left, for both',
		);
		ilka.destroy();
		wendelin.destroy();
	});
});

describe('links', () => {
	it('stores only a hash of the token', async () => {
		const { token } = await makeLink(owner, board, 'editor');
		const rows = await server.sql`select * from join_links where board_id = ${board}`;
		expect(rows.length).toBeGreaterThan(0);
		expect(JSON.stringify(rows)).not.toContain(token);
	});

	it('can be stopped with those inside staying, and says how many came in by it, whatever became of them', async () => {
		const link = await makeLink(owner, board, 'editor');
		const [femke, piet] = [await guest(server, link.token, 'Femke'), await guest(server, link.token, 'Piet')];
		await owner.request('POST', `/api/boards/${board}/people/${await idOf(owner, board, 'Piet')}`, {
			do: 'change',
			role: 'viewer',
		});
		const listed = async () =>
			(
				(await (await owner.request('GET', `/api/boards/${board}/links`)).json()) as {
					id: string;
					people: number;
				}[]
			).find(({ id }) => id === link.id);
		expect((await listed())?.people).toBe(2);
		const withdrawn = await owner.request('DELETE', `/api/boards/${board}/links/${link.id}?keep=people`);
		expect(withdrawn.status).toBe(200);
		for (const who of [femke, piet])
			expect((await who.request('GET', `/api/boards/${board}/live/stage`)).status).toBe(200);
		await expect(guest(server, link.token, 'Late')).rejects.toThrow(/410|withdrawn/);
	});

	it('ends open connections at once when withdrawn, and lets nobody in any more', async () => {
		const link = await makeLink(owner, board, 'editor');
		const femke = await guest(server, link.token, 'Femke');
		const client = await connect(server, femke, board);
		const ilka = await connect(server, owner, board);
		expect((await owner.request('DELETE', `/api/boards/${board}/links/${link.id}`)).status).toBe(200);
		await until(() => client.closes.includes(4403), 'the connection ends');
		const late = client.write('too late');
		await until(() => client.provider.isAuthenticated === false, 'no way back in');
		await expect(guest(server, link.token, 'Late')).rejects.toThrow(/410|withdrawn/);
		expect((await femke.request('GET', `/api/boards/${board}/picture`)).status).toBe(404);
		expect(ilka.closes).toEqual([]);
		expect(ilka.model.find(late)).toBeUndefined();
		client.destroy();
		ilka.destroy();
	});

	it('says in plain words when a link leads nowhere', async () => {
		const response = await fetch(`${server.url}/join/no-such-token`);
		expect(response.status).toBe(404);
		expect(await response.text()).toContain('This link leads nowhere');
	});
});

describe('the demo', () => {
	it('signs in with one click, and with the right key only', async () => {
		const response = await fetch(`${server.url}/demo/${server.demo.key}`, { redirect: 'manual' });
		expect(response.status).toBe(303);
		const cookie = response.headers.getSetCookie().join();
		expect(cookie).toMatch(/HttpOnly/i);
		expect((await fetch(`${server.url}/demo/${server.demo.key}x`, { redirect: 'manual' })).status).toBe(404);
	});
});

/** Signs in by the form, as a browser does. */
const signIn = (email: string, password: string): Promise<Response> =>
	fetch(`${server.url}/sign-in`, {
		method: 'POST',
		redirect: 'manual',
		headers: {
			origin: server.url,
			'content-type': 'application/x-www-form-urlencoded',
			accept: 'text/html',
		},
		body: new URLSearchParams({ email, password }),
	});

describe('a forgotten password', () => {
	it('is set anew by whoever runs the server, and signs the person out everywhere', async () => {
		const someone = await facilitator(server, 'Forgetful');
		const [row] = await server.sql`select email from people where name = 'Forgetful'`;
		const email = String(row!['email']);
		const env = { DATABASE_URL: server.databaseUrl, WANDTAFEL_SECRET: 'x'.repeat(40) };
		const own = await makeBoard(someone);
		const client = await connect(server, someone, own);
		const { out, code } = await run('build/cli/password.js', [email], env);
		expect(code).toBe(0);
		await until(() => client.closes.length > 0, 'their open connection ends');
		client.destroy();
		const password = / ([a-z0-9]{14})\n$/.exec(out)![1]!;
		expect((await someone.request('POST', '/api/boards', { start: 'blank' })).status).toBe(401);
		expect((await signIn(email, 'a long enough password')).status).toBe(400);
		expect((await signIn(email, password)).status).toBe(303);
		const none = await run('build/cli/password.js', ['nobody@zweite-runde.example'], env);
		expect(none.code).toBe(1);
		expect(none.err).toContain('There is no account for nobody@zweite-runde.example');
	});
});

describe('signing out', () => {
	it('ends the open connections of that session; another session of the same person comes back', async () => {
		const someone = await facilitator(server, 'Twice');
		const own = await makeBoard(someone);
		const [row] = await server.sql`select email from people where name = 'Twice'`;
		const again = await signIn(String(row!['email']), 'a long enough password');
		const cookie = again.headers
			.getSetCookie()
			.map((each) => each.split(';')[0]!)
			.join('; ');
		const [here, there] = [
			await connect(server, someone, own),
			await connect(server, { ...someone, cookie }, own),
		];
		const out = await fetch(`${server.url}/sign-out`, {
			method: 'POST',
			redirect: 'manual',
			headers: { cookie: someone.cookie, origin: server.url },
		});
		expect(out.status).toBe(303);
		await until(() => here.closes.includes(4401), 'the connection ends');
		const socket = socketFor(server, someone);
		const answer = new Promise((resolve) =>
			socket.once('unexpected-response', (_, response) => resolve(response.statusCode)),
		);
		expect(await answer).toBe(401);
		await until(() => there.provider.isSynced && there.closes.length > 0, 'the other session is back');
		const id = there.write('Still here');
		await until(() => there.told.has(id), 'it writes on');
		for (const client of [here, there]) client.destroy();
	});
});
