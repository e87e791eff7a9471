/** What comes out and is kept: the report as page, Markdown and PDF; drawers and recipes of one's own. */
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { copyOut } from '$core/board/ops/clip';
import { readSession } from '$core/meeting/runsheet';
import type { Report } from '$core/report/document';
import { connect, saved, until, type TestClient } from '../support/client';
import { facilitator, makeBoard, newcomer, type TestPerson } from '../support/people';
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

describe('the report', () => {
	it('writes itself, is edited by those who lead, and is taken out as Markdown and PDF', async () => {
		const board = await makeBoard(owner, 'idea-round');
		const maren = await newcomer(server, owner, board, 'editor');
		await maren.request('GET', `/board/${board}/__data.json`);
		const stage = await through(owner, board);
		const ids = ['Second queue', 'Łamp ő and “quotes”'].map((text) => stage.write(text));
		await saved(stage);
		const vote = (await (
			await owner.request('POST', `/api/boards/${board}/votes`, {
				terms: { method: 'dots', question: 'What first?' },
				objects: ids,
			})
		).json()) as { id: string };
		await maren.request('PUT', `/api/boards/${board}/votes/${vote.id}/ballot`, {
			choice: { dots: { [ids[0]!]: 2 } },
			basedOn: 0,
		});
		await owner.request('POST', `/api/boards/${board}/votes/${vote.id}`, { do: 'close' });
		await maren.request('POST', `/api/boards/${board}/parking`, { do: 'park', text: 'Insurance?' });

		const path = `/api/boards/${board}/report`;
		/** Markdown, which comes in an archive where there are pictures. */
		const text = async (): Promise<string> => {
			const answer = await owner.request('GET', `${path}/md`);
			if (answer.headers.get('content-type') !== 'application/zip') return answer.text();
			const files = unzipSync(new Uint8Array(await answer.arrayBuffer()));
			const words = strFromU8(files[Object.keys(files).find((name) => name.endsWith('.md'))!]!);
			for (const [, name] of words.matchAll(/!\[[^\]]*\]\(([^)]+)\)/g))
				expect(Buffer.from(files[name!]!.subarray(1, 4)).toString()).toBe('PNG');
			return words;
		};
		const written = await text();
		for (const part of ['What could we try next?', 'What first? – “Second queue”', 'Insurance?', maren.name])
			expect(written).toContain(part);
		const pdf = new Uint8Array(await (await owner.request('GET', `${path}/pdf`)).arrayBuffer());
		expect(Buffer.from(pdf.subarray(0, 5)).toString()).toBe('%PDF-');
		expect(pdf.length).toBeGreaterThan(8000);

		const { report, revision } = (await (await owner.request('GET', path)).json()) as {
			report: Report;
			revision: number;
		};
		expect(revision).toBe(0);
		report.content.push({ type: 'paragraph', content: [{ type: 'text', text: 'Next meeting in March.' }] });
		expect((await maren.request('PUT', path, { report, basedOn: 0 })).status).toBe(403);
		expect((await owner.request('PUT', path, { report, basedOn: 0 })).status).toBe(200);
		// Somebody who has not seen that does not write over it.
		expect((await owner.request('PUT', path, { report, basedOn: 0 })).status).toBe(409);
		expect(
			(
				await owner.request('PUT', path, {
					report: { type: 'doc', content: [{ type: 'script' }] },
					basedOn: 1,
				})
			).status,
		).toBe(400);
		expect(await text()).toContain('Next meeting in March.');
		await owner.request('DELETE', path);
		expect(await text()).not.toContain('Next meeting in March.');

		await owner.request('PATCH', `/api/boards/${board}/policy`, { names: 'veiled' });
		expect(await text()).not.toContain(maren.name);
		await owner.request('PATCH', `/api/boards/${board}/policy`, { onlookersTakeOut: false });
		const viewer = await newcomer(server, owner, board, 'viewer');
		expect((await viewer.request('GET', path)).status).toBe(403);
		const field = [...stage.model.fields][0]!;
		const picture = await owner.request('GET', `${path}/picture?field=${field}`);
		expect(picture.headers.get('content-type')).toBe('image/png');
		expect((await owner.request('GET', `${path}/picture?field=none`)).status).toBe(404);
	});
});

interface Piece {
	id: string;
	name: string;
	own: boolean;
}

describe('a drawer', () => {
	it('keeps pieces for oneself, for a project, for everybody; changed only by whoever made them', async () => {
		const board = await makeBoard(owner);
		const stage = await through(owner, board);
		const id = stage.write('Keep me');
		await saved(stage);
		const content = { objects: copyOut(stage.model, [id]).objects };
		const keep = (who: TestPerson, more: object): Promise<Response> =>
			who.request('POST', '/api/drawer', { name: 'A note', scope: 'own', board, content, ...more });
		const list = async (who: TestPerson): Promise<Piece[]> =>
			(await (await who.request('GET', '/api/drawer')).json()) as Piece[];
		const mine = ((await (await keep(owner, {})).json()) as { id: string }).id;
		const all = ((await (await keep(owner, { name: 'For all', scope: 'all' })).json()) as { id: string }).id;
		const other = await facilitator(server, 'Other');
		expect((await list(owner)).map(({ name }) => name)).toEqual(['A note', 'For all']);
		expect((await list(other)).map(({ name, own }) => [name, own])).toEqual([['For all', false]]);
		expect((await other.request('PATCH', `/api/drawer/${all}`, { name: 'Mine' })).status).toBe(403);
		expect((await other.request('DELETE', `/api/drawer/${mine}`)).status).toBe(404);
		// From a board on which one is not, nothing is kept; nor by guests; nor what cannot be read.
		expect((await keep(other, {})).status).toBe(404);
		expect((await keep(await newcomer(server, owner, board, 'editor'), {})).status).toBe(403);
		expect((await keep(owner, { content: { objects: [{ kind: 'cloud' }] } })).status).toBe(400);
		const project = (
			(await (await owner.request('POST', '/api/projects', { title: 'Café' })).json()) as { id: string }
		).id;
		expect((await keep(owner, { name: 'Of the project', scope: 'project', projectId: project })).status).toBe(
			201,
		);
		expect((await keep(owner, { scope: 'project', projectId: 'another' })).status).toBe(403);
		await owner.request('PATCH', `/api/drawer/${mine}`, { name: 'Another name' });
		await owner.request('DELETE', `/api/drawer/${all}`);
		expect((await list(owner)).map(({ name }) => name)).toEqual(['Another name', 'Of the project']);
		expect(await list(other)).toEqual([]);
	});

	it('keeps a run sheet with its fields as a recipe of one’s own', async () => {
		const board = await makeBoard(owner, 'idea-round');
		const stage = await through(owner, board);
		const session = await through(owner, board, 'session');
		const sheet = stage.model.sheets[0]!.id;
		const content = {
			objects: copyOut(
				stage.model,
				stage.model.onSheet(sheet).map(({ id }) => id),
			).objects,
			steps: readSession(session.doc).steps.map((step, i) => ({ ...step, aside: i === 0 ? 'Smile' : '' })),
		};
		const { id } = (await (
			await owner.request('POST', '/api/drawer', { name: 'My round', scope: 'own', board, content })
		).json()) as { id: string };
		const made = (await (
			await owner.request('POST', '/api/boards', { start: 'recipe', recipe: id, minutes: 14 })
		).json()) as { id: string };
		const again = await through(owner, made.id, 'session');
		const copy = await through(owner, made.id);
		const { steps } = readSession(again.doc);
		expect(steps.map(({ title }) => title)).toEqual(content.steps.map(({ title }) => title));
		expect(steps.reduce((sum, step) => sum + step.minutes, 0)).toBeLessThanOrEqual(16);
		for (const { field } of steps) if (field) expect(copy.model.find(field)?.kind).toBe('field');
		expect(steps.filter(({ field }) => field)).not.toHaveLength(0);
		const backstage = await through(owner, made.id, 'backstage');
		await until(() => backstage.doc.getMap('asides').get(steps[0]!.id) === 'Smile', 'the note is backstage');
		expect((await owner.request('POST', '/api/boards', { start: 'recipe', recipe: 'nothing' })).status).toBe(
			404,
		);
	});
});

describe('the parking lot', () => {
	it('takes questions in every step, and each takes back only their own', async () => {
		const board = await makeBoard(owner, 'idea-round');
		const session = await through(owner, board, 'session');
		await owner.request('POST', `/api/boards/${board}/session`, {
			do: 'start',
			step: readSession(session.doc).steps[0]!.id,
		});
		const [maren, nele] = [
			await newcomer(server, owner, board, 'commenter'),
			await newcomer(server, owner, board, 'editor'),
		];
		const park = (who: TestPerson, text: string): Promise<Response> =>
			who.request('POST', `/api/boards/${board}/parking`, { do: 'park', text });
		expect((await park(maren, 'Keys?')).status).toBe(200);
		expect((await park(nele, '')).status).toBe(400);
		expect((await park(await newcomer(server, owner, board, 'viewer'), 'Mine')).status).toBe(403);
		const lot = session.doc.getMap<{ text: string }>('parking');
		await until(() => lot.size === 1, 'it is parked');
		const [id] = [...lot.keys()];
		expect((await nele.request('POST', `/api/boards/${board}/parking`, { do: 'take back', id })).status).toBe(
			403,
		);
		expect(
			(await maren.request('POST', `/api/boards/${board}/parking`, { do: 'take back', id })).status,
		).toBe(200);
		await until(() => lot.size === 0, 'it is taken back');
	});
});
