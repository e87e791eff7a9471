/** A board of one's own made from another: its sheets, files and run sheet; nobody else, no talk, no history. */
import { readSession, writeSteps } from '$core/meeting/runsheet';
import { leads } from '$core/access/roles';
import { eq } from 'drizzle-orm';
import * as Y from 'yjs';
import type { Person } from './auth';
import { boardTitle, createBoard, requireRight } from './boards';
import { database, schema } from './db';
import { live } from './live/documents';
import { documentName } from './live/names';

const { boardFiles } = schema;

/** Returns the id of the new board. `titled` words its title from that of the old one. */
export async function copyBoard(
	boardId: string,
	person: Person,
	titled: (title: string) => string,
): Promise<string> {
	const { role } = await requireRight(boardId, person.id, 'export');
	const [stage, session] = await Promise.all([
		live().state(boardId, 'stage', { fresh: true }),
		live().state(boardId, 'session', { fresh: true }),
	]);
	const title = titled((await boardTitle(boardId)) ?? '').slice(0, 120);
	const id = await createBoard(person.id, title);
	const { db } = database();
	const files = await db
		.select({ hash: boardFiles.hash })
		.from(boardFiles)
		.where(eq(boardFiles.boardId, boardId));
	if (files.length > 0) await db.insert(boardFiles).values(files.map(({ hash }) => ({ boardId: id, hash })));
	// Nobody has the new board open yet: what is in its log is what the first one finds.
	await live().log.append({
		boardId: id,
		document: documentName(id, 'stage'),
		personId: person.id,
		data: Y.convertUpdateFormatV2ToV1(stage),
	});
	live().summaries.changed(id);
	const plan = new Y.Doc();
	Y.applyUpdateV2(plan, session);
	const { steps } = readSession(plan);
	// Whoever leads here has what is backstage in their copy as well.
	if (leads(role))
		await live().log.append({
			boardId: id,
			document: documentName(id, 'backstage'),
			personId: person.id,
			data: Y.convertUpdateFormatV2ToV1(await live().state(boardId, 'backstage', { fresh: true })),
		});
	if (steps.length > 0) await live().edit(id, 'session', (doc) => writeSteps(doc, steps), person.id);
	return id;
}
