/**
 * Puts the demo data into an empty database; with `--again`, replaces it. Needs DATABASE_URL, the demo
 * password, and the token of the participants' link (WANDTAFEL_DEMO_PASSWORD, and --token TOKEN).
 * Prints the id of the demo board.
 */
import { hashPassword } from 'better-auth/crypto';
import { eq } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { createHash } from 'node:crypto';
import { parseArgs } from 'node:util';
import * as Y from 'yjs';
import { addObjects } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { addSheet } from '$core/board/ops/sheets';
import { BoardModel } from '$core/board/model/model';
import { asidesOf } from '$core/meeting/backstage';
import { goToNextStep, startStep } from '$core/meeting/running';
import { writeSteps } from '$core/meeting/runsheet';
import { database, schema } from '$lib/server/db';
import { keepSummary } from '$lib/server/board-summaries';
import { createBoard } from '$lib/server/boards';
import type { Layer } from '$core/access/layers';
import { documentName } from '$lib/server/live/names';
import { buildBoard, demoSteps, DEMO_PEOPLE } from './demo/build';
import { buildLookingBack, LOOKING_BACK } from './demo/looking-back';

const BOARD = 'season-planning';
const EMAIL = 'ilka@zweite-runde.example';
const MINUTE = 60_000;

const { values: options } = parseArgs({
	options: { token: { type: 'string' }, again: { type: 'boolean', default: false } },
});
const password = process.env['WANDTAFEL_DEMO_PASSWORD'];
if (!options.token || !password) throw new Error('The seed needs a token and a password.');
const { sql, db } = database();

const idOf = (name: string): string => `demo-${name.toLowerCase()}`;

async function save(boardId: string, layer: Layer, doc: Y.Doc, personId: string): Promise<void> {
	await db.insert(schema.updates).values({
		boardId,
		document: documentName(boardId, layer),
		personId,
		data: Y.encodeStateAsUpdate(doc),
	});
}

function editContextOn(doc: Y.Doc, name: string): EditContext {
	let id = 0;
	let now = Date.now() - 50 * MINUTE;
	return {
		doc,
		person: { id: idOf(name), name },
		origin: 'seed',
		now: () => (now += 6000),
		newId: () => `d${(id++).toString(36)}`,
	};
}

async function seedPeople(): Promise<void> {
	for (const name of DEMO_PEOPLE) {
		const lead = name === 'Ilka';
		await db.insert(schema.people).values({
			id: idOf(name),
			name,
			email: lead ? EMAIL : `${name.toLowerCase()}@guests.invalid`,
			isAnonymous: !lead,
		});
	}
	await db.insert(schema.accounts).values({
		id: nanoid(),
		accountId: idOf('Ilka'),
		providerId: 'credential',
		userId: idOf('Ilka'),
		password: await hashPassword(password!),
	});
}

async function seedMain(): Promise<void> {
	await createBoard(idOf('Ilka'), 'Season planning', BOARD);
	for (const name of DEMO_PEOPLE.slice(1)) {
		await db.insert(schema.memberships).values({ boardId: BOARD, personId: idOf(name), role: 'editor' });
	}
	const stage = new Y.Doc();
	const model = new BoardModel(stage);
	const editContext = editContextOn(stage, 'Ilka');
	// Edit by edit, so that the journal has something to tell and the session can be replayed.
	const rows: (typeof schema.updates.$inferInsert)[] = [];
	stage.on('update', (data: Uint8Array, origin: unknown) => {
		const personId = typeof origin === 'string' && origin !== 'seed' ? origin : editContext.person.id;
		rows.push({
			boardId: BOARD,
			document: documentName(BOARD, 'stage'),
			personId,
			data,
			at: new Date(editContext.now()),
		});
	});
	const board = buildBoard(editContext, model, { person: idOf });
	await db.insert(schema.updates).values(rows);
	await keepSummary(db, BOARD, model);
	const session = new Y.Doc();
	const { steps, asides } = demoSteps(board);
	writeSteps(session, steps);
	// The first two are behind them; the second took two minutes longer than planned.
	const now = Date.now();
	startStep(session, 'welcome', now - 13 * MINUTE);
	goToNextStep(session, now - 8 * MINUTE, 'welcome');
	goToNextStep(session, now, 'warm-up');
	await save(BOARD, 'session', session, idOf('Ilka'));
	const backstage = new Y.Doc();
	for (const [step, aside] of Object.entries(asides)) asidesOf(backstage).set(step, aside);
	await save(BOARD, 'backstage', backstage, idOf('Ilka'));
	await db.insert(schema.joinLinks).values({
		id: 'demo-link',
		boardId: BOARD,
		role: 'editor',
		createdBy: idOf('Ilka'),
		tokenHash: createHash('sha256').update(options.token!).digest('hex'),
	});
}

/** The board on which the team looked back on autumn, in German. */
async function seedLookingBack(): Promise<void> {
	const id = 'looking-back';
	await createBoard(idOf('Ilka'), LOOKING_BACK, id);
	for (const name of DEMO_PEOPLE.slice(1))
		await db.insert(schema.memberships).values({ boardId: id, personId: idOf(name), role: 'editor' });
	const stage = new Y.Doc();
	const model = new BoardModel(stage);
	const steps = buildLookingBack(editContextOn(stage, 'Ilka'), model, { person: idOf });
	await save(id, 'stage', stage, idOf('Ilka'));
	await keepSummary(db, id, model);
	const session = new Y.Doc();
	writeSteps(session, steps);
	await save(id, 'session', session, idOf('Ilka'));
	await age(id, 2);
}

/** Makes a board as old as that. */
async function age(id: string, days: number): Promise<void> {
	await db
		.update(schema.boards)
		.set({ changedAt: new Date(Date.now() - days * 24 * 60 * MINUTE) })
		.where(eq(schema.boards.id, id));
}

/** Two small older boards, so that the list of boards has something to find. */
async function seedOthers(): Promise<void> {
	const others: [string, string, string[], number][] = [
		[
			'tool-library',
			'Tool library kick-off',
			[
				'Lend drills for a week',
				'Who checks what comes back?',
				'A shelf in the cellar',
				'Deposit or trust?',
				'Open on Thursdays',
			],
			12,
		],
		[
			'bench-safety',
			'Bench safety',
			[
				'Goggles at every bench',
				'Gloves for glass',
				'Unplug before you open it',
				'Soldering irons off by five',
			],
			27,
		],
	];
	for (const [id, title, texts, daysAgo] of others) {
		await createBoard(idOf('Ilka'), title, id);
		const doc = new Y.Doc();
		const editContext = editContextOn(doc, 'Ilka');
		const model = new BoardModel(doc);
		const sheet = addSheet(editContext, model, 'Sheet 1');
		const pigments = ['ochre', 'moss', 'lake', 'brick', 'plum'] as const;
		addObjects(
			editContext,
			model,
			texts.map((text, i) => ({
				kind: 'note',
				sheet,
				box: [(i % 3) * 190 + ((i * 37) % 20), Math.floor(i / 3) * 130, 160, 96, 0],
				style: { form: 'card', pigment: pigments[i % 5]! },
				text,
			})),
		);
		await save(id, 'stage', doc, idOf('Ilka'));
		await keepSummary(db, id, model);
		await age(id, daysAgo);
	}
}

if (options.again) {
	await sql`truncate people, boards, sessions, accounts, verifications, memberships, join_links, projects, updates, snapshots, happenings cascade`;
}
const [present] = await db.select({ id: schema.people.id }).from(schema.people).limit(1);
if (!present) {
	await seedPeople();
	await seedMain();
	await seedLookingBack();
	await seedOthers();
}
process.stdout.write(BOARD + '\n');
await sql.end();
