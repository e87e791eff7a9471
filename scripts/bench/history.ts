/**
 * Measures a board with a long history: opening it, its journal, earlier moments, and what merging
 * old updates brings.
 */
import * as Y from 'yjs';
import { objectsOf, fragmentOf } from '$core/board/document';
import { addObject, moveObjects, removeObjects } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { BoardModel } from '$core/board/model/model';
import { addSheet } from '$core/board/ops/sheets';
import { readSegment } from '$core/journal/segment';
import { makeBoard, type TestPerson } from '../../tests/support/people';
import { startServer, type TestServer } from '../../tests/support/server';
import { figure } from './report';

const UPDATES = 200_000;
/** Between two updates of one go, and between two sessions, ms. */
const STEP = 900;
const SESSION = { updates: 8000, pause: 20 * 3_600_000 };
const ROWS = 1000;

/** A session as people work: notes are put down, written letter by letter, moved, and some are taken away. */
function* work(editContext: EditContext, model: BoardModel, sheet: string): Generator<void> {
	const ids: string[] = [];
	for (let i = 0; ; i++) {
		const id = addObject(editContext, model, {
			kind: 'note',
			sheet,
			box: [(i % 60) * 200, Math.floor(i / 60) * 130, 160, 96, 0],
			style: { form: 'card', pigment: 'ochre' },
		});
		ids.push(id);
		yield;
		const text = fragmentOf(editContext.doc, id)!;
		const words = new Y.XmlText();
		editContext.doc.transact(() => {
			const paragraph = new Y.XmlElement('paragraph');
			text.insert(0, [paragraph]);
			paragraph.insert(0, [words]);
		});
		for (const letter of `Note ${i}, written letter by letter`) {
			words.insert(words.length, letter);
			yield;
		}
		moveObjects(editContext, model, [ids[(i * 7) % ids.length]!], 15, 10);
		yield;
		if (i % 5 === 4) {
			removeObjects(editContext, model, [ids.splice((i * 3) % ids.length, 1)[0]!]);
			yield;
		}
	}
}

async function longBoard({ sql }: TestServer, owner: TestPerson): Promise<string> {
	const board = await makeBoard(owner);
	const [person] = await sql`select person_id from memberships where board_id = ${board}`;
	const document = `board/${board}/stage`;
	const doc = new Y.Doc();
	const model = new BoardModel(doc, 0);
	let id = 0;
	const editContext: EditContext = {
		doc,
		person: { id: String(person!['person_id']), name: 'Bench' },
		origin: 'bench',
		now: () => 0,
		newId: () => `h${id++}`,
	};
	let at = Date.now() - (UPDATES / SESSION.updates) * SESSION.pause - UPDATES * STEP;
	let rows: { board_id: string; document: string; person_id: string; at: Date; data: Buffer }[] = [];
	let count = 0;
	doc.on('update', (data: Uint8Array) => {
		at += STEP + (++count % SESSION.updates === 0 ? SESSION.pause : 0);
		rows.push({
			board_id: board,
			document,
			person_id: editContext.person.id,
			at: new Date(at),
			data: Buffer.from(data),
		});
	});
	const sheet = addSheet(editContext, model, 'Long');
	const steps = work(editContext, model, sheet);
	while (count < UPDATES) {
		steps.next();
		if (rows.length < ROWS) continue;
		await sql`insert into updates ${sql(rows)}`;
		rows = [];
	}
	if (rows.length > 0) await sql`insert into updates ${sql(rows)}`;
	model.destroy();
	figure('objects on the board at the end', objectsOf(doc).size, 'objects', `${UPDATES} updates`);
	return board;
}

const timed = async <T>(work: () => Promise<T>): Promise<{ took: number; result: T }> => {
	const started = performance.now();
	const result = await work();
	return { took: performance.now() - started, result };
};

export async function benchHistory(server: TestServer, owner: TestPerson): Promise<void> {
	const label = `${UPDATES} updates`;
	const board = await longBoard(server, owner);
	const get = async (path: string): Promise<Response> => {
		const response = await owner.request('GET', `/api/boards/${board}/${path}`);
		if (!response.ok) throw new Error(`${path}: ${response.status}`);
		return response;
	};
	const size = async (): Promise<{ rows: number; megabytes: number }> => {
		const [row] =
			await server.sql`select count(*) as rows, sum(length(data)) as bytes from updates where board_id = ${board}`;
		return { rows: Number(row!['rows']), megabytes: Number(row!['bytes']) / 2 ** 20 };
	};

	// As after a start: nothing of it in memory, and everything else warm.
	const anew = async (): Promise<void> => {
		await server.end();
		await server.start();
		await get('people');
	};
	await anew();
	const raw = await timed(async () => (await get('live/stage')).arrayBuffer());
	figure('opening, without a snapshot', raw.took, 'ms', label);
	const first = await timed(async () => (await get('journal')).json());
	figure('journal read for the first time, snapshots made', first.took, 'ms', label);
	const [kept] =
		await server.sql`select count(*) as n, sum(length(data)) as bytes from snapshots where board_id = ${board}`;
	figure('snapshots that are kept', Number(kept!['n']), 'snapshots', label);
	figure('snapshots that are kept', Number(kept!['bytes']) / 2 ** 20, 'MB', label);
	const [told] = await server.sql`select count(*) as n from happenings where board_id = ${board}`;
	figure('happenings in the journal', Number(told!['n']), 'happenings', label);
	figure('a page of the journal', (await timed(async () => (await get('journal')).json())).took, 'ms', label);
	figure(
		'a page of the journal, by kind',
		(await timed(async () => (await get('journal?thing=sheet')).json())).took,
		'ms',
		label,
	);
	const history = await timed(
		async () => (await (await get('history')).json()) as { segments: { upTo: number }[] },
	);
	figure('what there is to replay', history.took, 'ms', label);
	const { segments } = history.result;
	const middle = segments[Math.floor(segments.length / 2)]!;
	const seek = await timed(async () => {
		const { state, updates } = readSegment(
			new Uint8Array(await (await get(`history/${middle.upTo}`)).arrayBuffer()),
		);
		const doc = new Y.Doc();
		Y.applyUpdateV2(doc, state);
		doc.transact(() => updates.forEach(({ data }) => Y.applyUpdate(doc, data)));
		return updates.length;
	});
	figure('an earlier moment from the middle, fetched and built', seek.took, 'ms', label);
	figure('updates in that piece', seek.result, 'updates', label);

	await server.end();
	await server.start();
	figure(
		'opening, from the snapshot',
		(await timed(async () => (await get('live/stage')).arrayBuffer())).took,
		'ms',
		label,
	);
	const before = await size();
	figure('log', before.megabytes, 'MB', label);
	const shortening = await timed(async () => {
		// Merges old updates when it starts; here every update is old.
		const other = await startServer({ like: server, env: { WANDTAFEL_SHORTEN_AFTER_DAYS: '0' } });
		let last = -1;
		for (let now = before.rows; now !== last;) {
			await new Promise((done) => setTimeout(done, 1500));
			[last, now] = [now, (await size()).rows];
			if (now === before.rows) last = -1;
		}
		await other.stop();
	});
	const after = await size();
	figure('merging old updates (to within 3 s)', shortening.took, 'ms', label);
	figure('rows of the log afterwards', after.rows, 'rows', label);
	figure('log afterwards', after.megabytes, 'MB', label);
}
