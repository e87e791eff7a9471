/** Loading documents from snapshot and log, and making new snapshots. */
import { and, asc, desc, eq, gt, sql } from 'drizzle-orm';
import * as Y from 'yjs';
import { schema, type Database } from '../db';
import { log } from '../log';

const { updates, snapshots } = schema;

/** A snapshot is made when this many updates have come since the last one. */
const SNAPSHOT_AFTER = 300;

/**
 * Brings `doc` to the state in the database. An update that cannot be applied is reported and passed
 * over; it stays in the log. Returns how many updates were replayed.
 */
export async function loadInto(db: Database, document: string, doc: Y.Doc): Promise<number> {
	const [snapshot] = await db.select().from(snapshots).where(eq(snapshots.document, document));
	const rows = await db
		.select({ id: updates.id, data: updates.data })
		.from(updates)
		.where(and(eq(updates.document, document), gt(updates.id, snapshot?.upTo ?? 0)))
		.orderBy(asc(updates.id));
	doc.transact(() => {
		if (snapshot) Y.applyUpdate(doc, snapshot.data);
		for (const row of rows) {
			try {
				Y.applyUpdate(doc, row.data);
			} catch (error) {
				log.error({ err: error, document, update: row.id }, 'an update in the log cannot be applied');
			}
		}
	});
	return rows.length;
}

/**
 * Makes a snapshot from what is in the database, never from memory: what a snapshot stands for is exactly
 * what the log holds up to that row. Does nothing while few updates have come since the last one.
 */
export async function snapshot(
	db: Database,
	boardId: string,
	document: string,
	after = SNAPSHOT_AFTER,
): Promise<boolean> {
	const [last] = await db
		.select({ upTo: snapshots.upTo })
		.from(snapshots)
		.where(eq(snapshots.document, document));
	const [newest] = await db
		.select({ id: updates.id, count: sql<number>`count(*) over ()`.mapWith(Number) })
		.from(updates)
		.where(and(eq(updates.document, document), gt(updates.id, last?.upTo ?? 0)))
		.orderBy(desc(updates.id))
		.limit(1);
	if (!newest || newest.count < after) return false;
	const doc = new Y.Doc();
	await loadInto(db, document, doc);
	// Rows that came in while loading may be in the state too; applying an update twice changes nothing.
	const row = { document, boardId, upTo: newest.id, data: Y.encodeStateAsUpdate(doc), at: new Date() };
	await db.insert(snapshots).values(row).onConflictDoUpdate({ target: snapshots.document, set: row });
	doc.destroy();
	return true;
}
