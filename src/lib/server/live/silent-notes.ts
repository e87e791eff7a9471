/**
 * Silent notes on the server: whose there are, how many wait, and those that come late onto the
 * board.
 */
import { stackPlaces } from '$core/board/ops/edits';
import { objectsOf } from '$core/board/document';
import { applySnapshot, type ObjectSnapshot } from '$core/board/ops/snapshot';
import { BoardModel } from '$core/board/model/model';
import {
	carryOver,
	dueNotes,
	inOrder,
	silencesIn,
	silentNotes,
	type Due,
	type Silence,
} from '$core/meeting/silence';
import { and, eq, ne } from 'drizzle-orm';
import type * as Y from 'yjs';
import { database, schema } from '../db';
import { log } from '../log';
import { speakingOn } from '../members';
import type { LiveDocuments } from './documents';
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
export function keepAside(own: Y.Doc, id: string, note: ObjectSnapshot): void {
	if (objectsOf(own).has(id)) return;
	note.values.delete('landing');
	applySnapshot(objectsOf(own), id, note);
}

/**
 * Puts notes that are due onto the board; each writer's as the writer's own doing, where names are
 * shown.
 */
export function carry(stage: Y.Doc, due: readonly Due[], as: As): number {
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
export function dueNow(
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

/**
 * Brings onto the board what should have been there already: notes of somebody who was offline when
 * they were revealed.
 */
async function followUp(documents: LiveDocuments, boardId: string, person: string): Promise<void> {
	const silences = await documents.readLayer(boardId, 'session', silencesIn);
	if (!silences.some(({ open }) => open !== 0)) return;
	const own = documentName(boardId, 'silent', person);
	const stage = documentName(boardId, 'stage');
	const people = (await speakingOn(boardId))?.people ?? new Map();
	const count = await documents.editTogether(boardId, [stage, own], (docs, as) =>
		carry(docs.get(stage)!, dueNow(docs, boardId, [person], silences, people), as),
	);
	if (count === 0) return;
	const isNamed = silences.filter(({ open }) => open !== 0).every(({ names }) => names);
	const name = isNamed ? people.get(person)?.speaker.name : undefined;
	documents.attendance.tellLeads(boardId, { is: 'late notes', count, ...(name ? { name } : {}) });
}

/**
 * Watches a writer's document: how many notes wait is told to those who lead, and nothing else.
 * Returns the way to stop.
 */
export function watchSilent(
	doc: Y.Doc,
	boardId: string,
	person: string,
	documents: LiveDocuments,
): () => void {
	let timer: NodeJS.Timeout | undefined;
	let isDone = false;
	const look = async (): Promise<void> => {
		await followUp(documents, boardId, person);
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
		if (changed.length > 0) documents.attendance.tellLeads(boardId, { is: 'silence' });
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
