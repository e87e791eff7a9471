/** The search over all boards: what it finds, by what words, and only what one may see. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { removeObjects } from '$core/board/ops/edits';
import type { SearchHit } from '$core/contract/search';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let stranger: TestPerson;
let board: string;
let client: TestClient;

async function search(words: string, person = owner): Promise<SearchHit[]> {
	const response = await person.request('GET', `/api/search?words=${encodeURIComponent(words)}`);
	expect(response.status).toBe(200);
	return (await response.json()) as SearchHit[];
}
const linesOf = (hits: SearchHit[]): string[] =>
	hits.flatMap(({ objects }) => objects.map(({ excerpt }) => excerpt.map(({ text }) => text).join('')));

/** Waits until so many texts that are like this are ready to be found. */
const indexed = (like: string, count: number): Promise<void> =>
	until(
		async () => (await server.sql`select from board_texts where plain like ${like}`).length === count,
		`${count} with ${like}`,
		30_000,
	);

const TEXTS = [
	'Fahrradreparatur am Samstag',
	'Zu wenig Werkzeuge für große Möbel',
	'The kettle was repaired twice',
	'Crème brûlée for the café',
	`${'Much is said here before it comes. '.repeat(8)}Then the soldering irons, and much after.`,
];

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
	stranger = await facilitator(server, 'Tomke');
	board = await makeBoard(owner);
	client = await connect(server, owner, board);
	for (const text of TEXTS) client.write(text);
	await saved(client);
	await indexed('%kettle%', 1);
});
afterAll(async () => {
	client.destroy();
	await server?.stop();
});

describe('the search over all boards', () => {
	it.each([
		['reparatur', [0]],
		['REPARATUREN samstag', [0]],
		['werkzeug', [1]],
		['mobel', [1]],
		['Große', [1]],
		['grosse möbel', [1]],
		['repairing', [2]],
		['creme brulee', [3]],
		['cafés', [3]],
		['ettl', [2]],
		['soldering iron', [4]],
		['kettle samstag', []],
		['k', []],
		["'; drop table boards; --", []],
		['100%', []],
	])('finds %s', async (words, wanted) => {
		const lines = linesOf(await search(words));
		expect(lines).toHaveLength(wanted.length);
		for (const at of wanted) if (at < 4) expect(lines).toContain(TEXTS[at]);
	});

	it('shows the words around, with those that were looked for marked', async () => {
		const [hit] = await search('soldering');
		expect(hit).toMatchObject({ boardId: board, count: 1 });
		const { id, excerpt } = hit!.objects[0]!;
		expect(client.model.find(id)).toBeDefined();
		expect(excerpt.filter(({ isHit }) => isHit)).toEqual([{ text: 'soldering', isHit: true }]);
		expect(excerpt[0]!.text).toMatch(/^…/);
	});

	it('takes what is written nearly so, where nothing else is found', async () => {
		expect(linesOf(await search('soldring'))).toHaveLength(1);
		expect(linesOf(await search('wekzeuge'))).toEqual([TEXTS[1]]);
	});

	it('follows the board: what is changed, taken away, brought in', async () => {
		const id = client.write('A lamp without a plug');
		await indexed('%lamp%', 1);
		expect(await search('lamp plug')).toHaveLength(1);
		removeObjects(client.editContext, client.model, [id]);
		await indexed('%lamp%', 0);
		expect(await search('lamp plug')).toEqual([]);
		const copied = await owner.request('POST', `/api/boards/${board}/copy`);
		const { id: copy } = (await copied.json()) as { id: string };
		await indexed('%kettle%', 2);
		expect((await search('kettle')).map(({ boardId }) => boardId).sort()).toEqual([board, copy].sort());
		await owner.request('DELETE', `/api/boards/${copy}`);
		expect(await search('kettle')).toHaveLength(1);
	});

	it('has what the server did not come to, as when it was killed, some time after its start', async () => {
		await server.sql`delete from board_texts`;
		await server.sql`delete from board_pictures`;
		await server.kill();
		await server.start();
		// The copy is in the bin.
		await indexed('%kettle%', 1);
		await until(() => client.provider.isSynced && !client.provider.hasUnsyncedChanges, 'all is saved');
	});

	it('finds only what one may see', async () => {
		expect(await search('kettle', stranger)).toEqual([]);
		const guest = await newcomer(server, owner, board, 'viewer');
		expect(await search('kettle', guest)).toHaveLength(1);
		// Silent notes and what is backstage are nobody else's.
		const backstage = await connect(server, owner, board, 'backstage');
		backstage.write('A surprise for the evening');
		await saved(backstage);
		await owner.request('PATCH', `/api/boards/${board}/policy`, { closed: true });
		expect(await search('kettle', guest)).toEqual([]);
		await owner.request('PATCH', `/api/boards/${board}/policy`, { closed: false });
		client.write('After the surprise');
		await indexed('after the surprise', 1);
		expect(linesOf(await search('surprise'))).toEqual(['After the surprise']);
		backstage.destroy();
		expect((await fetch(`${server.url}/api/search?words=kettle`)).status).toBe(401);
		expect((await owner.request('GET', `/api/search?words=${'a'.repeat(500)}`)).status).toBe(400);
		expect((await owner.request('GET', '/api/search')).status).toBe(400);
	});
});
