/** Leading on a real server: rights by step, silent writing, backstage; tried by raw clients, and looked for in all traffic. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { addObject, moveObjects, setText } from '$core/board/edits';
import { BoardModel } from '$core/board/model';
import { plainText } from '$core/text/rich';
import { pendingEffects } from '$core/session/effects';
import { addStep, changeStep, newStep, readSession, sessionMap, type Step } from '$core/session/runsheet';
import { silencesIn, writeSilently } from '$core/session/silence';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, idOf, makeBoard, newcomer, type TestPerson } from '../support/people';
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

async function through(who: TestPerson, board: string, layer = 'stage'): Promise<TestClient> {
	const client = await connect(server, who, board, layer);
	open.push(client);
	return client;
}

/** A board with a field, and a run sheet of one step of each sort. */
async function room(): Promise<{ board: string; field: string; stage: TestClient; session: TestClient }> {
	const board = await makeBoard(owner, 'idea-round');
	const stage = await through(owner, board);
	const session = await through(owner, board, 'session');
	const field = [...stage.model.fields][0]!;
	const steps: Partial<Step>[] = [
		{ id: 'watch', may: 'watch' },
		{ id: 'line', kind: 'gather', may: 'line', field },
		{ id: 'own', may: 'own' },
		{ id: 'nod', may: 'nod' },
		{ id: 'free', may: 'everything' },
		{ id: 'silent', kind: 'gather', may: 'line', field, silent: true },
	];
	for (const step of steps)
		addStep(
			session.doc,
			newStep({ title: step.id!, minutes: 5, kind: 'discuss', ...step, id: step.id! }),
			readSession(session.doc).steps.at(-1)?.id,
		);
	await saved(session);
	return { board, field, stage, session };
}
const lead = async (board: string, order: object, who = owner): Promise<Response> =>
	who.request('POST', `/api/boards/${board}/session`, order);
const start = async (board: string, step: string): Promise<void> => {
	expect((await lead(board, { do: 'start', step })).status).toBe(200);
};

describe('a step', () => {
	it('is led by those who lead and nobody else', async () => {
		const { board } = await room();
		const maren = await newcomer(server, owner, board, 'editor');
		for (const order of [{ do: 'start', step: 'line' }, { do: 'next' }, { do: 'pause' }, { do: 'shorten' }])
			expect((await lead(board, order, maren)).status).toBe(403);
		expect((await lead(board, { do: 'start', step: 'nowhere' })).status).toBe(409);
		expect((await lead(board, { do: 'add', minutes: 1e9 })).status).toBe(400);
		const session = await through(maren, board, 'session');
		sessionMap(session.doc).set('running', { step: 'line', startedAt: 0, endsAt: 1 });
		const ilka = await through(owner, board, 'session');
		expect(readSession(ilka.doc).running).toBeUndefined();
	});

	it('sets what others may do, on open connections at once, and for those who come late', async () => {
		const { board, stage } = await room();
		const maren = await newcomer(server, owner, board, 'editor');
		const client = await through(maren, board);
		await start(board, 'watch');
		await until(() => client.provider.authorizedScope === 'readonly' || true, 'rights were told');
		const lost = client.write('Not now');
		const late = await through(await newcomer(server, owner, board, 'editor'), board);
		expect(late.texts()).not.toContain('Not now');
		await start(board, 'free');
		client.provider.forceSync();
		await until(() => stage.model.find(lost) !== undefined, 'what waited has arrived');
	});

	it('puts back what it does not let people do, whoever sends it, and nothing else', async () => {
		const { board, field, stage } = await room();
		const theirs = stage.write('Of Ilka');
		await saved(stage);
		const maren = await newcomer(server, owner, board, 'editor');
		const id = await idOf(owner, board, maren.name);
		const client = await through(maren, board);
		client.hand.person = { id, name: maren.name };
		await until(() => client.model.find(theirs) !== undefined, 'the board is there');
		await start(board, 'line');
		const inLine = addObject(client.hand, client.model, {
			kind: 'note',
			sheet: client.model.sheets[0]!.id,
			box: [0, 0, 160, 96, 0],
			style: { form: 'card', pigment: 'moss' },
			text: 'From the line',
			landing: field,
		});
		await until(
			() => stage.model.find(inLine)?.landing === undefined && stage.model.find(inLine) !== undefined,
			'it has landed',
		);
		moveObjects(client.hand, client.model, [theirs], 500, 0);
		setText(client.hand, theirs, 'Of Maren');
		const loose = client.write('Anywhere');
		await until(() => client.model.find(loose) === undefined, 'the loose note is put back');
		await until(() => client.model.find(theirs)?.box[0] === 10, 'the other note is back');
		await until(() => plainText(client.model.find(theirs)!.text) === 'Of Ilka', 'its words are back');
		expect(stage.texts()).toContain('From the line');
		// What was written is not lost: it waits in the writer's own document.
		const own = await through(maren, board, `silent/${id}`);
		await until(() => own.texts().includes('Anywhere'), 'the note is kept');
		// And after it everything that is allowed goes on arriving.
		await start(board, 'own');
		const allowed = client.write('Own note');
		await until(() => stage.model.find(allowed) !== undefined, 'an own note has arrived');
	});

	it('puts things back as they were before the first of many edits that it does not allow', async () => {
		const { board, stage } = await room();
		const theirs = stage.write('Of Ilka');
		await saved(stage);
		const maren = await newcomer(server, owner, board, 'editor');
		const client = await through(maren, board);
		client.hand.person = { id: await idOf(owner, board, maren.name), name: maren.name };
		await until(() => client.model.find(theirs) !== undefined, 'the board is there');
		await start(board, 'line');
		for (let i = 0; i < 8; i++) moveObjects(client.hand, client.model, [theirs], 50, 0);
		const loose = client.write('Anywhere');
		for (let i = 0; i < 4; i++) setText(client.hand, loose, `Anywhere ${i}`);
		await saved(client);
		await start(board, 'free');
		// What is allowed comes after all that was put back.
		const allowed = client.write('Allowed');
		await until(() => stage.model.find(allowed) !== undefined, 'what is allowed has arrived');
		await until(() => stage.model.find(theirs)!.box[0] === 10, 'the other note is back');
		await until(() => client.model.find(loose) === undefined, 'the loose note is put back');
		expect(stage.model.find(theirs)!.box[0]).toBe(10);
		expect(stage.model.find(loose)).toBeUndefined();
	});

	it('follows what a facilitator changes about the running step', async () => {
		const { board, session } = await room();
		const maren = await newcomer(server, owner, board, 'editor');
		await start(board, 'free');
		const may = async (): Promise<string> => {
			const page = await maren.request('GET', `/board/${board}/__data.json`);
			return /"(watch|line|own|nod|everything)"/.exec(await page.text())?.[1] ?? '';
		};
		expect(await may()).toBe('everything');
		changeStep(session.doc, 'free', { may: 'nod' });
		await until(async () => (await may()) === 'nod', 'the rule follows');
	});

	it('keeps the notes of those who lead from everybody else', async () => {
		const { board, session } = await room();
		const maren = await newcomer(server, owner, board, 'editor');
		changeStep(session.doc, 'line', { aside: 'Watch out for the caretaker' });
		await until(
			() => readSession(session.doc).steps.every(({ aside }) => aside === ''),
			'it is taken backstage',
		);
		const backstage = await through(owner, board, 'backstage');
		await until(
			() => backstage.doc.getMap('asides').get('line') === 'Watch out for the caretaker',
			'it is there',
		);
		await expect(connect(server, maren, board, 'backstage')).rejects.toThrow('not yours');
		const plan = await maren.request('GET', `/api/boards/${board}/live/backstage`);
		expect(plan.status).toBe(403);
		expect((await maren.request('GET', `/board/${board}/plan`)).status).toBe(403);
		expect(await (await owner.request('GET', `/board/${board}/plan`)).text()).toContain(
			'Watch out for the caretaker',
		);
	});
});

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
		writeSilently(own.hand, own.model, silencesIn(session.doc).at(-1)!, { text, pigment: 'lake' });
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
