/** Leading on a real server: rights by step, silent writing, backstage; tried by raw clients, and looked for in all traffic. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addObject, moveObjects, setText } from '$core/board/ops/edits';
import { plainText } from '$core/text/rich';
import { changeStep, readSession, sessionMap } from '$core/meeting/runsheet';
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
		client.editContext.person = { id, name: maren.name };
		await until(() => client.model.find(theirs) !== undefined, 'the board is there');
		await start(board, 'line');
		const inLine = addObject(client.editContext, client.model, {
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
		moveObjects(client.editContext, client.model, [theirs], 500, 0);
		setText(client.editContext, theirs, 'Of Maren');
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
		client.editContext.person = { id: await idOf(owner, board, maren.name), name: maren.name };
		await until(() => client.model.find(theirs) !== undefined, 'the board is there');
		await start(board, 'line');
		for (let i = 0; i < 8; i++) moveObjects(client.editContext, client.model, [theirs], 50, 0);
		const loose = client.write('Anywhere');
		for (let i = 0; i < 4; i++) setText(client.editContext, loose, `Anywhere ${i}`);
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
