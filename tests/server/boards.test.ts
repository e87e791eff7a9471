/** The routes of boards, sessions, themes and exports, on a real database. */
import Papa from 'papaparse';
import sharp from 'sharp';
import * as Y from 'yjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { objectsOf } from '$core/board/document';
import { addObject } from '$core/board/ops/edits';
import { guessPlacement } from '$core/board/ops/gather';
import { readSession } from '$core/meeting/runsheet';
import { overlaps } from '$core/geometry/box';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, guest, makeBoard, makeLink, type TestPerson } from '../support/people';
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

describe('boards', () => {
	it('can be renamed, deleted and brought back', async () => {
		const id = await makeBoard(owner);
		expect((await owner.request('PATCH', `/api/boards/${id}`, { title: '  Tool library  ' })).status).toBe(
			200,
		);
		const client = await connect(server, owner, id, 'session');
		expect(client.doc.getMap('session').get('title')).toBe('Tool library');
		expect((await owner.request('DELETE', `/api/boards/${id}`)).status).toBe(200);
		await until(() => client.closes.includes(4403), 'open connections end');
		expect((await owner.request('GET', `/api/boards/${id}/picture`)).status).toBe(404);
		expect((await owner.request('POST', `/api/boards/${id}`, { do: 'restore' })).status).toBe(200);
		expect((await owner.request('GET', `/api/boards/${id}/picture`)).status).toBe(200);
		client.destroy();
	});

	it('are listed with their pictures, made when they change', async () => {
		const id = await makeBoard(owner);
		const client = await connect(server, owner, id);
		const shown = async (): Promise<Buffer | undefined> => {
			const page = await (await owner.request('GET', '/')).text();
			const found = page.split(id).find((part) => part.includes('data:image/webp;base64,'));
			const data = found && /data:image\/webp;base64,([A-Za-z0-9+/=]+)/.exec(found)?.[1];
			return data === undefined ? undefined : Buffer.from(data, 'base64');
		};
		const rowsOf = () => server.sql`select made_at, data from board_pictures where board_id = ${id}`;
		client.write('Seen in the list');
		await saved(client);
		await until(async () => (await rowsOf()).length === 1, 'its picture is made');
		await until(async () => (await shown()) !== undefined, 'it is sent with the page');
		expect((await sharp(await shown()).metadata()).width).toBe(560);
		const asked = await owner.request('GET', `/api/boards/${id}/picture`);
		expect(asked.headers.get('content-type')).toBe('image/webp');
		// Nobody has to wait for one that is missing: the address makes it.
		await server.sql`delete from board_pictures where board_id = ${id}`;
		expect((await owner.request('GET', `/api/boards/${id}/picture?at=${Date.now()}`)).status).toBe(200);
		expect(await rowsOf()).toHaveLength(1);
		client.destroy();
	});

	it('of thousands of notes have their pictures drawn in a process of its own', async () => {
		const id = await makeBoard(owner);
		const client = await connect(server, owner, id);
		client.doc.transact(() => {
			for (let i = 0; i < 2100; i++) client.write(`Note ${i}`);
		});
		await saved(client);
		const asked = await owner.request('GET', `/api/boards/${id}/picture?at=${Date.now()}`);
		expect(asked.status).toBe(200);
		expect((await sharp(Buffer.from(await asked.arrayBuffer())).metadata()).format).toBe('webp');
		client.destroy();
	});

	it('are copied with all that lies on them, and with nobody and nothing else', async () => {
		const id = await makeBoard(owner, 'idea-round');
		const client = await connect(server, owner, id);
		const note = client.write('On both of them');
		await until(() => client.told.has(note), 'it is saved');
		const helper = await facilitator(server, 'Helper');
		const { token } = await makeLink(owner, id, 'viewer');
		expect((await helper.request('POST', `/api/boards/${id}/copy`)).status).toBe(404);
		expect((await helper.request('GET', `/join/${token}`)).status).toBe(200);
		const response = await owner.request('POST', `/api/boards/${id}/copy`);
		expect(response.status).toBe(201);
		const { id: copyId } = (await response.json()) as { id: string };
		const copy = await connect(server, owner, copyId);
		expect(copy.texts().sort()).toEqual(client.texts().sort());
		const session = await connect(server, owner, copyId, 'session');
		expect(readSession(session.doc).steps).toHaveLength(6);
		copy.write('Only on the copy');
		expect(client.texts()).not.toContain('Only on the copy');
		const list = await (await owner.request('GET', `/api/boards/${copyId}/people`)).json();
		expect((list as { members: unknown[] }).members).toHaveLength(1);
		for (const each of [client, copy, session]) each.destroy();
	});

	it('are copied by those only who may take them out', async () => {
		const { token } = await makeLink(owner, board, 'viewer');
		const looks = await guest(server, token, 'Looks');
		expect((await looks.request('POST', `/api/boards/${board}/copy`)).status).toBe(403);
	});

	it('are starred by each for themselves', async () => {
		const { token } = await makeLink(owner, board, 'viewer');
		const looks = await guest(server, token, 'Stargazer');
		const order = { do: 'star', starred: true };
		expect((await looks.request('POST', `/api/boards/${board}`, order)).status).toBe(200);
		const rows =
			await server.sql`select p.name from memberships s join people p on p.id = s.person_id where s.starred`;
		expect(rows.map(({ name }) => name as string)).toEqual(['Stargazer']);
		const stranger = await facilitator(server, 'Stranger');
		expect((await stranger.request('POST', `/api/boards/${board}`, order)).status).toBe(404);
	});

	it('stay in the bin for thirty days, and are gone then', async () => {
		const [old, young] = [await makeBoard(owner), await makeBoard(owner)];
		for (const id of [old, young]) await owner.request('DELETE', `/api/boards/${id}`);
		await server.sql`update boards set deleted_at = now() - interval '31 days' where id = ${old}`;
		await server.sql`update boards set deleted_at = now() - interval '29 days' where id = ${young}`;
		await server.end();
		await server.start();
		const left = async (): Promise<string[]> =>
			(await server.sql`select id from boards where id in ${server.sql([old, young])}`).map(
				({ id }) => id as string,
			);
		await until(async () => (await left()).length === 1, 'the old one is gone');
		expect(await left()).toEqual([young]);
		expect((await owner.request('POST', `/api/boards/${old}`, { do: 'restore' })).status).toBe(404);
		expect((await owner.request('POST', `/api/boards/${young}`, { do: 'restore' })).status).toBe(200);
	});

	it.each([
		['PATCH', '', { title: '' }],
		['PATCH', '', { title: 'x'.repeat(500) }],
		['POST', '/links', { role: 'owner' }],
		['POST', '/session', { do: 'start' }],
		['POST', '/export', { format: 'exe' }],
		['POST', '/themes', { noteIds: ['one'] }],
	])('refuses a bad request in words: %s %s %j', async (method, path, body) => {
		const response = await owner.request(method, `/api/boards/${board}${path}`, body);
		expect(response.status).toBe(400);
		expect(((await response.json()) as { message: string }).message.length).toBeGreaterThan(8);
	});

	it('answers broken JSON with a sentence', async () => {
		const response = await fetch(`${server.url}/api/boards`, {
			method: 'POST',
			headers: { cookie: owner.cookie, origin: server.url, 'content-type': 'application/json' },
			body: '{"start":',
		});
		expect(response.status).toBe(400);
		expect(await response.json()).toEqual({ message: 'The request could not be read.' });
	});
});

describe('a live document as one piece', () => {
	const contentOf = async (person: TestPerson, path: string): Promise<Y.Doc> => {
		const response = await person.request('GET', path);
		expect(response.status).toBe(200);
		const doc = new Y.Doc();
		Y.applyUpdateV2(doc, new Uint8Array(await response.arrayBuffer()));
		return doc;
	};

	it('is what everybody sees, and the sync that follows brings what came since', async () => {
		const id = await makeBoard(owner, 'idea-round');
		const first = await contentOf(owner, `/api/boards/${id}/live/stage`);
		const client = await connect(server, owner, id);
		expect(objectsOf(first).toJSON()).toEqual(objectsOf(client.doc).toJSON());
		const note = addObject(client.editContext, client.model, {
			kind: 'note',
			sheet: client.model.sheets[0]!.id,
			box: [0, 0, 160, 100, 0],
			style: { form: 'card', pigment: 'moss' },
			text: 'After the first one',
		});
		await until(async () => {
			const doc = await contentOf(owner, `/api/boards/${id}/live/stage`);
			return objectsOf(doc).has(note);
		}, 'what changed is in it a few seconds later');
		client.destroy();
	});

	it('is for those who may enter only, and only of documents that exist', async () => {
		const stranger = await facilitator(server, 'Stranger');
		expect((await stranger.request('GET', `/api/boards/${board}/live/stage`)).status).toBe(404);
		expect((await owner.request('GET', `/api/boards/${board}/live/ballots`)).status).toBe(404);
		const { token } = await makeLink(owner, board, 'viewer');
		const onlooker = await guest(server, token, 'Onlooker');
		expect((await onlooker.request('GET', `/api/boards/${board}/live/session`)).status).toBe(200);
	});
});

describe('the session', () => {
	it('starts steps with the server’s time, the same for everybody', async () => {
		const session = await connect(server, owner, board, 'session');
		const steps = readSession(session.doc).steps;
		expect(steps.map((step) => step.kind)).toEqual(['welcome', 'gather', 'read', 'sort', 'vote', 'wrap-up']);
		const before = Date.now();
		await owner.request('POST', `/api/boards/${board}/session`, { do: 'start', step: steps[3]!.id });
		await until(() => readSession(session.doc).running !== undefined, 'the step runs');
		const { running } = readSession(session.doc);
		expect(running!.startedAt).toBeGreaterThanOrEqual(before);
		expect(running!.startedAt).toBeLessThanOrEqual(Date.now());
		await owner.request('POST', `/api/boards/${board}/session`, { do: 'add', minutes: 1 });
		await until(() => readSession(session.doc).running!.endsAt > running!.endsAt, 'time is added');
		expect(
			(await owner.request('POST', `/api/boards/${board}/session`, { do: 'start', step: 'gone' })).status,
		).toBe(409);
		session.destroy();
	});
});

describe('gathering', () => {
	it('gives thirty people who press Enter at once thirty places of their own', async () => {
		const { token } = await makeLink(owner, board, 'editor');
		const clients: TestClient[] = [];
		for (let i = 0; i < 30; i++)
			clients.push(await connect(server, await guest(server, token, `Person${i}`), board));
		const field = [...clients[0]!.model.objects.values()].find((object) => object.kind === 'field')!;
		const ids = clients.map((client, i) =>
			addObject(client.editContext, client.model, {
				kind: 'note',
				sheet: field.sheet,
				box: guessPlacement(client.model, client.model.find(field.id)!),
				style: { form: 'card', pigment: 'moss' },
				text: i === 4 ? 'A whole story of a lamp. '.repeat(30) : `idea ${i}`,
				landing: field.id,
			}),
		);
		await until(
			() =>
				clients.every((client) =>
					ids.every((id) => client.model.find(id) && !client.model.find(id)!.landing),
				),
			'every note is placed on every screen',
		);
		const boxes = ids.map((id) => clients[7]!.model.find(id)!.box).map(([x, y, w, h]) => ({ x, y, w, h }));
		for (const [i, a] of boxes.entries())
			for (const b of boxes.slice(i + 1)) expect(overlaps(a, b)).toBe(false);
		// A long text has a note in which it can be read.
		const { h: usual } = boxes[3]!;
		expect(boxes[4]!.h).toBeGreaterThan(2 * usual);
		const grown = clients[3]!.model.find(field.id)!.box;
		for (const box of boxes) {
			expect(box.x).toBeGreaterThanOrEqual(grown[0]);
			expect(box.y + box.h).toBeLessThanOrEqual(grown[1] + grown[3]);
		}
		for (const client of clients) client.destroy();
	});
});

describe('themes', () => {
	it('are proposed for the notes of a field, and move nothing', async () => {
		const cookie = await demoCookie();
		const ilka: TestPerson = {
			...owner,
			cookie,
			request: (method, path, body) => request(cookie, method, path, body),
		};
		const client = await connect(server, ilka, 'season-planning');
		const field = [...client.model.objects.values()].find((object) => object.kind === 'field')!;
		const noteIds = client.model.contentsOf(field);
		const before = noteIds.map((id) => client.model.find(id)!.box);
		const response = await ilka.request('POST', '/api/boards/season-planning/themes', { noteIds });
		const proposal = (await response.json()) as {
			themes: { name: string; noteIds: string[] }[];
			left: string[];
			meaning: boolean;
		};
		expect(proposal.meaning).toBe(true);
		expect(proposal.themes.length).toBeGreaterThan(2);
		const all = [...proposal.themes.flatMap((theme) => theme.noteIds), ...proposal.left];
		expect(all.sort()).toEqual([...noteIds].sort());
		expect(new Set(proposal.themes.map((theme) => theme.name)).size).toBe(proposal.themes.length);
		expect(noteIds.map((id) => client.model.find(id)!.box)).toEqual(before);
		const [{ count }] = (await server.sql`select count(*) from vectors`) as unknown as [{ count: string }];
		expect(Number(count)).toBeGreaterThanOrEqual(20);
		client.destroy();
	});
});

describe('taking out', () => {
	const take = async (cookie: string, order: object): Promise<Response> =>
		request(cookie, 'POST', '/api/boards/season-planning/export', order);

	it('gives pictures and data of the board, with a name', async () => {
		const cookie = await demoCookie();
		const png = await take(cookie, { format: 'png', scale: 1 });
		expect(png.headers.get('content-disposition')).toContain("filename*=UTF-8''Season%20planning.png");
		const bytes = Buffer.from(await png.arrayBuffer());
		expect(bytes.subarray(1, 4).toString()).toBe('PNG');
		const twice = Buffer.from(await (await take(cookie, { format: 'png', scale: 2 })).arrayBuffer());
		expect(twice.readUInt32BE(16)).toBe(bytes.readUInt32BE(16) * 2);
		const svg = await (await take(cookie, { format: 'svg' })).text();
		expect(svg).toContain('Queue at the door');
		expect(svg).toContain('@font-face');
		const csv = await (await take(cookie, { format: 'csv' })).text();
		const rows = Papa.parse<Record<string, string>>(csv.slice(1), {
			header: true,
			skipEmptyLines: true,
		}).data;
		const notes = rows.filter((row) => row['kind'] === 'note');
		expect(notes.length).toBeGreaterThan(70);
		expect(new Set(notes.map((row) => row['author'])).size).toBe(8);
		expect(new Set(rows.map((row) => row['sheet'])).size).toBe(4);
	});

	it('gives only the selection when asked, says why when there is nothing, and fits what is too large', async () => {
		const cookie = await demoCookie();
		const nothing = await take(cookie, { format: 'png', ids: ['gone'] });
		expect(nothing.status).toBe(409);
		expect(((await nothing.json()) as { message: string }).message).toContain('nothing on this sheet');
		const large = await take(cookie, { format: 'png', scale: 8 });
		expect(large.status).toBe(200);
		// As large as a picture may become, and it says how large that is.
		expect(Number(large.headers.get('x-scale'))).toBeLessThan(8);
		expect(Number(large.headers.get('x-scale'))).toBeGreaterThan(1);
		const header = Buffer.from(await large.arrayBuffer()).subarray(0, 24);
		const longest = Math.max(header.readUInt32BE(16), header.readUInt32BE(20));
		expect(longest).toBeLessThanOrEqual(16_000);
		expect(longest).toBeGreaterThan(15_900);
	});

	it('does the same from the shell', async () => {
		const env = { DATABASE_URL: server.databaseUrl, WANDTAFEL_SECRET: 'x'.repeat(40) };
		const file = `/tmp/wandtafel-${process.pid}.csv`;
		const done = await run('build/cli/export.js', ['season-planning', 'csv', file], env);
		expect(done.code).toBe(0);
		expect(done.err).toContain(file);
		expect(done.out).toBe('');
		const missing = await run('build/cli/export.js', ['no-such-board', 'svg', file], env);
		expect(missing.code).toBe(1);
		expect(missing.err).toContain('There is no board no-such-board');
	});
});

async function demoCookie(): Promise<string> {
	const response = await fetch(`${server.url}/demo/${server.demo.key}`, { redirect: 'manual' });
	return response.headers
		.getSetCookie()
		.map((cookie) => cookie.split(';')[0]!)
		.join('; ');
}

function request(cookie: string, method: string, path: string, body?: unknown): Promise<Response> {
	return fetch(server.url + path, {
		method,
		headers: { cookie, origin: server.url, 'content-type': 'application/json' },
		...(body === undefined ? {} : { body: JSON.stringify(body) }),
	});
}
