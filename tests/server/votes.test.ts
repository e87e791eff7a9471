/** Votes on a real server: every limit tried by people who go past the interface. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ShownVote } from '$core/contract/votes';
import { addStep, newStep } from '$core/meeting/runsheet';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, idOf, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let board: string;
let stage: TestClient;
let objects: string[];

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
	board = await makeBoard(owner);
	stage = await connect(server, owner, board);
	objects = ['Second queue', 'Parts list', 'Better lamps'].map((text) => stage.write(text));
	await saved(stage);
});
afterAll(async () => {
	stage?.destroy();
	await server?.stop();
});

const path = (rest = ''): string => `/api/boards/${board}/votes${rest}`;
async function begin(terms: object = {}, more: object = {}): Promise<string> {
	const response = await owner.request('POST', path(), {
		terms: { method: 'dots', question: 'What first?', each: 3, most: 2, ...terms },
		objects,
		...more,
	});
	expect(response.status, await response.clone().text()).toBe(201);
	return ((await response.json()) as { id: string }).id;
}
const cast = (who: TestPerson, vote: string, choice: object, basedOn = 0): Promise<Response> =>
	who.request('PUT', path(`/${vote}/ballot`), { choice, basedOn });
const see = async (who: TestPerson, vote: string): Promise<ShownVote> =>
	(await (await who.request('GET', path(`/${vote}`))).json()) as ShownVote;
const order = (who: TestPerson, vote: string, what: object): Promise<Response> =>
	who.request('POST', path(`/${vote}`), what);

describe('a vote', () => {
	it('is begun, closed and taken away only by those who lead', async () => {
		const maren = await newcomer(server, owner, board, 'editor');
		const vote = await begin();
		const request = { terms: { method: 'dots', question: 'Mine?' }, objects };
		expect((await maren.request('POST', path(), request)).status).toBe(403);
		for (const what of [{ do: 'close' }, { do: 'again' }, { do: 'remove' }])
			expect((await order(maren, vote, what)).status).toBe(403);
		const gone = { terms: { method: 'dots', question: 'Of what?' }, objects: ['no', 'where'] };
		expect((await owner.request('POST', path(), gone)).status).toBe(409);
		expect((await order(owner, vote, { do: 'remove' })).status).toBe(200);
		expect((await cast(maren, vote, { dots: { [objects[0]!]: 1 } })).status).toBe(404);
	});

	it('takes no ballot beyond its limits, whoever sends it', async () => {
		const maren = await newcomer(server, owner, board, 'commenter');
		const vote = await begin();
		const [a, b] = objects as [string, string];
		const tries: [object, number][] = [
			[{ dots: { [a]: 2, [b]: 2 } }, 409],
			[{ dots: { [a]: 3 } }, 409],
			[{ dots: { [a]: -5, [b]: 2 } }, 400],
			[{ dots: { [a]: 0.5 } }, 400],
			[{ dots: { 'some other object': 1 } }, 409],
			[{ order: [a, b] }, 409],
			[{ dots: { [a]: 2, [b]: 1 } }, 200],
		];
		for (const [choice, status] of tries)
			expect((await cast(maren, vote, choice)).status, JSON.stringify(choice)).toBe(status);
		expect((await see(maren, vote)).own).toEqual({ choice: { dots: { [a]: 2, [b]: 1 } }, revision: 1 });
		const viewer = await newcomer(server, owner, board, 'viewer');
		expect((await cast(viewer, vote, { dots: { [a]: 1 } })).status).toBe(403);
		const stranger = await facilitator(server, 'Stranger');
		expect((await cast(stranger, vote, { dots: { [a]: 1 } })).status).toBe(404);
	});

	it('counts one ballot a person: from two windows, sent twice, and sent again', async () => {
		const maren = await newcomer(server, owner, board, 'editor');
		const vote = await begin();
		const [a, b] = objects as [string, string];
		// Two windows at the same moment: one is taken, the other learns what stands.
		const both = await Promise.all([
			cast(maren, vote, { dots: { [a]: 2 } }),
			cast(maren, vote, { dots: { [b]: 2 } }),
		]);
		const answers = (await Promise.all(both.map((each) => each.json()))) as {
			isTaken: boolean;
			revision: number;
		}[];
		expect(answers.map(({ isTaken, revision }) => [isTaken, revision]).sort()).toEqual([
			[false, 1],
			[true, 1],
		]);
		expect((await cast(maren, vote, { dots: { [b]: 1 } }, 1)).status).toBe(200);
		// The first one once more, as somebody who recorded it would send it.
		expect(await (await cast(maren, vote, { dots: { [a]: 2 } }, 0)).json()).toMatchObject({
			isTaken: false,
			revision: 2,
		});
		await order(owner, vote, { do: 'close' });
		const { outcome, turnout } = await see(owner, vote);
		expect(turnout.voted).toBe(1);
		expect(outcome!.results.map(({ score }) => score)).toEqual([1, 0, 0]);
	});

	it('is closed when it is closed; asked again it begins anew and keeps the old', async () => {
		const maren = await newcomer(server, owner, board, 'editor');
		const vote = await begin();
		await cast(maren, vote, { dots: { [objects[0]!]: 2 } });
		await order(owner, vote, { do: 'close' });
		expect((await cast(maren, vote, { dots: { [objects[1]!]: 2 } }, 1)).status).toBe(409);
		const before = await see(maren, vote);
		const again = (
			(await (await order(owner, vote, { do: 'again', objects: objects.slice(0, 2) })).json()) as {
				id: string;
			}
		).id;
		expect(await see(maren, again)).toMatchObject({ round: 2, follows: vote, turnout: { voted: 0 } });
		expect((await see(maren, again)).options.map(({ id }) => id)).toEqual(objects.slice(0, 2));
		expect((await cast(maren, again, { dots: { [objects[1]!]: 2 } })).status).toBe(200);
		expect(await see(maren, vote)).toEqual(before);
	});

	it('closes by itself, and takes nothing from that moment on', async () => {
		const maren = await newcomer(server, owner, board, 'editor');
		const vote = await begin({}, { minutes: 0.5 });
		await server.sql`update votes set closes_at = clock_timestamp() + interval '300 milliseconds' where id = ${vote}`;
		expect((await cast(maren, vote, { dots: { [objects[0]!]: 1 } })).status).toBe(200);
		await until(async () => (await see(maren, vote)).closedAt !== undefined, 'it has closed');
		expect((await cast(maren, vote, { dots: {} }, 1)).status).toBe(409);
		const { closedAt } = await see(maren, vote);
		await order(owner, vote, { do: 'close' });
		expect((await see(maren, vote)).closedAt).toBe(closedAt);
	});

	it('no ballot gets in between the close and its result, however many come at once', async () => {
		const people = await Promise.all(
			Array.from({ length: 8 }, () => newcomer(server, owner, board, 'editor')),
		);
		const vote = await begin();
		const [statuses] = await Promise.all([
			Promise.all(people.map(async (who) => (await cast(who, vote, { dots: { [objects[2]!]: 1 } })).status)),
			order(owner, vote, { do: 'close' }),
		]);
		const taken = statuses.filter((status) => status === 200).length;
		expect((await see(owner, vote)).outcome!.turnout.voted).toBe(taken);
	});

	it('is for those whom it is for', async () => {
		const [maren, nele] = [
			await newcomer(server, owner, board, 'editor'),
			await newcomer(server, owner, board, 'editor'),
		];
		const some = await begin({ who: 'chosen', chosen: [await idOf(owner, board, maren.name)] });
		expect((await cast(maren, some, { dots: { [objects[0]!]: 1 } })).status).toBe(200);
		expect((await cast(nele, some, { dots: { [objects[0]!]: 1 } })).status).toBe(403);
		expect((await see(nele, some)).terms.chosen).toEqual([]);
		const others = await begin({ who: 'participants' });
		expect((await cast(owner, others, { dots: { [objects[0]!]: 1 } })).status).toBe(403);
		expect((await see(owner, others)).mayVote).toBe(false);
	});
});

describe('a secret vote', () => {
	it('says nothing of how it stands before the close, and never who voted for what', async () => {
		const [maren, nele] = [
			await newcomer(server, owner, board, 'editor'),
			await newcomer(server, owner, board, 'editor'),
		];
		const vote = await begin({ secret: true });
		const words: string[] = [];
		stage.provider.on('stateless', ({ payload }: { payload: string }) => words.push(payload));
		await cast(maren, vote, { dots: { [objects[1]!]: 2 } });
		await until(() => words.some((word) => word.includes(vote)), 'something is told');
		for (const who of [owner, nele]) {
			const shown = await see(who, vote);
			expect([shown.outcome, shown.ballots, shown.own]).toEqual([undefined, undefined, undefined]);
			expect(shown.turnout.voted).toBe(1);
		}
		expect(words.join()).not.toContain(objects[1]);
		await order(owner, vote, { do: 'close' });
		const shown = await see(owner, vote);
		expect(shown.outcome!.results[0]!.option.text).toBe('Parts list');
		expect(shown.ballots).toBeUndefined();
		expect(JSON.stringify(shown)).not.toContain(maren.name);
	});

	it('shows everybody how it stands after each change of each ballot, and of who may vote', async () => {
		const maren = await newcomer(server, owner, board, 'editor');
		const piet = await newcomer(server, owner, board, 'editor');
		const [a, b, c] = objects as [string, string, string];
		const vote = await begin({ secret: false });
		const stands = async (): Promise<unknown[]> =>
			Promise.all(
				[owner, maren, piet].map(async (who) => {
					const { outcome } = await see(who, vote);
					return Object.fromEntries(outcome!.results.map(({ option, score }) => [option.id, score]));
				}),
			);
		const all = (scores: object): object[] => [scores, scores, scores];
		expect(await stands()).toEqual(all({ [a]: 0, [b]: 0, [c]: 0 }));
		await cast(maren, vote, { dots: { [a]: 2 } });
		expect(await stands()).toEqual(all({ [a]: 2, [b]: 0, [c]: 0 }));
		await Promise.all([cast(maren, vote, { dots: { [b]: 2 } }, 1), cast(piet, vote, { dots: { [c]: 1 } })]);
		expect(await stands()).toEqual(all({ [a]: 0, [b]: 2, [c]: 1 }));
		expect((await see(maren, vote)).own).toEqual({ choice: { dots: { [b]: 2 } }, revision: 2 });
		const { entitled } = (await see(owner, vote)).turnout;
		await newcomer(server, owner, board, 'editor');
		expect((await see(owner, vote)).turnout).toEqual({ voted: 2, entitled: entitled + 1 });
		await order(owner, vote, { do: 'close' });
		expect(await stands()).toEqual(all({ [a]: 0, [b]: 2, [c]: 1 }));
	});

	it('that is open instead shows how it stands, and in the end who voted for what', async () => {
		const maren = await newcomer(server, owner, board, 'editor');
		const vote = await begin({ secret: false });
		await cast(maren, vote, { dots: { [objects[1]!]: 2 } });
		const open = await see(owner, vote);
		expect(open.outcome!.results[0]).toMatchObject({ score: 2, voters: 1 });
		expect(open.ballots).toBeUndefined();
		await order(owner, vote, { do: 'close' });
		expect((await see(owner, vote)).ballots).toEqual([
			{ name: maren.name, choice: { dots: { [objects[1]!]: 2 } } },
		]);
		await owner.request('PATCH', `/api/boards/${board}/policy`, { names: 'veiled' });
		expect((await see(owner, vote)).ballots).toBeUndefined();
		await owner.request('PATCH', `/api/boards/${board}/policy`, { names: 'shown' });
	});
});

describe('other methods', () => {
	it('are counted by their own rules', async () => {
		const people = await Promise.all([1, 2, 3].map(() => newcomer(server, owner, board, 'editor')));
		const [a, b, c] = objects as [string, string, string];
		const ranking = await begin({ method: 'ranking' });
		const orders = [
			[a, b, c],
			[a, b, c],
			[b, c, a],
		];
		for (const [i, who] of people.entries())
			expect((await cast(who, ranking, { order: orders[i] })).status).toBe(200);
		expect((await cast(people[0]!, ranking, { order: [a, a] }, 1)).status).toBe(409);
		await order(owner, ranking, { do: 'close' });
		const result = (await see(owner, ranking)).outcome!;
		expect(result.rule).toBe('borda');
		expect(result.tied.map(({ id }) => id).sort()).toEqual([a, b].sort());
		expect(result.others).toMatchObject([
			{ rule: 'plurality', top: [{ id: a }] },
			{ rule: 'schulze', top: [{ id: a }] },
		]);
		const rating = await begin({ method: 'rating', steps: 5 });
		for (const who of people) await cast(who, rating, { steps: { [a]: 5, [b]: 2 } });
		await order(owner, rating, { do: 'close' });
		expect((await see(owner, rating)).outcome).toMatchObject({
			rule: 'mean',
			agreement: { measure: 'consensus', value: 1 },
		});
		const matrix = await begin({ method: 'matrix', steps: 5 });
		await cast(people[0]!, matrix, { places: { [c]: [2, 4] } });
		await order(owner, matrix, { do: 'close' });
		expect((await see(owner, matrix)).outcome!.results[0]).toMatchObject({
			option: { id: c },
			place: [2, 4],
		});
	});
});

describe('a step', () => {
	it('that closes the vote at its end does so', async () => {
		const session = await connect(server, owner, board, 'session');
		for (const step of [
			newStep({ id: 'decide', title: 'Decide', kind: 'vote', minutes: 5, atEnd: 'close vote' }),
			newStep({ id: 'end', title: 'End', kind: 'wrap-up', minutes: 5 }),
		])
			addStep(session.doc, step, step.id === 'end' ? 'decide' : undefined);
		await saved(session);
		await owner.request('POST', `/api/boards/${board}/session`, { do: 'start', step: 'decide' });
		const vote = await begin();
		await owner.request('POST', `/api/boards/${board}/session`, { do: 'next', from: 'decide' });
		expect((await see(owner, vote)).closedAt).toBeDefined();
		session.destroy();
	});
});
