/** Backup and restore of everything while the server runs and people are connected. */
import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { objectsOf } from '$core/board/document';
import { removeObjects } from '$core/board/ops/edits';
import { connect, saved, until } from '../support/client';
import { facilitator, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let folder: string;
beforeAll(async () => {
	server = await startServer({ env: { WANDTAFEL_LOG: 'warn' } });
	owner = await facilitator(server);
	folder = mkdtempSync(join(tmpdir(), 'backup-'));
});
afterAll(async () => {
	await server?.stop();
	rmSync(folder, { recursive: true, force: true });
});

/**
 * Runs a command. Beside this process: whoever is blocked does not see that a connection was
 * closed.
 */
function wandtafel(...args: string[]): Promise<{ code: number; said: string }> {
	return new Promise((resolve) =>
		execFile(
			'./wandtafel',
			args,
			{ env: { ...process.env, DATABASE_URL: server.databaseUrl } },
			(error, stdout, stderr) => resolve({ code: error ? 1 : 0, said: stdout + stderr }),
		),
	);
}

/** What a window knows of the state that it has: when the board was made, and in which edition. */
async function known(board: string): Promise<string> {
	const [row] = await server.sql`select created_at, edition from boards where id = ${board}`;
	return String((row!['created_at'] as Date).getTime() + Number(row!['edition']));
}

describe('a backup', () => {
	it('brings everything back as it was, under people who are connected, who load anew and go on', async () => {
		const board = await makeBoard(owner, 'idea-round');
		const maren = await newcomer(server, owner, board, 'editor');
		const madeAt = await known(board);
		const ilka = await connect(server, owner, board, 'stage', madeAt);
		const other = await connect(server, maren, board, 'stage', madeAt);
		const first = ilka.write('Before the backup');
		for (let i = 0; i < 20; i++) other.write(`Early ${i}`);
		await saved(ilka);
		await saved(other);
		const then = objectsOf(ilka.doc).toJSON();
		await until(() => objectsOf(ilka.doc).size === 23, 'all has come');
		const complete = objectsOf(ilka.doc).toJSON();
		expect(Object.keys(complete).length).toBeGreaterThanOrEqual(Object.keys(then).length);
		const file = join(folder, 'all.backup');
		const made = await wandtafel('backup', file);
		expect(made.said).toContain('holds everything');
		expect(made.code).toBe(0);

		other.write('After the backup');
		removeObjects(ilka.editContext, ilka.model, [first]);
		await owner.request('PATCH', `/api/boards/${board}`, { title: 'Renamed afterwards' });
		const late = await makeBoard(owner);
		await saved(ilka);
		await saved(other);

		const back = await wandtafel('restore', file);
		expect(back.said).toContain('Everything is as it was');
		expect(back.code).toBe(0);
		await until(() => ilka.closes.includes(1012) && other.closes.includes(1012), 'open connections end');
		for (const client of [ilka, other]) client.destroy();
		const anew = await connect(server, owner, board);
		expect(objectsOf(anew.doc).toJSON()).toEqual(complete);
		expect((await owner.request('GET', `/api/boards/${late}/people`)).status).toBe(404);
		const page = await (await owner.request('GET', '/')).text();
		expect(page).toContain('Idea round');
		expect(page).not.toContain('Renamed afterwards');
		// It is worked on as before, and saved.
		const id = anew.write('After the restoring');
		await until(() => anew.told.has(id), 'it is saved');
		anew.destroy();
		await server.kill();
		await server.start();
		const again = await connect(server, owner, board);
		expect(again.texts()).toContain('After the restoring');
		expect(again.texts()).not.toContain('After the backup');
		again.destroy();
	});

	it('keeps out what a window that was open still has: it has to load anew', async () => {
		const board = await makeBoard(owner);
		const madeAt = await known(board);
		(await connect(server, owner, board, 'stage', madeAt)).destroy();
		const file = join(folder, 'second.backup');
		expect((await wandtafel('backup', file)).code).toBe(0);
		expect((await wandtafel('restore', file)).code).toBe(0);
		await expect(connect(server, owner, board, 'stage', madeAt)).rejects.toThrow('renewed');
		const now = await known(board);
		expect(now).not.toBe(madeAt);
		(await connect(server, owner, board, 'stage', now)).destroy();
	});

	it('is not written over, and what is none changes nothing', async () => {
		const file = join(folder, 'all.backup');
		const again = await wandtafel('backup', file);
		expect(again.code).not.toBe(0);
		expect(again.said).toContain('there already');
		const other = join(folder, 'other.txt');
		writeFileSync(other, 'no backup');
		for (const [path, reason] of [
			[other, 'no backup made by'],
			[join(folder, 'nowhere'), 'is not there'],
		] as const) {
			const { code, said } = await wandtafel('restore', path);
			expect(code).not.toBe(0);
			expect(said).toContain(reason);
		}
	});
});
