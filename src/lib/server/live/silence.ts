/** Silent notes on the server: how many wait, and their way onto the board when they are revealed. */
import { stackPlaces } from '$core/board/edits';
import { objectsOf } from '$core/board/document';
import { restore, type Kept } from '$core/board/kept';
import { BoardModel } from '$core/board/model';
import {
	carryOver,
	dueNotes,
	inOrder,
	openSilence,
	silencesIn,
	silentNotes,
	type Due,
	type Silence,
} from '$core/session/silence';
import { readSession, revealsNames } from '$core/session/runsheet';
import { and, eq, ne } from 'drizzle-orm';
import type * as Y from 'yjs';
import { database, schema } from '../db';
import { log } from '../log';
import { speakingOn } from '../members';
import { live } from './documents';
import { documentName } from './names';
import type { As } from './edit-together';

const { silentWriters } = schema;
/** How long changes of a writer's notes wait for company before they are counted, ms. */
const COUNT_AFTER = 200;

/** Notes that somebody has a document for silent notes. */
export async function noteWriter(boardId: string, personId: string): Promise<void> {
	await database().db.insert(silentWriters).values({ boardId, personId }).onConflictDoNothing();
}

/** Keeps a note of somebody's in their own document, that the board does not take in now. */
export function keepAside(own: Y.Doc, id: string, note: Kept): void {
	if (objectsOf(own).has(id)) return;
	note.values.delete('landing');
	restore(objectsOf(own), id, note);
}

/** Everybody's documents of silent notes on a board. */
async function writersOf(boardId: string): Promise<string[]> {
	const rows = await database()
		.db.select({ person: silentWriters.personId })
		.from(silentWriters)
		.where(eq(silentWriters.boardId, boardId));
	return rows.map(({ person }) => person).sort();
}

/** Puts notes that are due onto the board; each writer's as the writer's own doing, where names are shown. */
function carry(stage: Y.Doc, due: readonly Due[], as: As): number {
	if (due.length === 0) return 0;
	const model = new BoardModel(stage, 0);
	const places = new Map(
		[...new Set(due.map(({ silence }) => silence.sheet))].map((sheet) => [
			sheet,
			stackPlaces(model, sheet, due.length, false),
		]),
	);
	model.destroy();
	let count = 0;
	const now = Date.now();
	const put = (notes: readonly Due[]): void => {
		for (const each of notes)
			if (carryOver(each, stage, now, places.get(each.silence.sheet)!.shift()!)) count++;
	};
	const ordered = inOrder(due);
	const nameless = ordered.filter(({ silence }) => !silence.names);
	if (nameless.length > 0) as(null, () => put(nameless));
	for (const id of new Set(ordered.filter(({ silence }) => silence.names).map(({ by }) => by.id)))
		as(id === '' ? null : id, () => put(ordered.filter(({ silence, by }) => silence.names && by.id === id)));
	return count;
}

/** Notes that are due on the board now. */
function dueNow(
	docs: ReadonlyMap<string, Y.Doc>,
	boardId: string,
	writers: readonly string[],
	silences: readonly Silence[],
	people: ReadonlyMap<string, { speaker: { id: string; name: string } }>,
): Due[] {
	return writers.flatMap((person) => {
		const from = docs.get(documentName(boardId, 'silent', person))!;
		// Whoever left since goes by no name.
		const by = people.get(person)?.speaker ?? { id: '', name: '' };
		return dueNotes(from, silences).map((each) => ({ ...each, from, by }));
	});
}

/** With names or without is the step's to say, whoever reveals and in whatever way. */
function namesOf(session: Y.Doc, run: string): boolean {
	const silence = silencesIn(session).find((each) => each.run === run);
	const step = readSession(session).steps.find(({ id }) => id === silence?.step);
	return step ? revealsNames(step) : (silence?.names ?? true);
}

/** Opens a run of a silent step further and brings what is due onto the board, all of it or nothing. Returns how many came. */
export async function reveal(boardId: string, run: string, all: boolean, personId: string): Promise<number> {
	const writers = await writersOf(boardId);
	const people = (await speakingOn(boardId))?.people ?? new Map();
	const session = documentName(boardId, 'session');
	const stage = documentName(boardId, 'stage');
	const own = writers.map((person) => documentName(boardId, 'silent', person));
	return live().editTogether(boardId, [session, stage, ...own], (docs, as) => {
		let count = 0;
		const doc = docs.get(session)!;
		as(personId, () => void openSilence(doc, run, { all, names: namesOf(doc, run) }));
		const due = dueNow(docs, boardId, writers, silencesIn(docs.get(session)!), people);
		count += carry(docs.get(stage)!, due, as);
		return count;
	});
}

/** Brings onto the board what should have been there already: notes of somebody who was offline when they were revealed. */
async function followUp(boardId: string, person: string): Promise<void> {
	const silences = await live().readLayer(boardId, 'session', silencesIn);
	if (!silences.some(({ open }) => open !== 0)) return;
	const own = documentName(boardId, 'silent', person);
	const stage = documentName(boardId, 'stage');
	const people = (await speakingOn(boardId))?.people ?? new Map();
	const count = await live().editTogether(boardId, [stage, own], (docs, as) =>
		carry(docs.get(stage)!, dueNow(docs, boardId, [person], silences, people), as),
	);
	if (count === 0) return;
	const isNamed = silences.filter(({ open }) => open !== 0).every(({ names }) => names);
	const name = isNamed ? people.get(person)?.speaker.name : undefined;
	live().attendance.tellLeads(boardId, { is: 'late notes', count, ...(name ? { name } : {}) });
}

/** Watches a writer's document: how many notes wait is told to those who lead, and nothing else. Returns the way to stop. */
export function watchSilent(doc: Y.Doc, boardId: string, person: string): () => void {
	let timer: NodeJS.Timeout | undefined;
	let isDone = false;
	const look = async (): Promise<void> => {
		await followUp(boardId, person);
		const waiting = silentNotes(doc).filter(({ run }) => run !== undefined).length;
		const changed = await database()
			.db.update(silentWriters)
			.set({ waiting })
			.where(
				and(
					eq(silentWriters.boardId, boardId),
					eq(silentWriters.personId, person),
					ne(silentWriters.waiting, waiting),
				),
			)
			.returning({ person: silentWriters.personId });
		if (changed.length > 0) live().attendance.tellLeads(boardId, { is: 'silence' });
	};
	const later = (): void => {
		timer ??= setTimeout(() => {
			timer = undefined;
			if (!isDone)
				look().catch((error: unknown) => log.error({ err: error }, 'silent notes could not be followed'));
		}, COUNT_AFTER);
	};
	const objects = objectsOf(doc);
	objects.observe(later);
	later();
	return () => {
		isDone = true;
		clearTimeout(timer);
		objects.unobserve(later);
	};
}

export interface WriterCount {
	id: string;
	name: string;
	/** Notes that wait to be revealed. */
	waiting: number;
}

/** How many notes of each writer wait. The caller checks who asks; they must lead. */
export async function waitingNotes(boardId: string): Promise<WriterCount[]> {
	const people = (await speakingOn(boardId))?.people ?? new Map();
	const rows = await database().db.select().from(silentWriters).where(eq(silentWriters.boardId, boardId));
	return rows.flatMap(({ personId, waiting }) => {
		const one = people.get(personId);
		return one && waiting > 0 ? [{ ...one.speaker, waiting }] : [];
	});
}
