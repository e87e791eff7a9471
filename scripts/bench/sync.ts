/** Measures edits on their way: from one person to another's document, and to "saved". */
import { connect, type TestClient } from '../../tests/support/client';
import { guest, makeBoard, makeLink, type TestPerson } from '../../tests/support/people';
import type { TestServer } from '../../tests/support/server';
import { figure, p95, quantile } from './report';

const PEOPLE = 30;
const SECONDS = 12;
const EVERY = 1000;

export async function benchSync(server: TestServer, owner: TestPerson): Promise<void> {
	const board = await makeBoard(owner);
	const { token } = await makeLink(owner, board, 'editor');
	const clients: TestClient[] = [];
	for (let i = 0; i < PEOPLE; i++)
		clients.push(await connect(server, await guest(server, token, `Person ${i}`), board));

	const written = new Map<string, number>();
	const toPeer: number[] = [];
	const toSaved: number[] = [];
	clients.forEach((client, i) => {
		// Each one's edits are timed at the next one's document.
		const peer = clients[(i + 1) % PEOPLE]!;
		const mine = `Person ${i}-`;
		peer.model.onChange(({ changed }) => {
			for (const id of changed) {
				const at = written.get(id);
				if (at !== undefined && id.startsWith(mine)) {
					toPeer.push(performance.now() - at);
				}
			}
		});
		let open: number[] = [];
		client.provider.on('unsyncedChanges', ({ number }: { number: number }) => {
			if (number !== 0) return;
			for (const at of open) toSaved.push(performance.now() - at);
			open = [];
		});
		client.doc.on('update', (_: Uint8Array, origin: unknown) => {
			if (origin === 'test') open.push(performance.now());
		});
	});

	const end = Date.now() + SECONDS * 1000;
	await Promise.all(
		clients.map(async (client, i) => {
			await new Promise((done) => setTimeout(done, (i * EVERY) / PEOPLE));
			while (Date.now() < end) {
				const at = performance.now();
				const id = client.write('A note of an ordinary length, as people write them');
				written.set(id, at);
				await new Promise((done) => setTimeout(done, EVERY));
			}
		}),
	);
	await new Promise((done) => setTimeout(done, 1000));
	const label = `${PEOPLE} people, a note a second each`;
	figure('edit to peer, p95', p95(toPeer), 'ms', label);
	figure('edit to peer, median', quantile(toPeer, 0.5), 'ms', label);
	figure('edit to saved, p95', p95(toSaved), 'ms', label);
	figure('edit to saved, median', quantile(toSaved, 0.5), 'ms', label);
	figure('edits not arrived', written.size - toPeer.length, 'edits', label);
	for (const client of clients) client.destroy();
}
