/** Taking the log of a document into snapshots, and with it writing the journal on. */
import type { Happening } from '$core/journal/happenings';
import { takeIn } from '$core/journal/take-in';
import { and, desc, eq, sql } from 'drizzle-orm';
import { schema, type Database } from '../db';
import { parseName } from './names';
import { cannot, newest, since, type Executor, type Snapshot } from './store';

const { happenings, snapshots } = schema;

/** What the process that makes snapshots of large documents is asked. */
export interface SnapshotQuestion {
	boardId: string;
	document: string;
}

/**
 * Between snapshots that are kept so that earlier moments are found fast: this many updates where a snapshot is no larger than
 * some times what they take in the log, this many in any case, or this many bytes of the log.
 */
const KEPT_EVERY = { updates: 4000, times: 4, mostUpdates: 20_000, bytes: 2 * 1024 * 1024 };
/** Updates taken in at one go; more follow in the next. */
const MAX = 4000;
/** Happenings in one statement. */
const ROWS = 1000;

/**
 * Takes all that the log has into a new snapshot and the journal. Two servers, or a server and its process, that try at once follow
 * each other.
 */
export async function takeAllIn(db: Database, boardId: string, document: string): Promise<void> {
	let left = true;
	while (left) left = await db.transaction((tx) => takeNextRows(tx, boardId, document));
}

/** Takes the next updates into a new snapshot and the journal. Returns whether there are more. */
async function takeNextRows(tx: Executor, boardId: string, document: string): Promise<boolean> {
	await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`snapshot ${document}`}, 0))`);
	const last = await newest(tx, document);
	const rows = await since(tx, document, last?.upTo ?? 0).limit(MAX);
	const end = rows.at(-1);
	if (!end) return false;
	const taken = await takeIn(
		parseName(document)!.layer,
		last?.data,
		rows.map(({ data, personId, at }) => ({ data, personId, at: at.getTime() })),
		() => new Promise((done) => setImmediate(done)),
	);
	for (const { row, error } of taken.failed) cannot(error, document, rows[row]!.id);
	await writeHappenings(tx, boardId, taken.happenings);
	await thinOut(tx, document, last);
	await tx.insert(snapshots).values({
		document,
		boardId,
		upTo: end.id,
		at: end.at,
		updates: (last?.updates ?? 0) + rows.length,
		logBytes: (last?.logBytes ?? 0) + rows.reduce((sum, { data }) => sum + data.length, 0),
		data: taken.data,
	});
	return rows.length === MAX;
}

async function writeHappenings(tx: Executor, boardId: string, all: readonly Happening[]): Promise<void> {
	for (let i = 0; i < all.length; i += ROWS) {
		await tx.insert(happenings).values(
			all.slice(i, i + ROWS).map(({ person, at, until, verb, thing, id, sheet, words, count }) => ({
				boardId,
				personId: person ?? null,
				at: new Date(at),
				until: new Date(until),
				verb,
				thing,
				thingId: id ?? null,
				sheet: sheet ?? null,
				words,
				count,
			})),
		);
	}
}

/** Removes the snapshot that was newest until now, unless it is far enough from the one before. */
async function thinOut(tx: Executor, document: string, last: Snapshot | undefined): Promise<void> {
	if (!last) return;
	const [, before] = await tx
		.select({ updates: snapshots.updates, logBytes: snapshots.logBytes })
		.from(snapshots)
		.where(eq(snapshots.document, document))
		.orderBy(desc(snapshots.upTo))
		.limit(2);
	const count = last.updates - (before?.updates ?? 0);
	const bytes = last.logBytes - (before?.logBytes ?? 0);
	const isFar =
		(count >= KEPT_EVERY.updates && last.data.length <= KEPT_EVERY.times * bytes) ||
		count >= KEPT_EVERY.mostUpdates ||
		bytes >= Math.max(KEPT_EVERY.bytes, last.data.length);
	if (isFar) return;
	await tx.delete(snapshots).where(and(eq(snapshots.document, document), eq(snapshots.upTo, last.upTo)));
}
