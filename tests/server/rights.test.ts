/** Parts, links, and how a board is set: each rule tried by somebody who goes past the interface. */
import * as decoding from 'lib0/decoding';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { GivenRole } from '$core/access/roles';
import { connect, until, type TestClient } from '../support/client';
import { facilitator, guest, idOf, makeBoard, makeLink, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let board: string;
let count = 0;

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
	board = await makeBoard(owner, 'idea-round');
});
afterAll(() => server?.stop());

const someone = (role: GivenRole, on = board): Promise<TestPerson> => newcomer(server, owner, on, role);
const status = async (who: TestPerson, method: string, path: string, body?: unknown): Promise<number> =>
	(await who.request(method, `/api/boards/${board}${path}`, body)).status;
const order = async (who: TestPerson, whom: string, what: object, on = board): Promise<number> =>
	(await who.request('POST', `/api/boards/${on}/people/${whom}`, what)).status;
const policy = async (change: object, on = board): Promise<void> => {
	expect((await owner.request('PATCH', `/api/boards/${on}/policy`, change)).status).toBe(200);
};
/** What the server answers to the next edit of a client: whether it was taken. */
function answered(client: TestClient): Promise<boolean> {
	const SYNC_STATUS = 8;
	return new Promise((resolve) => {
		const onMessage = ({ event }: { event: MessageEvent<ArrayBuffer> }): void => {
			const decoder = decoding.createDecoder(new Uint8Array(event.data));
			decoding.readVarString(decoder);
			if (decoding.readVarUint(decoder) !== SYNC_STATUS) return;
			client.provider.off('message', onMessage);
			resolve(decoding.readVarUint(decoder) === 1);
		};
		client.provider.on('message', onMessage);
	});
}

/** Whether what a client writes is taken, and reaches somebody else. */
async function reaches(from: TestClient, watching: TestClient): Promise<boolean> {
	const text = `Try ${++count}`;
	await until(() => from.provider.unsyncedChanges === 0, 'nothing older waits for its answer');
	const answer = answered(from);
	from.write(text);
	const isTaken = await answer;
	if (isTaken) await until(() => watching.texts().includes(text), 'the note has arrived');
	return watching.texts().includes(text);
}

describe('a facilitator', () => {
	it('leads, sets how the board is run, and lets in; the board itself stays its owner’s', async () => {
		const helper = await someone('facilitator');
		expect(await status(helper, 'POST', '/session', { do: 'end' })).toBe(200);
		expect(await status(helper, 'PATCH', '/policy', { editorsShare: false })).toBe(200);
		expect(await status(helper, 'POST', '/links', { role: 'facilitator' })).toBe(201);
		expect(await status(helper, 'PATCH', '', { title: 'Mine now' })).toBe(403);
		expect(await status(helper, 'DELETE', '')).toBe(403);
		const ilka = await idOf(owner, board, 'Ilka');
		expect(await order(helper, ilka, { do: 'change', role: 'viewer' })).toBe(403);
		expect(await order(helper, ilka, { do: 'send out', ban: true })).toBe(403);
		expect(await order(helper, await idOf(owner, board, helper.name), { do: 'hand over' })).toBe(403);
	});
});

describe('those who do not lead', () => {
	it.each(['editor', 'commenter', 'viewer'] as const)('as %s cannot lead by any route', async (role) => {
		const who = await someone(role);
		const ilka = await idOf(owner, board, 'Ilka');
		const tries: [string, string, unknown][] = [
			['POST', '/session', { do: 'end' }],
			['PATCH', '/policy', { watching: true }],
			['POST', '/call', { do: 'call', sheet: 's', view: [0, 0, 10, 10] }],
			['POST', '/call', { do: 'lead' }],
			['POST', '/links', { role: 'viewer' }],
			['GET', '/links', undefined],
			['POST', `/people/${ilka}`, { do: 'change', role: 'viewer' }],
			['POST', `/people/${ilka}`, { do: 'send out', ban: false }],
			['POST', `/people/${ilka}`, { do: 'lift ban' }],
			['POST', `/people/${ilka}`, { do: 'hand over' }],
		];
		for (const [method, path, body] of tries)
			expect(await status(who, method, path, body), `${method} ${path}`).toBe(403);
		const { banned } = (await (await who.request('GET', `/api/boards/${board}/people`)).json()) as {
			banned: unknown[];
		};
		expect(banned).toEqual([]);
	});

	it.each(['commenter', 'viewer'] as const)('as %s change nothing on the sheets', async (role) => {
		const [watching, who] = [
			await connect(server, owner, board),
			await connect(server, await someone(role), board),
		];
		expect(await reaches(who, watching)).toBe(false);
		watching.destroy();
		who.destroy();
	});
});

describe('parts', () => {
	it('change on open connections at once', async () => {
		const person = await someone('viewer');
		const id = await idOf(owner, board, person.name);
		const [watching, who] = [await connect(server, owner, board), await connect(server, person, board)];
		expect(await order(owner, id, { do: 'change', role: 'editor' })).toBe(200);
		expect(await reaches(who, watching)).toBe(true);
		expect(await order(owner, id, { do: 'change', role: 'commenter' })).toBe(200);
		expect(await reaches(who, watching)).toBe(false);
		expect(who.closes).toEqual([]);
		watching.destroy();
		who.destroy();
	});

	it('are asked for in full, and owning is not given', async () => {
		const id = await idOf(owner, board, (await someone('viewer')).name);
		for (const what of [
			{ do: 'change', role: 'owner' },
			{ do: 'change' },
			{ do: 'send out' },
			{ do: 'rule' },
		])
			expect(await order(owner, id, what)).toBe(400);
		expect(await status(owner, 'PATCH', '/policy', { walls: 4 })).toBe(400);
		expect(await order(owner, 'nobody', { do: 'change', role: 'viewer' })).toBe(404);
	});

	it('given by hand outlast the link through which somebody came', async () => {
		const { id, token } = await makeLink(owner, board, 'editor');
		const [kept, other] = [await guest(server, token, 'Kept'), await guest(server, token, 'Other')];
		await order(owner, await idOf(owner, board, 'Kept'), { do: 'change', role: 'facilitator' });
		expect(await status(owner, 'DELETE', `/links/${id}`)).toBe(200);
		expect(await status(kept, 'GET', '/live/stage')).toBe(200);
		expect(await status(other, 'GET', '/live/stage')).toBe(404);
	});
});

describe('everyone watches', () => {
	it('holds for editors at once, and what they wrote meanwhile goes out afterwards', async () => {
		const [watching, who] = [
			await connect(server, owner, board),
			await connect(server, await someone('editor'), board),
		];
		expect(await reaches(who, watching)).toBe(true);
		await policy({ watching: true });
		expect(await reaches(who, watching)).toBe(false);
		const left = who.texts().at(-1)!;
		await policy({ watching: false });
		who.provider.forceSync();
		await until(() => watching.texts().includes(left), 'what was left lying arrives');
		expect(await reaches(who, watching)).toBe(true);
		watching.destroy();
		who.destroy();
	});
});

describe('a closed room', () => {
	it('is left by all but those who lead, shut for every route, and open again for the same people', async () => {
		const [helper, editor] = [await someone('facilitator'), await someone('editor')];
		const [leading, writing] = [await connect(server, helper, board), await connect(server, editor, board)];
		await policy({ closed: true });
		await until(() => writing.closes.includes(4423), 'the editor’s connection ends');
		for (const [method, path, body] of [
			['GET', '/live/stage', undefined],
			['GET', '/live/session', undefined],
			['GET', '/picture', undefined],
			['GET', '/people', undefined],
			['POST', '/export', { format: 'csv' }],
			['POST', '/themes', { noteIds: ['a', 'b', 'c'] }],
		] as const)
			expect(await status(editor, method, path, body), path).toBe(403);
		const access = async (): Promise<unknown> =>
			(await editor.request('GET', `/api/boards/${board}/access`)).json();
		expect(await access()).toEqual({ access: 'closed' });
		expect(writing.provider.isAuthenticated).toBe(false);
		leading.write('Written behind the door');
		await until(() => leading.provider.unsyncedChanges === 0, 'those who lead go on');
		expect(writing.texts()).not.toContain('Written behind the door');
		await policy({ closed: false });
		expect(await access()).toEqual({ access: 'open' });
		const again = await connect(server, editor, board);
		expect(again.texts()).toContain('Written behind the door');
		for (const client of [leading, writing, again]) client.destroy();
	});
});

describe('being sent out', () => {
	it('ends everything at once; a ban holds against every link until it is lifted', async () => {
		const { token } = await makeLink(owner, board, 'editor');
		const person = await guest(server, token, 'Door slammer');
		const client = await connect(server, person, board);
		const id = await idOf(owner, board, person.name);
		expect(await order(owner, id, { do: 'send out', ban: true })).toBe(200);
		await until(() => client.closes.includes(4403), 'the connection ends');
		client.destroy();
		expect(await status(person, 'GET', '/live/stage')).toBe(404);
		const join = (): Promise<Response> =>
			fetch(`${server.url}/join/${token}`, {
				method: 'POST',
				redirect: 'manual',
				headers: { cookie: person.cookie, origin: server.url, accept: 'text/html' },
				body: new URLSearchParams({ name: person.name }),
			});
		expect((await join()).status).toBe(403);
		expect(await status(person, 'GET', '/live/stage')).toBe(404);
		const access = async (): Promise<unknown> =>
			(await person.request('GET', `/api/boards/${board}/access`)).json();
		expect(await access(), 'and is told so').toEqual({ access: 'banned' });
		expect(await order(owner, id, { do: 'lift ban' })).toBe(200);
		// Let in again means in again.
		expect(await access()).toEqual({ access: 'open' });
		expect(await status(person, 'GET', '/live/stage')).toBe(200);
		expect((await join()).status).toBe(303);
	});
});

describe('leaving and handing over', () => {
	it('lets everybody leave but the owner, who hands the board over first, to somebody with an account', async () => {
		const own = await makeBoard(owner);
		const visitor = await someone('editor', own);
		const heir = await facilitator(server, 'Heir');
		const { token } = await makeLink(owner, own, 'viewer');
		await fetch(`${server.url}/join/${token}`, {
			method: 'POST',
			redirect: 'manual',
			headers: { cookie: heir.cookie, origin: server.url, accept: 'text/html' },
			body: new URLSearchParams({ name: 'Heir' }),
		});
		const id = (name: string): Promise<string> => idOf(owner, own, name);
		expect(await order(owner, await id('Ilka'), { do: 'leave' }, own)).toBe(409);
		expect(await order(owner, await id(visitor.name), { do: 'hand over' }, own)).toBe(409);
		expect(await order(owner, await id('Heir'), { do: 'hand over' }, own)).toBe(200);
		expect((await owner.request('DELETE', `/api/boards/${own}`)).status).toBe(403);
		expect((await heir.request('PATCH', `/api/boards/${own}`, { title: 'Inherited' })).status).toBe(200);
		expect(await order(owner, 'me', { do: 'leave' }, own)).toBe(200);
		expect((await owner.request('GET', `/api/boards/${own}/live/stage`)).status).toBe(404);
	});
});

describe('links', () => {
	it('have a code that can be typed, with or without dashes, in any case', async () => {
		const { code } = await makeLink(owner, board, 'commenter', { code: true });
		expect(code).toMatch(/^[ACDEFHJKMNPRTWXY3479]{7}$/);
		const typed = `${code!.slice(0, 3)}-${code!.slice(3)}`.toLowerCase();
		const person = await guest(server, typed, 'Typist');
		expect(await status(person, 'GET', '/live/stage')).toBe(200);
	});

	it('ask for their password', async () => {
		const { token } = await makeLink(owner, board, 'viewer', { password: 'soldering iron' });
		await expect(guest(server, token, 'Guesser')).rejects.toThrow(/403|password/);
		await expect(guest(server, token, 'Guesser', 'screwdriver')).rejects.toThrow(/403|password/);
		expect(await status(await guest(server, token, 'Knower', 'soldering iron'), 'GET', '/people')).toBe(200);
		const [row] = await server.sql`select password_hash from join_links where password_hash is not null`;
		expect(String(row!['password_hash'])).not.toContain('soldering');
	});

	it('end by themselves, and can be renewed: the old address leads nowhere, nobody is sent out', async () => {
		const { id, token, code } = await makeLink(owner, board, 'editor', { code: true, hours: 1 });
		const person = await guest(server, token, 'Early');
		const renewed = await owner.request('POST', `/api/boards/${board}/links/${id}`, { do: 'renew' });
		const { url, code: other } = (await renewed.json()) as { url: string; code: string };
		expect(other).not.toBe(code);
		await expect(guest(server, token, 'Late')).rejects.toThrow('404');
		expect(await status(person, 'GET', '/live/stage')).toBe(200);
		const next = url.split('/').at(-1)!;
		await guest(server, next, 'In time');
		await server.sql`update join_links set expires_at = now() - interval '1 minute' where id = ${id}`;
		await expect(guest(server, next, 'Too late')).rejects.toThrow('410');
		expect(await status(person, 'GET', '/live/stage')).toBe(200);
	});

	it('are made by editors only when the board is set so, and with no more than their own part', async () => {
		const editor = await someone('editor');
		const theirs = await makeLink(owner, board, 'editor');
		await policy({ editorsShare: true });
		expect(await status(editor, 'POST', '/links', { role: 'facilitator' })).toBe(403);
		const { id } = await makeLink(editor, board, 'editor');
		const list = (await (await editor.request('GET', `/api/boards/${board}/links`)).json()) as {
			id: string;
		}[];
		expect(list.map((link) => link.id)).toEqual([id]);
		expect(await status(editor, 'DELETE', `/links/${theirs.id}`)).toBe(404);
		expect(await status(editor, 'POST', `/links/${theirs.id}`, { do: 'renew' })).toBe(404);
		expect(await status(editor, 'DELETE', `/links/${id}`)).toBe(200);
		await policy({ editorsShare: false });
		expect(await status(editor, 'POST', '/links', { role: 'viewer' })).toBe(403);
	});
});

describe('taking out', () => {
	it('can be kept to editors', async () => {
		const [editor, onlooker] = [await someone('editor'), await someone('viewer')];
		const note = await connect(server, owner, board);
		note.write('To be taken out');
		await until(() => note.provider.unsyncedChanges === 0, 'the note is saved');
		note.destroy();
		const out = (who: TestPerson): Promise<number> => status(who, 'POST', '/export', { format: 'csv' });
		expect(await out(onlooker)).toBe(200);
		await policy({ onlookersTakeOut: false });
		expect(await out(onlooker)).toBe(403);
		expect(await out(editor)).toBe(200);
		await policy({ onlookersTakeOut: true });
	});
});

describe('guesses', () => {
	it('of codes are limited by the address they come from', async () => {
		const { code } = await makeLink(owner, board, 'viewer', { code: true });
		const type = async (typed: string): Promise<string> => {
			const response = await fetch(`${server.url}/join`, {
				method: 'POST',
				redirect: 'manual',
				headers: { origin: server.url, accept: 'text/html' },
				body: new URLSearchParams({ code: typed }),
			});
			return `${response.status} ${response.status === 303 ? '' : await response.text()}`;
		};
		// All at once, so that none is let through because the others are not counted yet.
		const answers = await Promise.all(
			Array.from({ length: 60 }, (_, i) => type(`AAAA${String(i + 3).padStart(3, '3')}`)),
		);
		const looked = answers.filter((answer) => answer.includes('No board has this code'));
		expect(looked.length).toBeGreaterThan(0);
		expect(looked.length).toBeLessThanOrEqual(20);
		// From there on even the right one is not looked at.
		expect(await type(code!)).not.toMatch(/^303/);
	});
});
