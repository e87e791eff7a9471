/** Boards as archives: out, in again, the same; and what is refused. */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { objectsOf } from '$core/board/document';
import { addObject } from '$core/board/ops/edits';
import { readSession } from '$core/meeting/runsheet';
import { beginThread } from '$core/talk/edits';
import { connect, saved } from '../support/client';
import { facilitator, makeBoard, newcomer, type TestPerson } from '../support/people';
import { uploadPicture } from '../support/pictures';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
beforeAll(async () => {
	server = await startServer({ demo: true });
	owner = await facilitator(server);
});
afterAll(() => server?.stop());

const takeOut = async (who: TestPerson, board: string): Promise<Response> =>
	who.request('POST', `/api/boards/${board}/export`, { format: 'wandtafel' });
const archiveOf = async (who: TestPerson, board: string): Promise<Uint8Array> => {
	const response = await takeOut(who, board);
	expect(response.status).toBe(200);
	expect(response.headers.get('content-disposition')).toContain('.wandtafel');
	return new Uint8Array(await response.arrayBuffer());
};
const bringIn = (who: TestPerson, archive: Uint8Array): Promise<Response> =>
	fetch(`${server.url}/api/boards/archive`, {
		method: 'POST',
		headers: { cookie: who.cookie, origin: server.url, 'content-type': 'application/octet-stream' },
		body: Buffer.from(archive),
	});

async function boardWithPicture(): Promise<{ board: string; hash: string }> {
	const board = await makeBoard(owner, 'idea-round');
	const hash = await uploadPicture(server, owner, board, 40, 30);
	const one = await connect(server, owner, board);
	one.write('A note');
	const sheet = one.model.sheets[0]!.id;
	addObject(one.editContext, one.model, {
		kind: 'picture',
		sheet,
		box: [0, 900, 40, 30, 0],
		style: {},
		file: hash,
		natural: [40, 30],
	} as never);
	const talk = await connect(server, owner, board, 'talk');
	beginThread(talk.editContext, { sheet, at: [0, 0] }, 'A comment');
	await saved(one);
	await saved(talk);
	one.destroy();
	talk.destroy();
	return { board, hash };
}

describe('an archive', () => {
	it('brought in gives the same board, and the same archive, byte by byte', async () => {
		const { board, hash } = await boardWithPicture();
		const archive = await archiveOf(owner, board);
		const content = unzipSync(archive);
		expect(Object.keys(content).sort()).toEqual(['board.json', `files/${hash}`, 'schema.json']);
		const response = await bringIn(owner, archive);
		expect(response.status).toBe(201);
		const { id, left } = (await response.json()) as { id: string; left: number };
		expect(left).toBe(0);
		expect(id).not.toBe(board);
		expect(await archiveOf(owner, id)).toEqual(archive);
		const [before, after] = [await connect(server, owner, board), await connect(server, owner, id)];
		expect(objectsOf(after.doc).toJSON()).toEqual(objectsOf(before.doc).toJSON());
		expect((await owner.request('GET', `/api/boards/${id}/files/${hash}`)).status).toBe(200);
		const session = await connect(server, owner, id, 'session');
		expect(readSession(session.doc).steps).toHaveLength(6);
		for (const client of [before, after, session]) client.destroy();
	});

	it('follows the schema that is published', async () => {
		const { board } = await boardWithPicture();
		const { 'schema.json': inside } = unzipSync(await archiveOf(owner, board));
		expect(strFromU8(inside!)).toBe(readFileSync('docs/archive.schema.json', 'utf8'));
	});

	it('is for those who may take out, and brought in by those with an account', async () => {
		const { board } = await boardWithPicture();
		const looks = await newcomer(server, owner, board, 'viewer');
		const archive = await archiveOf(looks, board);
		expect((await bringIn(looks, archive)).status).toBe(403);
		await owner.request('PATCH', `/api/boards/${board}/policy`, { onlookersTakeOut: false });
		expect((await takeOut(looks, board)).status).toBe(403);
		const stranger = await facilitator(server, 'Stranger');
		expect((await takeOut(stranger, board)).status).toBe(404);
	});

	it('that is none is refused in plain words, and leaves no board behind', async () => {
		const { board, hash } = await boardWithPicture();
		const content = unzipSync(await archiveOf(owner, board));
		const count = async (): Promise<number> =>
			Number((await server.sql`select count(*) from boards`)[0]!['count']);
		const before = await count();
		const json = JSON.parse(strFromU8(content['board.json']!)) as object;
		const tries: [Uint8Array, string][] = [
			[strToU8('not a zip at all'), 'zip'],
			[zipSync({ 'other.txt': strToU8('x') }), 'board.json'],
			[zipSync({ 'board.json': strToU8('{') }), 'JSON'],
			[zipSync({ 'board.json': strToU8(JSON.stringify({ ...json, version: 99 })) }), 'version'],
			[zipSync({ 'board.json': strToU8(JSON.stringify({ ...json, title: '' })) }), 'title'],
		];
		for (const [archive, reason] of tries) {
			const response = await bringIn(owner, archive);
			expect(response.status).toBe(409);
			expect(((await response.json()) as { message: string }).message).toContain(reason);
		}
		expect(await count()).toBe(before);
		// A picture that is not what its name says is left out; the board comes all the same.
		const swapped = zipSync({
			'board.json': content['board.json']!,
			[`files/${hash}`]: strToU8('<svg onload="x()"></svg>'),
		});
		const response = await bringIn(owner, swapped);
		const { id, left } = (await response.json()) as { id: string; left: number };
		expect(left).toBe(1);
		expect((await owner.request('GET', `/api/boards/${id}/files/${hash}`)).status).toBe(404);
	});
});
