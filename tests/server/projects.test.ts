/** Projects: who may do what in them, and what follows for the boards. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connect, until } from '../support/client';
import { alsoJoin, facilitator, makeBoard, makeLink, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
});
afterAll(() => server?.stop());

const emailOf = async ({ name }: TestPerson): Promise<string> =>
	String((await server.sql`select email from people where name = ${name}`)[0]!['email']);
const idFor = async ({ name }: TestPerson): Promise<string> =>
	String((await server.sql`select id from people where name = ${name}`)[0]!['id']);
let count = 0;
const someone = (): Promise<TestPerson> => facilitator(server, `Member${++count}`);

async function makeProject(who: TestPerson): Promise<string> {
	const response = await who.request('POST', '/api/projects', { title: 'Next season' });
	expect(response.status).toBe(201);
	return ((await response.json()) as { id: string }).id;
}
const add = async (who: TestPerson, project: string, whom: TestPerson, role: string): Promise<number> =>
	(await who.request('POST', `/api/projects/${project}`, { email: await emailOf(whom), role })).status;
const move = async (who: TestPerson, board: string, project: string | null): Promise<number> =>
	(await who.request('POST', `/api/boards/${board}`, { do: 'move', project })).status;
const sees = async (who: TestPerson, board: string): Promise<boolean> =>
	(await who.request('GET', `/api/boards/${board}/people`)).status === 200;

describe('a project', () => {
	it('lets its members onto its boards, old ones and new ones, with their part', async () => {
		const project = await makeProject(owner);
		const [helper, looks] = [await someone(), await someone()];
		const old = await makeBoard(owner);
		expect(await move(owner, old, project)).toBe(200);
		expect(await add(owner, project, helper, 'editor')).toBe(201);
		expect(await add(owner, project, looks, 'viewer')).toBe(201);
		const made = await helper.request('POST', '/api/boards', { start: 'blank', project });
		const fresh = ((await made.json()) as { id: string }).id;
		for (const board of [old, fresh])
			for (const who of [owner, helper, looks]) expect(await sees(who, board)).toBe(true);
		// Whoever keeps the project leads on boards of others in it.
		expect((await owner.request('PATCH', `/api/boards/${fresh}/policy`, { watching: true })).status).toBe(
			200,
		);
		expect((await looks.request('PATCH', `/api/boards/${fresh}/policy`, { watching: false })).status).toBe(
			403,
		);
		expect((await owner.request('DELETE', `/api/boards/${fresh}`)).status).toBe(403);
	});

	it('changes parts on open connections, and ends them for whoever is taken out', async () => {
		const project = await makeProject(owner);
		const board = await makeBoard(owner, 'blank');
		await move(owner, board, project);
		const member = await someone();
		await add(owner, project, member, 'viewer');
		const [mine, ilka] = [await connect(server, member, board), await connect(server, owner, board)];
		const path = `/api/projects/${project}/members/${await idFor(member)}`;
		expect((await owner.request('PATCH', path, { role: 'editor' })).status).toBe(200);
		mine.write('Now');
		await until(() => ilka.texts().includes('Now'), 'the member may write');
		expect((await owner.request('DELETE', path)).status).toBe(200);
		await until(() => mine.closes.includes(4403), 'the connection ended');
		expect(await sees(member, board)).toBe(false);
		mine.destroy();
		ilka.destroy();
	});

	it('is kept by those who keep it: others neither add, change, take out, rename nor dissolve', async () => {
		const project = await makeProject(owner);
		const [editor, stranger, third] = [await someone(), await someone(), await someone()];
		await add(owner, project, editor, 'editor');
		await add(owner, project, third, 'viewer');
		const thirdId = await idFor(third);
		const path = `/api/projects/${project}`;
		for (const [who, status] of [
			[editor, 403],
			[stranger, 404],
		] as const) {
			expect(await add(who, project, stranger, 'editor')).toBe(status);
			expect((await who.request('PATCH', path, { title: 'Mine' })).status).toBe(status);
			expect((await who.request('DELETE', path)).status).toBe(status);
			expect((await who.request('PATCH', `${path}/members/${thirdId}`, { role: 'editor' })).status).toBe(
				status,
			);
			expect((await who.request('DELETE', `${path}/members/${thirdId}`)).status).toBe(status);
		}
		expect(await move(stranger, await makeBoard(stranger), project)).toBe(404);
		expect(await move(third, await makeBoard(third), project)).toBe(403);
		expect(await move(editor, await makeBoard(owner), project)).toBe(404);
		// Nobody takes out, or lowers, whoever keeps it, not even they themselves.
		const ownerId = await idFor(owner);
		expect((await owner.request('DELETE', `${path}/members/${ownerId}`)).status).toBe(409);
		expect(await add(owner, project, third, 'editor')).toBe(409);
		expect((await owner.request('POST', path, { email: 'not an address', role: 'editor' })).status).toBe(400);
		expect(
			(await owner.request('POST', path, { email: 'nobody@zweite-runde.example', role: 'editor' })).status,
		).toBe(404);
		expect(
			(await owner.request('POST', path, { email: await emailOf(stranger), role: 'owner' })).status,
		).toBe(400);
		const board = await makeBoard(owner);
		const visitor = await newcomer(server, owner, board, 'editor');
		expect((await visitor.request('POST', '/api/projects', { title: 'x' })).status).toBe(403);
	});

	it('leaves those their boards who came by other ways, and keeps out who is banned', async () => {
		const project = await makeProject(owner);
		const board = await makeBoard(owner);
		const [byLink, banned] = [await someone(), await someone()];
		for (const who of [byLink, banned]) {
			const { token } = await makeLink(owner, board, 'commenter');
			await alsoJoin(server, who, token);
			expect(await sees(who, board)).toBe(true);
		}
		await owner.request('POST', `/api/boards/${board}/people/${await idFor(banned)}`, {
			do: 'send out',
			ban: true,
		});
		await add(owner, project, byLink, 'editor');
		await add(owner, project, banned, 'editor');
		await move(owner, board, project);
		expect(await sees(banned, board)).toBe(false);
		const part = async (who: TestPerson): Promise<unknown> =>
			(
				await server.sql`select role from memberships where board_id = ${board} and person_id = ${await idFor(who)}`
			)[0]?.['role'];
		expect(await part(byLink)).toBe('commenter');
		expect((await owner.request('DELETE', `/api/projects/${project}`)).status).toBe(200);
		expect(await sees(byLink, board)).toBe(true);
		expect(await sees(owner, board)).toBe(true);
	});

	it('lets a board go again, with everybody who came by it', async () => {
		const project = await makeProject(owner);
		const board = await makeBoard(owner);
		const member = await someone();
		await add(owner, project, member, 'facilitator');
		await move(owner, board, project);
		expect(await sees(member, board)).toBe(true);
		expect(await move(member, board, null)).toBe(403);
		expect(await move(owner, board, null)).toBe(200);
		expect(await sees(member, board)).toBe(false);
	});
});
