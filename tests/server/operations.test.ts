/** What those who run the server ask of it: whether it lives and is ready, its figures, its log, and an orderly end. */
import postgres from 'postgres';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connect, until } from '../support/client';
import { facilitator, makeBoard, makeLink, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

const KEY = 'a-key-for-the-figures';
let server: TestServer;
let owner: TestPerson;
let board: string;

beforeAll(async () => {
	server = await startServer({ env: { WANDTAFEL_LOG: 'info', WANDTAFEL_METRICS_KEY: KEY } });
	owner = await facilitator(server);
	board = await makeBoard(owner);
});
afterAll(() => server?.stop());

const ask = (path: string, headers: Record<string, string> = {}): Promise<Response> =>
	fetch(server.url + path, { headers });

describe('the server', () => {
	it('lives, and is ready while its database answers', async () => {
		expect((await ask('/health')).status).toBe(200);
		expect((await ask('/ready')).status).toBe(200);
		const admin = postgres(process.env['TEST_DATABASE_URL']!, { max: 1, onnotice: () => {} });
		const name = new URL(server.databaseUrl).pathname.slice(1);
		await server.sql.end();
		await admin.unsafe(`alter database ${name} with allow_connections false`);
		await admin`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${name}`;
		const ready = async (): Promise<number> => (await ask('/ready')).status;
		await until(async () => (await ready()) === 503, 'it is not ready without its database');
		expect((await ask('/health')).status, 'it lives all the same').toBe(200);
		await admin.unsafe(`alter database ${name} with allow_connections true`);
		await until(async () => (await ready()) === 200, 'it is ready again by itself');
		await admin.end();
	});

	it('gives its figures to whoever has the key, and only numbers', async () => {
		const client = await connect(server, owner, board);
		const id = client.write('The roof leaks over bench three');
		await until(() => client.told.has(id), 'the note is saved');
		expect((await ask('/metrics')).status).toBe(401);
		expect((await ask('/metrics', { authorization: 'Bearer guessed-it' })).status).toBe(401);
		const response = await ask('/metrics', { authorization: `Bearer ${KEY}` });
		expect(response.status).toBe(200);
		const text = await response.text();
		const figure = (name: string): number => Number(new RegExp(`^${name} (\\S+)$`, 'm').exec(text)?.[1]);
		expect(figure('wandtafel_updates_committed_total')).toBeGreaterThan(0);
		expect(figure('wandtafel_documents')).toBeGreaterThan(0);
		expect(figure('wandtafel_connections')).toBe(1);
		expect(figure('process_resident_memory_bytes')).toBeGreaterThan(1e6);
		expect(text).toContain('wandtafel_request_seconds_bucket');
		for (const told of ['roof', 'Ilka', board]) expect(text).not.toContain(told);
		client.destroy();
	});

	it('names each request in its answer and in its log, and logs nothing that people wrote', async () => {
		const given = await ask('/', { 'x-request-id': 'given-by-a-proxy' });
		expect(given.headers.get('x-request-id')).toBe('given-by-a-proxy');
		const made = (await ask('/', { 'x-request-id': 'no good\tid' })).headers.get('x-request-id');
		expect(made).toMatch(/^[A-Za-z0-9_-]{12}$/);
		const { token } = await makeLink(owner, board, 'editor');
		await ask(`/join/${token}`);

		const client = await connect(server, owner, board);
		const sql = postgres(server.databaseUrl, { max: 1, onnotice: () => {} });
		await sql`alter table updates rename to updates_away`;
		const id = client.write('Nobody but us reads this');
		await until(() => client.closes.includes(1011), 'it could not be saved');
		await sql`alter table updates_away rename to updates`;
		await sql.end();
		await until(() => server.log().includes('could not be written'), 'the log says so');
		await until(() => client.told.has(id), 'it is saved after all');
		client.destroy();

		const lines = server
			.log()
			.split('\n')
			.filter((line) => line.startsWith('{'))
			.map((line) => JSON.parse(line) as { request?: string; route?: string; msg: string });
		expect(lines.find(({ request }) => request === 'given-by-a-proxy')).toMatchObject({ route: '/' });
		expect(lines.some(({ request }) => request === made)).toBe(true);
		expect(
			lines.some(({ route }) => route === '/health'),
			'what machines ask all the time is left out',
		).toBe(false);
		for (const secret of ['Nobody but us', 'roof', token, 'a long enough password'])
			expect(server.log(), secret).not.toContain(secret);
	});

	it('has written everything that it took when it is told to stop', async () => {
		const client = await connect(server, owner, board);
		const ids = Array.from({ length: 40 }, (_, i) => client.write(`Note ${i}`));
		await until(() => client.told.size > 0, 'the first are saved');
		await server.end();
		const told = [...client.told];
		await server.start();
		await until(() => ids.every((id) => client.told.has(id)), 'the rest is saved by the next one');
		await until(() => client.provider.isSynced, 'it is connected again');
		const anew = await connect(server, owner, board);
		expect(told.filter((id) => !anew.model.find(id))).toEqual([]);
		expect(server.log()).not.toContain('before everything was written');
		client.destroy();
		anew.destroy();
	});
});

describe('a server without a key for its figures', () => {
	it('has none', async () => {
		const other = await startServer();
		expect((await fetch(`${other.url}/metrics`)).status).toBe(404);
		await other.stop();
	});
});
