/** When snapshots are made, and where: here, or in a process of their own. */
import { and, desc, eq, gt, sql } from 'drizzle-orm';
import { isWorkerBuilt, workerOf } from '../worker-pool';
import { schema, type Database } from '../db';
import { takeAllIn, type SnapshotQuestion } from './taking-in';

const { updates, snapshots } = schema;

/**
 * A snapshot is made when this many updates have come since the last one, and on a large board when they are as many as this
 * many bytes of it go into: making one takes as long as the board is large, and an update is to cost the same everywhere.
 */
const SNAPSHOT_AFTER = { updates: 300, bytes: 2500 };
/** Bytes from which on a snapshot is made in a process of its own: it would keep everybody waiting here. */
const LARGE = 256 * 1024;

const askForSnapshot = (question: SnapshotQuestion): Promise<void> =>
	workerOf<SnapshotQuestion, void>('snapshots', 'child_process').ask(question);

/**
 * Makes a snapshot from what is in the database, never from memory: what a snapshot stands for is exactly
 * what the log holds up to that row. What happened since the last one is written into the journal along with it.
 * @param isNow whether it is made as soon as there is anything new, and not only when enough has come
 */
export async function snapshot(
	db: Database,
	boardId: string,
	document: string,
	isNow = false,
): Promise<boolean> {
	// What data takes in the database, and what it is once it is unpacked, bytes.
	const [last] = await db
		.select({
			upTo: snapshots.upTo,
			kept: sql<number>`pg_column_size(${snapshots.data})`.mapWith(Number),
			bytes: sql<number>`octet_length(${snapshots.data})`.mapWith(Number),
		})
		.from(snapshots)
		.where(eq(snapshots.document, document))
		.orderBy(desc(snapshots.upTo))
		.limit(1);
	const [waiting] = await db
		.select({
			count: sql<number>`count(*)`.mapWith(Number),
			kept: sql<number>`coalesce(sum(pg_column_size(${updates.data})), 0)`.mapWith(Number),
			bytes: sql<number>`coalesce(sum(octet_length(${updates.data})), 0)`.mapWith(Number),
		})
		.from(updates)
		.where(and(eq(updates.document, document), gt(updates.id, last?.upTo ?? 0)));
	const { count, kept, bytes } = waiting ?? { count: 0, kept: 0, bytes: 0 };
	const enough = Math.max(SNAPSHOT_AFTER.updates, ((last?.kept ?? 0) + kept) / SNAPSHOT_AFTER.bytes);
	if (count < (isNow ? 1 : enough)) return false;
	const isLarge = (last?.bytes ?? 0) + bytes > LARGE;
	if (isLarge && isWorkerBuilt('snapshots')) await askForSnapshot({ boardId, document });
	else await takeAllIn(db, boardId, document);
	return true;
}
