/** A round in which everybody sorts, on a real server: who is dealt what, what is told to whom. */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { RoundOrder, ShownRound } from '$core/contract/sorting-round';
import { addStep, newStep } from '$core/meeting/runsheet';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, guest, idOf, makeBoard, makeLink, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let board: string;
const clients: TestClient[] = [];

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
});
afterAll(async () => {
	for (const client of clients) client.destroy();
	await server?.stop();
});

/** A board with notes, on which a step runs in which everybody sorts. */
beforeEach(async () => {
	board = await makeBoard(owner);
	const stage = await connect(server, owner, board);
	const session = await connect(server, owner, board, 'session');
	clients.push(stage, session);
	for (const text of ['Long queue', 'No numbers', 'Fuses gone', 'No belts']) stage.write(text);
	const step = newStep({ id: 'sort', title: 'Sort', kind: 'sort', minutes: 5, together: true });
	addStep(session.doc, step, undefined);
	await saved(stage);
	await saved(session);
	await lead({ do: 'start', step: 'sort' });
});

const path = (): string => `/api/boards/${board}/sorting-round`;
const lead = async (order: object): Promise<void> => {
	const response = await owner.request('POST', `/api/boards/${board}/session`, order);
	expect(response.status, await response.clone().text()).toBe(200);
};
const see = async (who: TestPerson): Promise<ShownRound | undefined> =>
	((await (await who.request('GET', path())).json()) as { round?: ShownRound }).round;
async function say(who: TestPerson, order: object): Promise<Response> {
	const round = await see(owner);
	return who.request('POST', path(), { run: round!.run, ...order } as RoundOrder);
}
interface Present extends TestPerson {
	client: TestClient;
}

/** Somebody who has the board open, as the server knows. */
async function present(name: string): Promise<Present> {
	const before = (await see(owner))!;
	const { token } = await makeLink(owner, board, 'editor');
	const who = await guest(server, token, name);
	const person = await idOf(owner, board, name);
	const client = await connect(server, who, board, 'stage', 'cookie', { person, name });
	clients.push(client);
	// Whoever leads sorts only while nobody else is there.
	const expected = before.sorts ? 1 : before.people + 1;
	await until(async () => (await see(owner))!.people === expected, `${name} is there`);
	return { ...who, client };
}

describe('a round', () => {
	it('deals each note to two, asks a third where they differ, and lays open what stays disputed', async () => {
		const people = [await present('Rosa'), await present('Maren'), await present('Vito')];
		expect((await see(people[0]!))!.deal.length).toBeGreaterThan(0);
		for (const name of ['Waiting', 'Parts', 'Other'])
			expect((await say(people[0]!, { do: 'name', name })).status).toBe(200);
		const { themes } = (await see(people[1]!))!;
		const [waiting, parts, other] = themes.map(({ id }) => id) as [string, string, string];
		const note = (await see(people[0]!))!.deal[0]!.note;
		const answer = (who: TestPerson, theme: string | undefined) => say(who, { do: 'answer', note, theme });
		await answer(people[0]!, waiting);
		expect((await see(owner))!.progress).toEqual({ through: 0, disputed: 0, open: 4 });
		await answer(people[1]!, parts);
		await answer(people[2]!, other);
		const { led, progress } = (await see(owner))!;
		expect(progress).toEqual({ through: 1, disputed: 1, open: 3 });
		expect(led!.disputed).toMatchObject([{ note, said: [{ by: 'Rosa' }, { by: 'Maren' }, { by: 'Vito' }] }]);
		await answer(people[2]!, parts);
		expect((await see(owner))!.led!.outcome.themes.find(({ id }) => id === parts)!.noteIds).toEqual([note]);
		await say(people[2]!, { do: 'take back', note });
		// Whoever takes an answer back is asked about the note again.
		expect((await see(people[2]!))!.deal[0]!.note).toBe(note);
		expect((await see(owner))!.progress.through).toBe(0);
	});

	it('tells who said what only where names are shown, and to nobody else', async () => {
		const rosa = await present('Rosa');
		const maren = await present('Maren');
		await say(rosa, { do: 'name', name: 'Waiting' });
		const { themes, deal } = (await see(rosa))!;
		const { note } = deal[0]!;
		await say(rosa, { do: 'answer', note, theme: themes[0]!.id });
		await say(maren, { do: 'answer', note });
		expect((await see(owner))!.led!.disputed).toHaveLength(1);
		expect(await see(maren)).not.toHaveProperty('led');
		expect(JSON.stringify(await see(maren))).not.toContain('Rosa');
		await owner.request('PATCH', `/api/boards/${board}/policy`, { names: 'veiled' });
		expect(JSON.stringify((await see(owner))!.led)).not.toMatch(/Rosa|Maren/);
	});

	it('joins themes of nearly the same name for anybody, others only for those who lead', async () => {
		const rosa = await present('Rosa');
		for (const name of ['Long waits', 'Long waits!', 'Parts']) await say(rosa, { do: 'name', name });
		const { themes, similar } = (await see(rosa))!;
		const [one, other, parts] = themes.map(({ id }) => id) as [string, string, string];
		expect(similar).toEqual([[one, other]]);
		expect((await say(rosa, { do: 'join', theme: parts, into: one })).status).toBe(403);
		expect((await say(rosa, { do: 'join', theme: other, into: one })).status).toBe(200);
		expect((await see(rosa))!.themes.map(({ name }) => name)).toEqual(['Long waits', 'Parts']);
		expect((await say(owner, { do: 'join', theme: parts, into: one })).status).toBe(200);
		// A name that was joined is found again.
		await say(rosa, { do: 'name', name: 'parts' });
		expect((await see(rosa))!.themes).toHaveLength(1);
	});

	it('answers many who speak at once, each for themselves', async () => {
		const [rosa, maren] = [await present('Rosa'), await present('Maren')];
		const { run } = (await see(owner))!;
		const speak = (who: TestPerson, order: object): Promise<Response> =>
			who.request('POST', path(), { run, ...order });
		const statuses = (
			await Promise.all([
				speak(rosa, { do: 'name', name: 'Waiting' }),
				speak(maren, { do: 'name', name: 'waiting' }),
				speak(rosa, { do: 'answer', note: 'another' }),
				...Array.from({ length: 10 }, () => rosa.request('GET', path())),
			])
		).map(({ status }) => status);
		expect(statuses.slice(0, 3)).toEqual([200, 200, 409]);
		expect(statuses.slice(3)).toEqual(Array.from({ length: 10 }, () => 200));
		const { themes } = (await see(rosa))!;
		expect(themes).toHaveLength(1);
		const dealt = await Promise.all([see(rosa), see(maren)]);
		const answers = dealt.flatMap((round, i) =>
			round!.deal.map(({ note }) => speak([rosa, maren][i]!, { do: 'answer', note, theme: themes[0]!.id })),
		);
		await Promise.all(answers);
		const told = await Promise.all([see(rosa), see(maren)]);
		expect(told.reduce((sum, round) => sum + round!.own.length, 0)).toBe(answers.length);
	});

	it('does not wait for somebody who has gone', async () => {
		const rosa = await present('Rosa');
		const maren = await present('Maren');
		await say(rosa, { do: 'name', name: 'Waiting' });
		const { themes, deal } = (await see(rosa))!;
		const { note } = deal[0]!;
		await say(rosa, { do: 'answer', note, theme: themes[0]!.id });
		expect((await see(owner))!.progress.through).toBe(0);
		maren.client.destroy();
		await until(async () => (await see(owner))!.people === 1, 'Maren has gone');
		expect((await see(owner))!.progress.through).toBe(1);
	});

	it('takes nothing from onlookers, strangers, about other notes, or once it is over', async () => {
		const rosa = await present('Rosa');
		const viewer = await newcomer(server, owner, board, 'viewer');
		const stranger = await facilitator(server, 'Nobody');
		await say(rosa, { do: 'name', name: 'Waiting' });
		const round = (await see(rosa))!;
		const { note } = round.deal[0]!;
		const theme = round.themes[0]!.id;
		expect((await say(viewer, { do: 'answer', note, theme })).status).toBe(403);
		expect((await see(viewer))!.deal).toEqual([]);
		expect((await stranger.request('GET', path())).status).toBe(404);
		expect((await say(rosa, { do: 'answer', note: 'another', theme })).status).toBe(409);
		expect((await say(rosa, { do: 'answer', note, theme: 'another' })).status).toBe(409);
		expect((await say(rosa, { do: 'answer', note: 'x'.repeat(99), theme })).status).toBe(400);
		expect((await say(rosa, { do: 'name', name: ' ' })).status).toBe(400);
		await lead({ do: 'end' });
		expect(await see(rosa)).toBeUndefined();
		const late = await rosa.request('POST', path(), { do: 'answer', run: round.run, note, theme });
		expect(late.status).toBe(409);
	});
});
