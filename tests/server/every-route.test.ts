/**
 * Every route and document of a board, asked by somebody of every role: the table of rights
 * decides, and nothing else.
 */
import { once } from 'node:events';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as encoding from 'lib0/encoding';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { may, OPEN_POLICY, type Right } from '$core/access/rights';
import { GIVEN_ROLES, type Role } from '$core/access/roles';
import { frame } from '$lib/server/live/frames';
import { connect, socketFor, until } from '../support/client';
import { facilitator, makeBoard, newcomer, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

const FOLDER = 'src/routes/api/boards/[id]';
const NOBODY = 'nobody-known';
const vote = { terms: { method: 'dots', question: 'Which?' }, objects: ['a', 'b'] };

interface Asked {
	/**
	 * What it takes; `sign-in` is open to all who are signed in, `account` to members with an
	 * account.
	 */
	takes: Right | 'sign-in' | 'account';
	/** A request that is well formed, and changes nothing that another one needs. */
	body?: unknown;
	/**
	 * Of several orders that a route takes, those that need something else, in the order of the
	 * route.
	 */
	also?: { takes: Right; body: unknown }[];
}

const ROUTES: Record<string, Asked> = {
	'PATCH ': { takes: 'own', body: { title: 'The café' } },
	'POST ': {
		takes: 'enter',
		body: { do: 'star', starred: false },
		also: [{ takes: 'own', body: { do: 'move', project: null } }],
	},
	'POST /copy': { takes: 'account' },
	'POST /backstage': { takes: 'lead', body: { do: 'put', ids: [NOBODY] } },
	'POST /call': { takes: 'lead', body: { do: 'let go' } },
	'GET /access': { takes: 'sign-in' },
	'POST /export': { takes: 'export', body: { format: 'csv' } },
	'GET /export/[key]': { takes: 'export' },
	'DELETE /export/[key]': { takes: 'export' },
	'POST /files': { takes: 'write', body: {} },
	'GET /files/[hash]': { takes: 'enter' },
	'POST /files/share': { takes: 'write', body: { from: 'BOARD', hashes: [] } },
	'GET /history': { takes: 'enter' },
	'GET /history/[upTo]': { takes: 'enter' },
	'PATCH /policy': {
		takes: 'lead',
		body: {},
		also: [{ takes: 'own', body: { asksModel: false } }],
	},
	'GET /journal': { takes: 'enter' },
	'GET /links': { takes: 'share' },
	'POST /links': { takes: 'share', body: { role: 'viewer' } },
	'DELETE /links/[link]': { takes: 'share' },
	'POST /links/[link]': { takes: 'share', body: { do: 'renew' } },
	'GET /live/[layer]': { takes: 'lead' },
	'POST /parking': { takes: 'park', body: { do: 'park', text: 'Who has the key?' } },
	'GET /people': { takes: 'enter' },
	'POST /people/[person]': {
		takes: 'lead',
		body: { do: 'change', role: 'viewer' },
		also: [
			{ takes: 'lead', body: { do: 'send out', ban: false } },
			{ takes: 'lead', body: { do: 'lift ban' } },
			{ takes: 'own', body: { do: 'hand over' } },
		],
	},
	'GET /picture': { takes: 'enter' },
	'GET /rehearsal': { takes: 'lead' },
	'POST /rehearsal': { takes: 'lead', body: { do: 'end' } },
	'GET /report': { takes: 'export' },
	'GET /report/[format]': { takes: 'export' },
	'PUT /report': { takes: 'lead', body: { report: { type: 'doc', content: [] }, basedOn: 0 } },
	'DELETE /report': { takes: 'lead' },
	'GET /report/picture': { takes: 'export' },
	'POST /restored': { takes: 'edit', body: { to: 0 } },
	'POST /session': { takes: 'lead', body: { do: 'end' } },
	'GET /silence': { takes: 'lead' },
	'POST /themes': { takes: 'write', body: { noteIds: [NOBODY, 'another'] } },
	'POST /themes/ready': { takes: 'write', body: { noteIds: [NOBODY] } },
	'GET /themes/names': { takes: 'enter' },
	'POST /themes/places': {
		takes: 'write',
		body: { noteIds: [NOBODY], themes: [{ name: 'Queues', noteIds: [] }] },
	},
	'POST /themes/review': {
		takes: 'write',
		body: { noteIds: [NOBODY], themes: [{ name: 'Queues', noteIds: [] }] },
	},
	'POST /themes/like-moved': {
		takes: 'write',
		body: { noteIds: [NOBODY], themes: [{ name: 'Queues', noteIds: [] }], moved: [{ id: NOBODY }], to: 0 },
	},
	'POST /model/notes': { takes: 'edit', body: { noteIds: [NOBODY] } },
	'POST /model/themes': { takes: 'edit', body: { noteIds: [NOBODY, 'another'] } },
	'POST /model/theme': { takes: 'edit', body: { name: 'Queues', noteIds: [NOBODY] } },
	'GET /sorting-round': { takes: 'enter' },
	'POST /sorting-round': { takes: 'talk', body: { do: 'take back', run: 'none', note: NOBODY } },
	'GET /votes': { takes: 'enter' },
	'POST /votes': { takes: 'lead', body: vote },
	'GET /votes/[vote]': { takes: 'enter' },
	'POST /votes/[vote]': { takes: 'lead', body: { do: 'close' } },
	'PUT /votes/[vote]/ballot': { takes: 'enter', body: { choice: { dots: {} }, basedOn: 0 } },
};
/** It ends the board: asked by those who must not. */
const LAST = 'DELETE ';

/** Methods and paths of all routes of a board, as they stand in the folder. */
function routesIn(folder: string, path = ''): string[] {
	return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
		if (entry.isDirectory()) return routesIn(join(folder, entry.name), `${path}/${entry.name}`);
		if (entry.name !== '+server.ts') return [];
		const text = readFileSync(join(folder, entry.name), 'utf8');
		return [...text.matchAll(/export const (GET|POST|PUT|PATCH|DELETE)\b/g)].map(
			([, method]) => `${method} ${path}`,
		);
	});
}

let server: TestServer;
let owner: TestPerson;
let board: string;
let people: { role: Role; who: TestPerson }[];

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
	board = await makeBoard(owner);
	people = [{ role: 'owner', who: owner }];
	for (const role of GIVEN_ROLES) people.push({ role, who: await newcomer(server, owner, board, role) });
});
afterAll(() => server?.stop());

async function ask(who: TestPerson, route: string, body: unknown): Promise<number> {
	const [method, path] = route.split(' ') as [string, string];
	const at = path
		.replace('[upTo]', '0')
		.replace('[hash]', '0'.repeat(64))
		.replace('[layer]', 'backstage')
		.replace('[format]', 'md')
		.replace('report/picture', 'report/picture?field=none')
		.replace(/\[\w+\]/, NOBODY);
	const sent: unknown = JSON.parse(JSON.stringify(body ?? null).replace('BOARD', board));
	return (await who.request(method, `/api/boards/${board}${at}`, sent ?? undefined)).status;
}
const orders = ({ takes, body, also = [] }: Asked): { takes: Asked['takes']; body: unknown }[] => [
	{ takes, body },
	...also,
];

describe('every route of a board', () => {
	it('has a line in this table', () => {
		expect(routesIn(FOLDER).sort()).toEqual([...Object.keys(ROUTES), LAST].sort());
	});

	it.each(Object.keys(ROUTES))('%s is answered to those whose role may', async (route) => {
		for (const { takes, body } of orders(ROUTES[route]!)) {
			for (const { role, who } of people) {
				const status = await ask(who, route, body);
				const what = `${role}, ${route} ${JSON.stringify(body)}: ${status}`;
				const isAllowed =
					takes === 'sign-in' || (takes === 'account' ? role === 'owner' : may(role, takes, OPEN_POLICY));
				// What is asked about need not be there; that one may ask is what counts here.
				if (isAllowed) expect([200, 201, 404, 409, 415], what).toContain(status);
				else expect(status, what).toBe(403);
			}
		}
	});

	it('is closed to those who do not belong to it, and to those who are not signed in', async () => {
		const stranger = await facilitator(server, 'Stranger');
		const unknown: TestPerson = {
			...stranger,
			request: (method, path, body) =>
				fetch(server.url + path, {
					method,
					headers: { origin: server.url, 'content-type': 'application/json' },
					...(body === undefined ? {} : { body: JSON.stringify(body) }),
				}),
		};
		for (const [route, asked] of [...Object.entries(ROUTES), [LAST, { takes: 'own' }] as const]) {
			for (const { takes, body } of orders(asked)) {
				expect(await ask(unknown, route, body), `nobody, ${route}`).toBe(401);
				if (takes !== 'sign-in') expect(await ask(stranger, route, body), `stranger, ${route}`).toBe(404);
			}
		}
	});

	it('leaves the board itself to its owner', async () => {
		for (const { role, who } of people)
			if (!may(role, 'own', OPEN_POLICY)) expect(await ask(who, LAST, undefined), role).toBe(403);
	});
});

/** What a role must be able to do so that its edit of a document is taken. */
const TO_WRITE: Record<string, Right> = { stage: 'edit', backstage: 'lead' };

const KIND = { sync: 0, auth: 2 };
const UPDATE = 2;

describe('every document of objects', () => {
	it.each(Object.keys(TO_WRITE))('%s takes edits of those whose role may', async (layer) => {
		const document = `board/${board}/${layer}`;
		const witness = await connect(server, owner, board, layer as 'stage');
		for (const { role, who } of people) {
			const doc = new Y.Doc();
			const id = `${layer}-${role}`;
			doc.getMap('objects').set(id, new Y.Map([['kind', 'note']]));
			const socket = socketFor(server, who);
			await once(socket, 'open');
			socket.send(
				frame(document, KIND.auth, (encoder) => {
					encoding.writeVarUint(encoder, 0);
					encoding.writeVarString(encoder, 'cookie');
				}),
			);
			await once(socket, 'message');
			socket.send(
				frame(document, KIND.sync, (encoder) => {
					encoding.writeVarUint(encoder, UPDATE);
					encoding.writeVarUint8Array(encoder, Y.encodeStateAsUpdate(doc));
				}),
			);
			if (may(role, TO_WRITE[layer]!, OPEN_POLICY))
				await until(() => witness.doc.getMap('objects').has(id), `the edit of the ${role} has arrived`);
			else {
				// The answer to a request of the same person comes after what they sent was dealt
				// with.
				const note = witness.write(`after the ${role}`);
				await until(() => witness.told.has(note), 'the owner’s note is saved');
				expect(witness.doc.getMap('objects').has(id), role).toBe(false);
			}
			socket.close();
		}
		witness.destroy();
	});
});
