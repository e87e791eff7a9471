/** Old updates of the log merged: each once, on one of the servers. */
import { and, asc, desc, eq, gt, lte, sql } from 'drizzle-orm';
import * as Y from 'yjs';
import { database, schema } from './db';
import type { Executor } from './live/store';
import { readSettings } from './settings';

const { logMerges, snapshots, updates } = schema;

/**
 * Updates of one person within this time become one when they are old, ms: the step in which they
 * are replayed then.
 */
const CLOSE_BY = 10_000;
/** Rows looked at in one go. */
const CHUNK = 5000;

type Row = typeof updates.$inferSelect;

/**
 * Runs of rows that can become one each: two or more of one person, close by, none of them but the
 * last the end of a snapshot.
 */
function groups(rows: readonly Row[], ends: ReadonlySet<number>): Row[][] {
	const found: Row[][] = [];
	let run: Row[] = [];
	const close = (): void => {
		if (run.length > 1) found.push(run);
		run = [];
	};
	for (const row of rows) {
		const last = run.at(-1);
		const goesOn =
			last &&
			last.personId === row.personId &&
			row.at.getTime() - run[0]!.at.getTime() <= CLOSE_BY &&
			!ends.has(last.id);
		if (!goesOn) close();
		run.push(row);
	}
	close();
	return found;
}

interface Logged {
	boardId: string;
	document: string;
}

/**
 * Goes on where merging ended the last time. Returns how many rows went into others, and whether
 * there are more.
 */
async function mergeNext(
	tx: Executor,
	{ boardId, document }: Logged,
	before: Date,
): Promise<{ merged: number; isMore: boolean }> {
	await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`snapshot ${document}`}, 0))`);
	const [mark] = await tx.select().from(logMerges).where(eq(logMerges.document, document));
	const marks = await tx
		.select({ upTo: snapshots.upTo })
		.from(snapshots)
		.where(eq(snapshots.document, document))
		.orderBy(desc(snapshots.upTo));
	const rows = await tx
		.select()
		.from(updates)
		.where(
			and(
				eq(updates.document, document),
				gt(updates.id, mark?.upTo ?? 0),
				lte(updates.id, marks[0]?.upTo ?? 0),
				lte(updates.at, before),
			),
		)
		.orderBy(asc(updates.id))
		.limit(CHUNK);
	const upTo = rows.at(-1)?.id;
	if (upTo === undefined) return { merged: 0, isMore: false };
	let merged = 0;
	for (const group of groups(rows, new Set(marks.map((each) => each.upTo)))) {
		const last = group.at(-1)!;
		const data = Y.mergeUpdates(group.map((row) => row.data));
		await tx.update(updates).set({ data }).where(eq(updates.id, last.id));
		const gone = group.slice(0, -1).map(({ id }) => id);
		await tx.execute(sql`delete from ${updates} where id in ${gone}`);
		merged += gone.length;
	}
	await tx
		.insert(logMerges)
		.values({ document, boardId, upTo })
		.onConflictDoUpdate({ target: logMerges.document, set: { upTo } });
	return { merged, isMore: rows.length === CHUNK };
}

/**
 * Merges old updates of a document in the log: updates of one person within seconds become
 * one. Nothing is lost, only the steps in which it is replayed become longer. Snapshots stay where
 * they are. What was merged before is not read again. Returns how many rows went into others.
 */
export async function mergeOld(logged: Logged, before: Date): Promise<number> {
	let merged = 0;
	for (let isMore = true; isMore;) {
		const step = await database().db.transaction((tx) => mergeNext(tx, logged, before));
		merged += step.merged;
		({ isMore } = step);
	}
	return merged;
}

/**
 * Merges the old updates of all boards; documents in which nothing came since the last time
 * are passed over. Returns how many rows went into others.
 */
export async function mergeAllOld(): Promise<number> {
	const days = readSettings(process.env).WANDTAFEL_SHORTEN_AFTER_DAYS;
	const before = new Date(Date.now() - days * 24 * 3_600_000);
	const { db } = database();
	const rows = await db
		.select({ document: snapshots.document, boardId: snapshots.boardId })
		.from(snapshots)
		.leftJoin(logMerges, eq(logMerges.document, snapshots.document))
		.groupBy(snapshots.document, snapshots.boardId)
		.having(sql`max(${snapshots.upTo}) > coalesce(max(${logMerges.upTo}), 0)`);
	let merged = 0;
	for (const logged of rows) merged += await mergeOld(logged, before);
	return merged;
}
