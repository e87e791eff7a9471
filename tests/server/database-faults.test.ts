/**
 * What happens to the database itself: killed the hard way, and a disk that is full. After each: every edit that anybody was
 * told is saved is there, everybody sees the same, the server goes on by itself, and its log says what was wrong.
 */
import { afterEach, describe, expect, it } from 'vitest';
import { objectsOf } from '$core/board/document';
import { startCluster, type TestCluster } from '../support/cluster';
import { connect, until, type TestClient } from '../support/client';
import { facilitator, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let cluster: TestCluster | undefined;
let server: TestServer | undefined;
let open: TestClient[] = [];
afterEach(async () => {
	for (const client of open) client.destroy();
	open = [];
	await server?.stop();
	server = undefined;
	cluster?.stop();
	cluster = undefined;
});

async function room(disk?: number) {
	cluster = await startCluster(disk ? { disk } : {});
	server = await startServer({ at: cluster.url, env: { WANDTAFEL_KEEP_OPEN: '0' } });
	const owner = await facilitator(server, 'Ilka');
	const board = await makeBoard(owner);
	const editor = await newcomer(server, owner, board, 'editor');
	const come = async (who: TestPerson): Promise<TestClient> => {
		const client = await connect(server!, who, board);
		open.push(client);
		return client;
	};
	return { cluster, server, come, owner, editor };
}
const isSaved = ({ provider }: TestClient): boolean => provider.isSynced && !provider.hasUnsyncedChanges;

/** Both have everything saved and see the same, and so does whoever comes anew; everything in `told` is there. */
async function whole(
	clients: TestClient[],
	anew: () => Promise<TestClient>,
	told: ReadonlySet<string>,
): Promise<void> {
	await until(() => clients.every(isSaved), 'everything is saved', 60_000);
	const content = (client: TestClient) => objectsOf(client.doc).toJSON();
	await until(
		() =>
			JSON.stringify(Object.keys(content(clients[0]!)).sort()) ===
			JSON.stringify(Object.keys(content(clients[1]!)).sort()),
		'both see the same',
	);
	for (const client of clients) client.disconnect();
	const late = await anew();
	for (const client of clients) expect(content(client)).toEqual(content(late));
	for (const id of told) expect(late.model.find(id), id).toBeDefined();
}

describe('the database', () => {
	it('is killed in the middle of the work, twice, and comes back', async () => {
		const { cluster, server, come, owner, editor } = await room();
		const [ilka, maren] = [await come(owner), await come(editor)];
		let goes = true;
		let isUp = true;
		let count = 0;
		const soFar = (): number => count;
		// A note counts as told when nothing is unsaved any more: on a busy machine, only a pause
		// now and then lets that be.
		const writing = (async () => {
			for (; goes; count++) {
				(count % 2 ? ilka : maren).write(`Note ${count}`);
				await new Promise((done) => setTimeout(done, 3));
				if (count % 30 === 29)
					await until(() => !goes || !isUp || (isSaved(ilka) && isSaved(maren)), 'saved', 60_000);
			}
		})();
		for (let round = 0; round < 2; round++) {
			const before = ilka.told.size;
			await until(() => ilka.told.size > before + 20, 'some are saved', 30_000);
			isUp = false;
			await cluster.kill();
			await until(
				async () => (await fetch(`${server.url}/ready`)).status === 503,
				'the server says that it is not ready',
			);
			// Nothing is told as saved while there is nobody to save it, however much is written.
			const told = ilka.told.size + maren.told.size;
			const written = soFar();
			await until(() => soFar() > written + 40, 'more is written');
			expect(ilka.told.size + maren.told.size).toBe(told);
			await cluster.start();
			await until(
				async () => (await fetch(`${server.url}/ready`)).status === 200,
				'the server is ready again',
				30_000,
			);
			isUp = true;
		}
		goes = false;
		await writing;
		expect(server.log()).toContain('a batch of updates could not be written');
		await until(() => isSaved(ilka) && isSaved(maren), 'everything is saved', 60_000);
		await whole([ilka, maren], () => come(owner), new Set([...ilka.told, ...maren.told]));
	});

	it('has a disk that is full, and gets room again', async () => {
		const { cluster, server, come, owner, editor } = await room(96);
		const [ilka, maren] = [await come(owner), await come(editor)];
		const first = ilka.write('While there was room');
		await until(() => ilka.told.has(first), 'it is saved');
		cluster.fill(true);
		const long = 'A long text that fills the last pages of the disk. '.repeat(400);
		const ids: string[] = [];
		await until(
			() => {
				// Until one of them is not saved any more.
				if (server.log().includes('a batch of updates could not be written')) return true;
				ids.push((ids.length % 2 ? ilka : maren).write(`${ids.length} ${long}`));
				return false;
			},
			'the disk is full',
			60_000,
		);
		const told = new Set([...ilka.told, ...maren.told]);
		const rest = ids.filter((id) => !told.has(id));
		expect(rest.length).toBeGreaterThan(0);
		cluster.fill(false);
		// Where PostgreSQL gave up for want of room for its log, it is started again, as its supervisor would.
		await cluster.start().catch(() => undefined);
		await whole([ilka, maren], () => come(owner), new Set([...told, ...rest]));
	});
});
