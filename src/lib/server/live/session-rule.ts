/** Keeps what the database knows about the running step in line with the document that says so, and with it everybody's rights. */
import { ruleOf, readSession, renewSteps, sessionMap, stepKey } from '$core/session/runsheet';
import { asidesOf } from '$core/session/backstage';
import { pendingEffects } from '$core/session/effects';
import { and, eq, sql } from 'drizzle-orm';
import type * as Y from 'yjs';
import { database, schema } from '../db';
import { log } from '../log';
import { runEffects } from '../step-effects';
import { live } from './documents';

const { boards } = schema;
/** What was left undone is done a moment after the document is open, ms. */
const LEFT_OVER = 500;

/** Brings the database in line with the document. Returns when everybody's rights follow. */
export async function mirrorRule(doc: Y.Doc, boardId: string): Promise<void> {
	const rule = ruleOf(readSession(doc));
	const changed = await database()
		.db.update(boards)
		.set({ stepRule: rule })
		.where(
			and(eq(boards.id, boardId), sql`${boards.stepRule} is distinct from ${JSON.stringify(rule)}::jsonb`),
		)
		.returning({ id: boards.id });
	if (changed.length > 0) await live().attendance.refreshRights(boardId);
}

/** Notes for those who lead do not stay where everybody reads. */
async function takeAsides(
	doc: Y.Doc,
	boardId: string,
	edit: (work: (doc: Y.Doc) => unknown) => Promise<unknown>,
) {
	const asides = readSession(doc).steps.filter(({ aside }) => aside !== '');
	if (asides.length === 0) return;
	await live().edit(boardId, 'backstage', (backstage) => {
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
export function watchSession(
	doc: Y.Doc,
	boardId: string,
	edit: (work: (doc: Y.Doc) => unknown) => Promise<unknown>,
): () => void {
	let going = Promise.resolve();
	const follow = (): void => {
		going = going
			.then(() => takeAsides(doc, boardId, edit))
			.then(() => mirrorRule(doc, boardId))
			.catch((error: unknown) => log.error({ err: error }, 'rights do not follow the running step'));
	};
	const map = sessionMap(doc);
	map.observe(follow);
	setImmediate(follow);
	// What a change of step brings about may have been left undone when the server ended.
	if (pendingEffects(doc).length > 0)
		setTimeout(() => {
			runEffects(boardId).catch((error: unknown) =>
				log.error({ err: error }, 'what a step brings about is left undone'),
			);
		}, LEFT_OVER).unref();
	return () => map.unobserve(follow);
}
