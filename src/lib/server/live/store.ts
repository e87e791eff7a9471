/** Loading documents from snapshot and log. */
import { and, asc, desc, eq, gt, sql } from 'drizzle-orm';
import * as Y from 'yjs';
import { schema, type Database } from '../db';
import { log } from '../log';

const { updates, snapshots } = schema;
export type Snapshot = typeof snapshots.$inferSelect;
/** The database, or a transaction in it. */
export type Executor = Pick<Database, 'select' | 'insert' | 'update' | 'delete' | 'execute'>;

/** The newest snapshot of a document, if there is one. */
export async function newest(db: Executor, document: string): Promise<Snapshot | undefined> {
	const [snapshot] = await db
		.select()
		.from(snapshots)
		.where(eq(snapshots.document, document))
		.orderBy(desc(snapshots.upTo))
		.limit(1);
	return snapshot;
}

/** What the log has of a document after a row, in its order. */
export const since = (db: Executor, document: string, upTo: number) =>
	db
		.select({ id: updates.id, data: updates.data, personId: updates.personId, at: updates.at })
		.from(updates)
		.where(and(eq(updates.document, document), gt(updates.id, upTo)))
		.orderBy(asc(updates.id));

/** Reports an update that cannot be applied. */
export const cannot = (error: unknown, document: string, update: number): void =>
	log.error({ err: error, document, update }, 'an update in the log cannot be applied');

/**
 * Brings `doc` to the state in the database. An update that cannot be applied is reported and passed
 * over; it stays in the log. Returns how long what it was read from is, bytes.
 */
export async function loadInto(
	db: Executor,
	document: string,
	doc: Y.Doc,
	origin?: unknown,
): Promise<number> {
	const snapshot = await newest(db, document);
	const rows = await since(db, document, snapshot?.upTo ?? 0);
	doc.transact(() => {
		if (snapshot) Y.applyUpdate(doc, snapshot.data);
		for (const row of rows) {
			try {
				Y.applyUpdate(doc, row.data);
			} catch (error) {
				cannot(error, document, row.id);
			}
		}
	}, origin);
	return (snapshot?.data.length ?? 0) + rows.reduce((sum, { data }) => sum + data.length, 0);
}

/** Seconds after which everything that another server did has long arrived. */
const OVERLAP_S = 20;
/** Most rows that are looked at for it. */
const MAX_LATELY = 500;

/** Takes in what other servers have committed lately, whether it has been passed on already or not. */
export async function catchUp(db: Executor, document: string, doc: Y.Doc, origin: unknown): Promise<void> {
	const rows = await db
		.select({ data: updates.data })
		.from(updates)
		.where(
			and(
				eq(updates.document, document),
				gt(updates.at, sql`clock_timestamp() - make_interval(secs => ${OVERLAP_S})`),
			),
		)
		.orderBy(desc(updates.id))
		.limit(MAX_LATELY);
	doc.transact(() => {
		for (const { data } of rows.reverse()) Y.applyUpdate(doc, data);
	}, origin);
}
