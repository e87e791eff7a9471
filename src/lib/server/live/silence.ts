/** Silent notes on their way onto the board when they are revealed, and how many wait. */
import type { WriterCount } from '$core/contract/session';
import { openSilence, silencesIn } from '$core/meeting/silence';
import { readSession, revealsNames } from '$core/meeting/runsheet';
import { eq } from 'drizzle-orm';
import type * as Y from 'yjs';
import { database, schema } from '../db';
import { speakingOn } from '../members';
import { live } from './documents';
import { documentName } from './names';

import { carry, dueNow } from './silent-notes';

const { silentWriters } = schema;

/** Everybody's documents of silent notes on a board. */
async function writersOf(boardId: string): Promise<string[]> {
	const rows = await database()
		.db.select({ person: silentWriters.personId })
		.from(silentWriters)
		.where(eq(silentWriters.boardId, boardId));
	return rows.map(({ person }) => person).sort();
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

/** How many notes of each writer wait. The caller checks who asks; they must lead. */
export async function waitingNotes(boardId: string): Promise<WriterCount[]> {
	const people = (await speakingOn(boardId))?.people ?? new Map();
	const rows = await database().db.select().from(silentWriters).where(eq(silentWriters.boardId, boardId));
	return rows.flatMap(({ personId, waiting }) => {
		const one = people.get(personId);
		return one && waiting > 0 ? [{ ...one.speaker, waiting }] : [];
	});
}
