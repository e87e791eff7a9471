/** The journal, earlier moments, and names that are hidden: as the server gives them out, and to whom. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { objectsOf } from '$core/board/document';
import { removeObjects, setText } from '$core/board/ops/edits';
import type { Happening } from '$core/journal/happenings';
import { readSegment } from '$core/journal/segment';
import { beginThread } from '$core/talk/edits';
import { largeBoard } from '../../scripts/bench/boards';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, idOf, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;

beforeAll(async () => {
	server = await startServer({ env: { WANDTAFEL_SHORTEN_AFTER_DAYS: '0' } });
	owner = await facilitator(server);
});
afterAll(() => server?.stop());

interface Page {
	happenings: Happening[];
	people: { id: string; name: string }[];
	next?: string;
}
const get = (who: TestPerson, board: string, path: string): Promise<Response> =>
	who.request('GET', `/api/boards/${board}/${path}`);
async function journal(who: TestPerson, board: string, query: Record<string, string> = {}): Promise<Page> {
	const response = await get(who, board, `journal?${new URLSearchParams(query)}`);
	expect(response.status).toBe(200);
	return (await response.json()) as Page;
}
const told = ({ happenings, people }: Page): string[] =>
	happenings.map(({ person, verb, thing, words }) =>
		[people.find(({ id }) => id === person)?.name ?? 'server', verb, thing, words].join(' ').trim(),
	);
/** Reads the journal until it says something: it may be a moment old. */
async function eventually(who: TestPerson, board: string, line: string): Promise<Page> {
	let page = await journal(who, board);
	await until(async () => told((page = await journal(who, board))).includes(line), line, 30_000);
	return page;
}
const everything = async (board: string): Promise<TestClient> => connect(server, owner, board);

describe('the journal', () => {
	it('is written on for a large board too, in a thread of its own', async () => {
		const board = await largeBoard(server.sql, owner.name, 2500);
		const client = await connect(server, owner, board);
		const id = client.write('One more among many');
		await saved(client);
		const page = await eventually(owner, board, `${owner.name} added note One more among many`);
		const many = page.happenings.filter(({ count }) => count > 400);
		expect(many.reduce((sum, { count }) => sum + count, 0)).toBeGreaterThan(1500);
		setText(client.editContext, id, 'And one change');
		await saved(client);
		await eventually(owner, board, `${owner.name} wrote note And one change`);
		const again = await connect(server, owner, board);
		expect(again.model.find(id)).toBeDefined();
		client.destroy();
		again.destroy();
	});

	it('says who did what and when, filtered by person, kind, sheet and time', async () => {
		const board = await makeBoard(owner, 'idea-round');
		const maren = await newcomer(server, owner, board, 'editor');
		const [one, two] = [await connect(server, owner, board), await connect(server, maren, board)];
		const id = one.write('Long queue');
		await until(() => two.model.find(id) !== undefined, 'the note has come');
		setText(two.editContext, id, 'Long queue at noon');
		await saved(one);
		await saved(two);
		const between = Date.now();
		await until(() => Date.now() > between + 5, 'a little later');
		removeObjects(two.editContext, two.model, [id]);
		await saved(two);
		const last = `${maren.name} deleted note Long queue at noon`;
		const page = await eventually(owner, board, last);
		expect(told(page).slice(0, 3)).toEqual([
			last,
			`${maren.name} wrote note Long queue at noon`,
			'Ilka added note Long queue',
		]);
		expect(told(page)).toContain('Ilka changed plan step');
		const marenId = await idOf(owner, board, maren.name);
		expect(told(await journal(owner, board, { person: marenId }))).toHaveLength(2);
		expect(
			told(await journal(owner, board, { thing: 'field' })).every((line) => line.includes('field')),
		).toBe(true);
		expect(told(await journal(owner, board, { thing: 'field' }))).toHaveLength(2);
		expect(told(await journal(owner, board, { from: String(between) }))).toEqual([last]);
		expect(told(await journal(owner, board, { until: String(between) }))).not.toContain(last);
		const sheet = one.model.sheets[0]!.id;
		expect(told(await journal(owner, board, { sheet }))).toContain(last);
		expect(told(await journal(owner, board, { sheet: 'elsewhere' }))).toEqual([]);
		for (const client of [one, two]) client.destroy();
	});

	it('is read page by page, every happening once', async () => {
		const board = await makeBoard(owner);
		const one = await everything(board);
		for (let i = 0; i < 700; i++) one.write(`Note ${i}`);
		await saved(one);
		await eventually(owner, board, 'Ilka added note Note 699');
		const words: string[] = [];
		let before: string | undefined;
		do {
			const page: Page = await journal(owner, board, { thing: 'note', ...(before ? { before } : {}) });
			words.push(...page.happenings.map((happening) => happening.words));
			before = page.next;
		} while (before !== undefined);
		expect(words.toReversed()).toEqual(Array.from({ length: 700 }, (_, i) => `Note ${i}`));
		one.destroy();
	});

	it('is not for those who may not be in, and refuses queries that it cannot read', async () => {
		const board = await makeBoard(owner);
		const stranger = await facilitator(server, 'Stranger');
		const looks = await newcomer(server, owner, board, 'viewer');
		expect((await get(looks, board, 'journal')).status).toBe(200);
		for (const path of ['journal', 'history', 'history/0'])
			expect((await get(stranger, board, path)).status).toBe(404);
		await owner.request('PATCH', `/api/boards/${board}/policy`, { closed: true });
		for (const path of ['journal', 'history', 'history/0'])
			expect((await get(looks, board, path)).status).toBe(403);
		for (const path of [
			'journal?thing=secret',
			'journal?from=yesterday',
			'journal?before=x',
			'history/-1',
			'history/x',
		])
			expect((await get(owner, board, path)).status).toBe(400);
		expect((await get(owner, board, 'history/123456789')).status).toBe(404);
	});
});

describe('earlier moments', () => {
	interface History {
		periods: { from: number; to: number }[];
		segments: { upTo: number; at: number }[];
	}
	const historyOf = async (board: string): Promise<History> =>
		(await (await get(owner, board, 'history')).json()) as History;
	const segment = async (board: string, upTo: number) =>
		readSegment(new Uint8Array(await (await get(owner, board, `history/${upTo}`)).arrayBuffer()));
	/** The texts on a board after its first updates, built from the very beginning. */
	async function replayed(board: string): Promise<{ states: number; last: Y.Doc }> {
		const { segments } = await historyOf(board);
		let states = 0;
		let last = new Y.Doc();
		for (const { upTo } of segments) {
			const { state, updates } = await segment(board, upTo);
			const doc = new Y.Doc();
			Y.applyUpdateV2(doc, state);
			// Each segment begins where the one before ends.
			expect(objectsOf(doc).toJSON()).toEqual(objectsOf(last).toJSON());
			for (const { data } of updates) Y.applyUpdate(doc, data);
			states += updates.length;
			last = doc;
		}
		return { states, last };
	}

	it('can be built from the pieces, each going on where the one before ends; merged updates give the same', async () => {
		const board = await makeBoard(owner);
		const one = await everything(board);
		for (let i = 0; i < 120; i++) {
			const id = one.write(`Note ${i}`);
			if (i % 3 === 0) removeObjects(one.editContext, one.model, [id]);
		}
		await saved(one);
		await eventually(owner, board, 'Ilka added note Note 119');
		const now = objectsOf(one.doc).toJSON();
		const before = await replayed(board);
		expect(before.states).toBeGreaterThan(100);
		expect(objectsOf(before.last).toJSON()).toEqual(now);
		const { periods } = await historyOf(board);
		expect(periods.length).toBeGreaterThan(0);
		expect(periods.every(({ from, to }) => from <= to)).toBe(true);

		one.destroy();
		// Old updates are merged when the server starts.
		await server.end();
		await server.start();
		const rows = async (): Promise<number> =>
			Number(
				(await server.sql`select count(*) from updates where document = ${`board/${board}/stage`}`)[0]![
					'count'
				],
			);
		await until(async () => (await rows()) < 20, 'the updates are merged');
		// What was merged is not read again: the mark stands at the end of what a snapshot has.
		const [marks] = await server.sql`
			select (select up_to from log_merges where document = ${`board/${board}/stage`}) as merged,
				(select max(up_to) from snapshots where document = ${`board/${board}/stage`}) as taken`;
		expect(marks!['merged']).toBe(marks!['taken']);
		const after = await replayed(board);
		expect(after.states).toBeLessThan(20);
		expect(objectsOf(after.last).toJSON()).toEqual(now);
		const again = await everything(board);
		expect(objectsOf(again.doc).toJSON()).toEqual(now);
		again.destroy();
	});
});

describe('hidden names', () => {
	const setNames = async (board: string, names: string): Promise<void> => {
		expect((await owner.request('PATCH', `/api/boards/${board}/policy`, { names })).status).toBe(200);
	};
	interface Member {
		id: string;
		name: string;
		role: string;
		behind?: string;
	}
	const members = async (who: TestPerson, board: string): Promise<Member[]> =>
		((await (await get(who, board, 'people')).json()) as { members: Member[] }).members;
	const authors = (client: TestClient): string[] =>
		[...client.model.objects.values()].map(({ by }) => by?.[1] ?? '');

	it('leave the board, the talk, the people list and the journal; those who lead know who is behind a voice', async () => {
		const board = await makeBoard(owner);
		const [maren, rosa] = [
			await newcomer(server, owner, board, 'editor'),
			await newcomer(server, owner, board, 'editor'),
		];
		const one = await connect(server, maren, board);
		const talk = await connect(server, maren, board, 'talk');
		const marenId = await idOf(owner, board, maren.name);
		one.editContext.person = { id: marenId, name: maren.name };
		talk.editContext.person = one.editContext.person;
		one.write('Before');
		beginThread(talk.editContext, { sheet: 's', at: [0, 0] }, 'Said before');
		await saved(one);
		await saved(talk);
		await eventually(owner, board, `${maren.name} added note Before`);
		await setNames(board, 'veiled');
		await until(() => authors(one).every((name) => /^Voice \d+$/.test(name)), 'the note has lost its name');
		await until(
			() => !JSON.stringify(talk.doc.getMap('talk').toJSON()).includes(maren.name),
			'so has the comment',
		);

		// A client that goes on under its own name is put behind the voice as well.
		one.write('After');
		await until(
			() => one.texts().includes('After') && authors(one).every((name) => name.startsWith('Voice')),
			'veiled',
		);
		const voice = authors(one)[0]!;
		expect(new Set(authors(one)).size).toBe(1);

		const seenByRosa = await members(rosa, board);
		expect(JSON.stringify(seenByRosa)).not.toContain(maren.name);
		expect(JSON.stringify(seenByRosa)).not.toContain(marenId);
		expect(seenByRosa.find(({ role }) => role === 'owner')?.name).toBe('Ilka');
		expect((await members(owner, board)).find(({ behind }) => behind === maren.name)?.name).toBe(voice);

		const page = await eventually(owner, board, `${voice} (${maren.name}) added note After`);
		expect(told(page)).toContain(`${maren.name} added note Before`);
		const forRosa = JSON.stringify(await journal(rosa, board));
		expect(forRosa).not.toContain(maren.name);
		expect(forRosa).not.toContain(marenId);
		expect(forRosa).toContain(voice);
		expect((await get(rosa, board, 'history')).status).toBe(403);
		expect((await get(owner, board, 'history')).status).toBe(200);
		for (const client of [one, talk]) client.destroy();
	});

	it('wholly hidden: those who lead learn nothing either, not from before, not afterwards; they can still send out', async () => {
		const board = await makeBoard(owner);
		const [maren, rosa] = [
			await newcomer(server, owner, board, 'editor'),
			await newcomer(server, owner, board, 'editor'),
		];
		const marenId = await idOf(owner, board, maren.name);
		const before = await connect(server, maren, board);
		before.editContext.person = { id: marenId, name: maren.name };
		const early = before.write('Known before');
		await saved(before);
		await setNames(board, 'hidden');
		await until(
			() => before.model.find(early)?.by?.[1] === 'Somebody',
			'what was known goes over to somebody',
		);
		const late = before.write('Unknown');
		await until(() => before.model.find(late)?.by?.[1].startsWith('Voice') === true, 'the voice writes');
		const voice = before.model.find(late)!.by!;
		await saved(before);

		const list = await members(owner, board);
		expect(JSON.stringify(list)).not.toContain(maren.name);
		expect(list.every(({ behind }) => behind === undefined)).toBe(true);
		expect(list.map(({ id }) => id)).toContain(voice[0]);
		const page = await eventually(owner, board, `${voice[1]} added note Unknown`);
		expect(JSON.stringify(page)).not.toContain(maren.name);
		expect((await get(owner, board, 'history')).status).toBe(403);

		// Shown again, what was written behind the voice stays there, in the journal and in the log.
		await setNames(board, 'shown');
		expect(before.model.find(late)?.by).toEqual(voice);
		expect(told(await journal(owner, board))).toContain(`${voice[1]} added note Unknown`);
		const writers = await server.sql`select distinct person_id from updates where board_id = ${board}`;
		expect(writers.map((row) => String(row['person_id']))).toContain(voice[0]);
		const bound = await server.sql`select 1 from memberships where alias_id = ${voice[0]}`;
		expect(bound).toHaveLength(0);

		await setNames(board, 'hidden');
		const unknown = (await members(owner, board)).find(({ role }) => role === 'editor')!;
		const out = await owner.request('POST', `/api/boards/${board}/people/${unknown.id}`, {
			do: 'send out',
			ban: true,
		});
		expect(out.status).toBe(200);
		expect((await members(owner, board)).map(({ id }) => id)).not.toContain(unknown.id);
		const banned = (await (await get(owner, board, 'people')).json()) as { banned: { name: string }[] };
		expect(banned.banned.map(({ name }) => name)).toEqual(['Somebody']);
		expect([maren, rosa]).toHaveLength(2);
		before.destroy();
	});

	it('are set only by those who lead', async () => {
		const board = await makeBoard(owner);
		const editor = await newcomer(server, owner, board, 'editor');
		expect((await editor.request('PATCH', `/api/boards/${board}/policy`, { names: 'hidden' })).status).toBe(
			403,
		);
		expect((await owner.request('PATCH', `/api/boards/${board}/policy`, { names: 'secret' })).status).toBe(
			400,
		);
	});
});
