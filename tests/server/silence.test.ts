/** Silent writing and backstage: what nobody sees before it is revealed or brought on. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { BoardModel } from '$core/board/model/model';
import { plainText } from '$core/text/rich';
import { pendingEffects } from '$core/meeting/effects';
import { changeStep, readSession } from '$core/meeting/runsheet';
import { silencesIn, writeSilently } from '$core/meeting/silence';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, idOf, newcomer, type TestPerson } from '../support/people';
import { Meetings, type Meeting } from '../support/meetings';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let meetings: Meetings;

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
	meetings = new Meetings(server, owner);
});
afterAll(async () => {
	meetings?.end();
	await server?.stop();
});

const through = (who: TestPerson, board: string, layer?: string): Promise<TestClient> =>
	meetings.through(who, board, layer);
const room = (): Promise<Meeting> => meetings.room();
const lead = (board: string, order: object, who?: TestPerson): Promise<Response> =>
	meetings.lead(board, order, who);
const start = (board: string, step: string): Promise<void> => meetings.start(board, step);

/** Everything that reaches somebody: frames on every layer, and what they can ask for. */
async function ears(
	who: TestPerson,
	board: string,
): Promise<{ clients: TestClient[]; heard: () => Promise<string> }> {
	const heard: string[] = [];
	const clients: TestClient[] = [];
	for (const layer of ['stage', 'session', 'talk']) {
		const client = await through(who, board, layer);
		client.provider.on('message', ({ event }: { event: MessageEvent<ArrayBuffer> }) => {
			heard.push(Buffer.from(event.data).toString('latin1'));
		});
		clients.push(client);
	}
	const paths = [
		'people',
		'journal',
		'history',
		'history/0',
		'live/stage',
		'live/session',
		'live/talk',
		'live/silent',
		'silence',
		'picture',
	];
	return {
		clients,
		heard: async () => {
			const answers = await Promise.all(
				paths.map(async (path) => {
					const response = await who.request('GET', `/api/boards/${board}/${path}`);
					return Buffer.from(await response.arrayBuffer()).toString('latin1');
				}),
			);
			const exported = await Promise.all(
				['csv', 'svg'].map(async (format) =>
					(await who.request('POST', `/api/boards/${board}/export`, { format })).text(),
				),
			);
			return [...heard, ...answers, ...exported].join('\n');
		},
	};
}

async function silentWriter(
	who: TestPerson,
	board: string,
	session: TestClient,
): Promise<{ own: TestClient; write: (text: string) => string; id: string }> {
	const id = await idOf(owner, board, who.name);
	const own = await through(who, board, `silent/${id}`);
	const write = (text: string): string =>
		writeSilently(own.editContext, own.model, silencesIn(session.doc).at(-1)!, { text, pigment: 'lake' });
	return { own, write, id };
}

describe('silent writing', () => {
	it('reaches nobody before the reveal, in no traffic of participants or of those who lead, and everybody after it', async () => {
		const { board, stage, session } = await room();
		const [nele, maren] = [
			await newcomer(server, owner, board, 'editor'),
			await newcomer(server, owner, board, 'editor'),
		];
		const [participant, leader] = [await ears(maren, board), await ears(owner, board)];
		await start(board, 'silent');
		const writer = await silentWriter(nele, board, session);
		writer.write('Zwiebelkuchen first');
		writer.write('Zwiebelkuchen second');
		await saved(writer.own);
		// Those who lead see how many, with names; others do not.
		await until(async () => {
			const response = await owner.request('GET', `/api/boards/${board}/silence`);
			return (await response.text()).includes('"waiting":2');
		}, 'two are counted');
		expect((await maren.request('GET', `/api/boards/${board}/silence`)).status).toBe(403);
		await expect(connect(server, maren, board, `silent/${writer.id}`)).rejects.toThrow('not yours');
		await expect(connect(server, owner, board, `silent/${writer.id}`)).rejects.toThrow('not yours');
		expect(await participant.heard()).not.toContain('Zwiebelkuchen');
		expect(await leader.heard()).not.toContain('Zwiebelkuchen');

		const { run } = silencesIn(session.doc)[0]!;
		expect((await lead(board, { do: 'reveal', run, all: true }, maren)).status).toBe(403);
		const both = await Promise.all([1, 2].map(() => lead(board, { do: 'reveal', run, all: true })));
		const counts = await Promise.all(
			both.map(async (each) => ((await each.json()) as { revealed: number }).revealed),
		);
		expect(counts.sort()).toEqual([0, 2]);
		await until(
			() => participant.clients[0]!.texts().filter((text) => text.startsWith('Zwiebelkuchen')).length === 2,
			'both are on the board',
		);
		const notes = [...stage.model.objects.values()].filter(({ text }) =>
			plainText(text).startsWith('Zwiebel'),
		);
		expect(notes.map(({ by }) => by[1])).toEqual([nele.name, nele.name]);
		await until(() => writer.own.texts().length === 0, 'they have left their document');
		await until(
			() => notes.every(({ id }) => stage.model.find(id)?.landing === undefined),
			'they have landed',
		);
		// The journal tells whose they were.
		expect(await participant.heard()).toContain('Zwiebelkuchen first');
	});

	it('follows when its writer was offline at the reveal, and those who lead are told', async () => {
		const { board, stage, session } = await room();
		const nele = await newcomer(server, owner, board, 'editor');
		await start(board, 'silent');
		const writer = await silentWriter(nele, board, session);
		const words: string[] = [];
		stage.provider.on('stateless', ({ payload }: { payload: string }) => words.push(payload));
		writer.own.disconnect();
		writer.write('Written in the cellar');
		const { run } = silencesIn(session.doc)[0]!;
		await lead(board, { do: 'reveal', run, all: true });
		await start(board, 'watch');
		writer.own.connect();
		await until(() => stage.texts().includes('Written in the cellar'), 'it follows');
		await until(
			() => words.some((word) => word.includes('late notes') && word.includes(nele.name)),
			'it is told',
		);
	});

	it('keeps names back also when the step is left for the next one, and whoever ticked it', async () => {
		const { board, stage, session } = await room();
		changeStep(session.doc, 'silent', { atEnd: 'reveal' });
		await saved(session);
		const [nele, other] = [await newcomer(server, owner, board, 'editor'), await facilitator(server, 'Rosa')];
		await start(board, 'silent');
		const writer = await silentWriter(nele, board, session);
		const id = writer.write('Not with my name');
		await saved(writer.own);
		expect((await lead(board, { do: 'with names', step: 'silent', withNames: false }, other)).status).toBe(
			404,
		);
		await lead(board, { do: 'with names', step: 'silent', withNames: false });
		await until(
			() => readSession(session.doc).steps.find(({ id: each }) => each === 'silent')?.withNames === false,
			'all who lead see the tick',
		);
		expect(await (await lead(board, { do: 'next', from: 'silent' })).json()).toEqual({ revealed: 1 });
		await until(() => stage.model.find(id) !== undefined, 'it is on the board');
		expect(stage.model.find(id)!.by).toEqual(['', '']);
	});

	it('comes to light after all when that failed while the step was left', async () => {
		const { board, stage, session } = await room();
		changeStep(session.doc, 'silent', { atEnd: 'reveal' });
		await saved(session);
		const nele = await newcomer(server, owner, board, 'editor');
		await start(board, 'silent');
		const writer = await silentWriter(nele, board, session);
		const id = writer.write('Late, not lost');
		await saved(writer.own);
		await server.sql`alter table silent_writers rename to silent_writers_away`;
		const left = await lead(board, { do: 'next', from: 'silent' });
		await server.sql`alter table silent_writers_away rename to silent_writers`;
		expect(left.status).toBe(200);
		expect(readSession(session.doc).running?.step).not.toBe('silent');
		await until(() => stage.model.find(id) !== undefined, 'it was tried again');
		await until(() => pendingEffects(session.doc).length === 0, 'and struck off');
	});

	it('goes by nobody’s name when it is revealed without', async () => {
		const { board, stage, session } = await room();
		const nele = await newcomer(server, owner, board, 'editor');
		await start(board, 'silent');
		const writer = await silentWriter(nele, board, session);
		const id = writer.write('Nobody said it');
		await saved(writer.own);
		const { run } = silencesIn(session.doc)[0]!;
		expect((await lead(board, { do: 'with names', step: 'silent', withNames: false })).status).toBe(200);
		await lead(board, { do: 'reveal', run, all: true });
		await until(() => stage.model.find(id) !== undefined, 'it is on the board');
		expect(stage.model.find(id)!.by).toEqual(['', '']);
		const journal = (await (await owner.request('GET', `/api/boards/${board}/journal`)).json()) as {
			happenings: { words: string; person?: string }[];
		};
		expect(
			journal.happenings.filter(({ words }) => words === 'Nobody said it').map(({ person }) => person),
		).toEqual([undefined]);
	});

	it('is revealed by itself when the step says so', async () => {
		const { board, stage, session } = await room();
		changeStep(session.doc, 'silent', { atEnd: 'reveal' });
		await saved(session);
		const nele = await newcomer(server, owner, board, 'editor');
		await start(board, 'silent');
		const writer = await silentWriter(nele, board, session);
		writer.write('At the end');
		await saved(writer.own);
		const next = await lead(board, { do: 'next', from: 'silent' });
		expect(await next.json()).toEqual({ revealed: 1 });
		await until(() => stage.texts().includes('At the end'), 'it is on the board');
	});
});

describe('backstage', () => {
	it('is never sent to others: not by wire, picture, export, journal or earlier moments; and comes on by a step', async () => {
		const { board, stage, session } = await room();
		const secret = stage.write('Gluehwuermchen');
		const open_ = stage.write('For everybody');
		await saved(stage);
		expect(
			(await owner.request('POST', `/api/boards/${board}/backstage`, { do: 'put', ids: [secret] })).status,
		).toBe(200);
		await until(() => stage.model.find(secret) === undefined, 'it is off the stage');
		const maren = await newcomer(server, owner, board, 'editor');
		const participant = await ears(maren, board);
		expect(participant.clients[0]!.model.find(open_)).toBeDefined();
		expect(await participant.heard()).not.toContain('Gluehwuermchen');
		expect(
			(await maren.request('POST', `/api/boards/${board}/backstage`, { do: 'bring on', ids: [secret] }))
				.status,
		).toBe(403);
		const backstage = await through(owner, board, 'backstage');
		expect(new BoardModel(backstage.doc).find(secret)?.kind).toBe('note');
		backstage.doc.getMap('cues').set(secret, 'nod');
		await saved(backstage);
		await start(board, 'nod');
		await until(() => participant.clients[0]!.texts().includes('Gluehwuermchen'), 'it has come on');
		void session;
	});

	it('is closed to whoever leads no more', async () => {
		const { board } = await room();
		const helper = await newcomer(server, owner, board, 'facilitator');
		const backstage = await through(helper, board, 'backstage');
		const id = await idOf(owner, board, helper.name);
		await owner.request('POST', `/api/boards/${board}/people/${id}`, { do: 'change', role: 'editor' });
		await until(() => backstage.closes.length > 0, 'the connection is ended');
		await expect(connect(server, helper, board, 'backstage')).rejects.toThrow('not yours');
		backstage.destroy();
	});
});

describe('the server', () => {
	it('has all of it after it was started anew', async () => {
		const { board, session } = await room();
		const nele = await newcomer(server, owner, board, 'editor');
		await start(board, 'silent');
		const writer = await silentWriter(nele, board, session);
		writer.write('Still here');
		await saved(writer.own);
		await server.kill();
		await server.start();
		const doc = new Y.Doc();
		const response = await nele.request('GET', `/api/boards/${board}/live/silent`);
		Y.applyUpdateV2(doc, new Uint8Array(await response.arrayBuffer()));
		expect([...new BoardModel(doc).objects.values()].map(({ text }) => plainText(text))).toEqual([
			'Still here',
		]);
		const { run } = silencesIn(session.doc)[0]!;
		expect(await (await lead(board, { do: 'reveal', run, all: true })).json()).toEqual({
			revealed: 1,
		});
	});
});
