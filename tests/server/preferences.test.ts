/** What people set about themselves and others see, or do not see. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connect, until } from '../support/client';
import { facilitator, idOf, makeBoard, newcomer, submit, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
});
afterAll(() => server?.stop());

const set = (who: TestPerson, action: string, fields: Record<string, string>): Promise<Response> =>
	submit(server, `/settings?/${action}`, fields, who.cookie);
const boardPage = async (who: TestPerson, board: string): Promise<string> =>
	(await who.request('GET', `/board/${board}/__data.json`)).text();

describe('a colour that somebody chose', () => {
	it('is known to all on their boards, and gone once they are a voice', async () => {
		const board = await makeBoard(owner);
		const maren = await newcomer(server, owner, board, 'editor');
		const id = await idOf(owner, board, maren.name);
		expect(await boardPage(owner, board)).not.toContain('"plum"');
		expect((await set(maren, 'person', { name: maren.name, pigment: 'plum' })).status).toBe(200);
		for (const who of [owner, maren]) expect(await boardPage(who, board)).toContain('"plum"');
		await owner.request('PATCH', `/api/boards/${board}/policy`, { names: 'veiled' });
		for (const who of [owner, maren]) expect(await boardPage(who, board)).not.toContain('"plum"');
		expect(await boardPage(owner, board)).not.toContain(id);
	});

	it('is one of those that there are', async () => {
		expect((await set(owner, 'person', { name: 'Ilka', pigment: 'neon' })).status).toBe(400);
		expect((await set(owner, 'person', { name: '', pigment: 'moss' })).status).toBe(400);
		expect((await set(owner, 'person', { name: 'Ilka', pigment: '' })).status).toBe(200);
	});
});

describe('a language that somebody chose', () => {
	const languageOf = async (cookie: string, accepted: string): Promise<string | undefined> => {
		const page = await fetch(`${server.url}/settings`, {
			headers: { cookie, 'accept-language': accepted },
			redirect: 'manual',
		});
		return /<html lang="([^"]+)"/.exec(await page.text())?.[1];
	};

	it('counts before what the browser asks for, until it is taken back', async () => {
		expect(await languageOf(owner.cookie, 'de-CH, en;q=0.5')).toBe('de');
		expect(await languageOf(owner.cookie, 'fr')).toBe('en');
		expect((await set(owner, 'language', { language: 'de' })).status).toBe(303);
		expect(await languageOf(owner.cookie, 'en')).toBe('de');
		expect((await set(owner, 'language', { language: '' })).status).toBe(303);
		expect(await languageOf(owner.cookie, 'en')).toBe('en');
	});

	it('is told by no voice: all on a board are called alike, on the page as by the server', async () => {
		await set(owner, 'language', { language: 'de' });
		const board = await makeBoard(owner);
		await owner.request('PATCH', `/api/boards/${board}/policy`, { names: 'veiled' });
		await set(owner, 'language', { language: '' });
		const rosa = await newcomer(server, owner, board, 'editor');
		const nameOnPage = /"(\w+ \d+)"/.exec(await boardPage(rosa, board))?.[1];
		expect(nameOnPage).toMatch(/^Stimme \d+$/);
		const client = await connect(server, rosa, board);
		const witness = await connect(server, owner, board);
		const { me } = (await (await rosa.request('GET', `/api/boards/${board}/people`)).json()) as {
			me: { id: string; name: string };
		};
		expect(me.name).toBe(nameOnPage);
		client.provider.awareness!.setLocalState({ person: me.id, name: nameOnPage, cursor: [1, 2] });
		await until(
			() =>
				[...witness.provider.awareness!.getStates().values()].some((state) => state['name'] === nameOnPage),
			'the voice is seen by its name',
		);
		for (const each of [client, witness]) each.destroy();
	});

	it('is one of those that there are', async () => {
		for (const language of ['xx', '../../etc/passwd', 'de; Secure'])
			expect((await set(owner, 'language', { language })).status).toBe(400);
	});
});
