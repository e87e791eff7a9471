/** Keeps what the database knows about the running step in line with the document that says so, and with it everybody's rights. */
import { ruleOf, readSession, renewSteps, sessionMap, stepKey } from '$core/meeting/runsheet';
import { asidesOf } from '$core/meeting/backstage';
import { and, eq, sql } from 'drizzle-orm';
import type * as Y from 'yjs';
import { database, schema } from '../db';
import { log } from '../log';
import type { LiveDocuments } from './documents';

const { boards } = schema;
type Edit = (work: (doc: Y.Doc) => unknown) => Promise<unknown>;

/** Brings the database in line with the document. Returns when everybody's rights follow. */
export async function mirrorRule(doc: Y.Doc, boardId: string, { attendance }: LiveDocuments): Promise<void> {
	const rule = ruleOf(readSession(doc));
	const changed = await database()
		.db.update(boards)
		.set({ stepRule: rule })
		.where(
			and(eq(boards.id, boardId), sql`${boards.stepRule} is distinct from ${JSON.stringify(rule)}::jsonb`),
		)
		.returning({ id: boards.id });
	if (changed.length > 0) await attendance.refreshRights(boardId);
}

/** Notes for those who lead do not stay where everybody reads. */
async function takeAsides(doc: Y.Doc, boardId: string, edit: Edit, documents: LiveDocuments) {
	const asides = readSession(doc).steps.filter(({ aside }) => aside !== '');
	if (asides.length === 0) return;
	await documents.edit(boardId, 'backstage', (backstage) => {
		for (const { id, aside } of asides) if (!asidesOf(backstage).has(id)) asidesOf(backstage).set(id, aside);
	});
	await edit((session) => {
		renewSteps(session);
		for (const { id } of asides) {
			const step = sessionMap(session).get(stepKey(id));
			if (step) sessionMap(session).set(stepKey(id), { ...(step as object), aside: '' });
		}
	});
}

/** Watches the document; returns the way to stop. */
export function watchSession(doc: Y.Doc, boardId: string, edit: Edit, documents: LiveDocuments): () => void {
	let going = Promise.resolve();
	const follow = (): void => {
		going = going
			.then(() => takeAsides(doc, boardId, edit, documents))
			.then(() => mirrorRule(doc, boardId, documents))
			.catch((error: unknown) => log.error({ err: error }, 'rights do not follow the running step'));
	};
	const map = sessionMap(doc);
	map.observe(follow);
	setImmediate(follow);
	return () => map.unobserve(follow);
}
