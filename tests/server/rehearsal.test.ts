/** A simulated team on a real server: it joins by the ordinary way, does what the step lets it, and leaves no trace. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SimulatedPerson } from '$lib/rehearsal/person';
import { teamOf } from '$core/rehearsal/habits';
import { readParking } from '$core/meeting/parking';
import { readSession } from '$core/meeting/runsheet';
import { silencesIn } from '$core/meeting/silence';
import { acceptThemes } from '$core/board/ops/accept-themes';
import type { Theme } from '$core/themes';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, makeBoard, makeLink, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
const open: TestClient[] = [];

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
});
afterAll(async () => {
	for (const client of open) client.destroy();
	await server?.stop();
});
async function through(board: string, layer = 'stage'): Promise<TestClient> {
	const client = await connect(server, owner, board, layer);
	open.push(client);
	return client;
}
const rehearse = (board: string, order: object): Promise<Response> =>
	owner.request('POST', `/api/boards/${board}/rehearsal`, order);
const lead = (board: string, order: object): Promise<Response> =>
	owner.request('POST', `/api/boards/${board}/session`, order);

describe('a rehearsal', () => {
	it('follows the run sheet from silent writing to the vote, and leaves no trace', async () => {
		const board = await makeBoard(owner, 'idea-round');
		const stage = await through(board);
		const session = await through(board, 'session');
		const before = JSON.stringify(stage.doc.getMap('objects').toJSON());
		const { steps } = readSession(session.doc);
		const step = (kind: string): string => steps.find((each) => each.kind === kind)!.id;
		expect((await rehearse(board, { do: 'start', people: 6, seed: 5, speed: 40 })).status).toBe(200);

		await lead(board, { do: 'start', step: step('gather') });
		const waiting = async (): Promise<number> => {
			const rows = (await (await owner.request('GET', `/api/boards/${board}/silence`)).json()) as {
				waiting: number;
			}[];
			return rows.reduce((sum, row) => sum + row.waiting, 0);
		};
		await until(async () => (await waiting()) >= 6, 'they have written silently', 30_000);
		expect(stage.texts().filter((text) => text !== '')).toHaveLength(2);
		const { run } = silencesIn(session.doc)[0]!;
		await lead(board, { do: 'reveal', run, all: true });
		await until(() => stage.model.objects.size >= 8, 'their notes are on the board');

		await lead(board, { do: 'start', step: step('read') });
		await until(() => [...stage.model.objects.values()].some(({ nods }) => nods?.length), 'they nod', 30_000);
		await lead(board, { do: 'start', step: step('vote') });
		const objects = [...stage.model.objects.values()]
			.filter(({ kind }) => kind === 'note')
			.map(({ id }) => id);
		const begun = await owner.request('POST', `/api/boards/${board}/votes`, {
			terms: { method: 'dots', question: 'Which?' },
			objects,
		});
		const { id } = (await begun.json()) as { id: string };
		const turnout = async (): Promise<number> => {
			const shown = (await (await owner.request('GET', `/api/boards/${board}/votes/${id}`)).json()) as {
				turnout: { voted: number };
			};
			return shown.turnout.voted;
		};
		await until(async () => (await turnout()) >= 4, 'they vote', 30_000);

		const there = Object.keys(JSON.parse(before) as object);
		const theirs = objects.filter((note) => !there.includes(note)).slice(0, 2);
		acceptThemes(stage.editContext, stage.model, [{ name: 'Queues', noteIds: theirs } as unknown as Theme]);
		await saved(stage);

		expect((await rehearse(board, { do: 'end' })).status).toBe(200);
		await until(
			() => JSON.stringify(stage.doc.getMap('objects').toJSON()) === before,
			'the board is as it was',
		);
		expect(readParking(session.doc)).toEqual([]);
		expect(await turnout()).toBe(0);
		const { members } = (await (await owner.request('GET', `/api/boards/${board}/people`)).json()) as {
			members: unknown[];
		};
		expect(members).toHaveLength(1);
		const [left] =
			await server.sql`select count(*)::int as count from people where name like '%(rehearsal)%'`;
		expect(left!['count']).toBe(0);
		const journal = await (await owner.request('GET', `/api/boards/${board}/journal`)).text();
		expect(journal).not.toContain('(rehearsal)');
	});

	it('is not begun among real people unless that is wanted, and only by those who lead', async () => {
		const board = await makeBoard(owner, 'idea-round');
		const maren = await newcomer(server, owner, board, 'editor');
		const client = await connect(server, maren, board);
		client.provider.awareness!.setLocalState({ person: (await me(maren, board)).id, name: maren.name });
		expect(
			(await maren.request('POST', `/api/boards/${board}/rehearsal`, { do: 'start', people: 3 })).status,
		).toBe(403);
		await until(
			async () => (await rehearse(board, { do: 'start', people: 3, seed: 1 })).status === 409,
			'it is refused',
		);
		expect((await rehearse(board, { do: 'start', people: 3, seed: 1, speed: 40, even: true })).status).toBe(
			200,
		);
		expect((await rehearse(board, { do: 'start', people: 3, even: true })).status).toBe(409);
		expect(await (await rehearse(board, { do: 'steer', isPaused: true })).json()).toMatchObject({
			isPaused: true,
		});
		await rehearse(board, { do: 'end' });
		client.destroy();
	});

	it('its people do the same from the same seed, and can do no more than others', async () => {
		const board = await makeBoard(owner, 'idea-round');
		const session = await through(board, 'session');
		const { token } = await makeLink(owner, board, 'editor');
		const where = { base: server.url, origin: server.url, board, token, language: 'en' as const };
		await lead(board, { do: 'start', step: readSession(session.doc).steps[0]!.id });
		const person = new SimulatedPerson(teamOf(3, 9, 'en')[0]!, where);
		await person.come();
		for (let i = 0; i < 12; i++) await person.act();
		expect(await person.settled()).toBe(true);
		// The first step only lets people watch.
		expect(person.tally.notes.size + person.tally.silent.size + person.tally.nods).toBe(0);
		person.leave();
	});
});

async function me(who: TestPerson, board: string): Promise<{ id: string }> {
	const answer = await who.request('GET', `/api/boards/${board}/people`);
	return ((await answer.json()) as { me: { id: string } }).me;
}
