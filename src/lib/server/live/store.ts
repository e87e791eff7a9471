/** Loading documents from snapshot and log, and making new snapshots, with which the journal is written on. */
import type { Happening } from '$core/journal/happenings';
import type { LoggedUpdate } from '$core/journal/reader';
import { takeIn, type TakenIn } from '$core/journal/take-in';
import type { Layer } from '$core/session/layers';
import { and, asc, desc, eq, gt, sql } from 'drizzle-orm';
import * as Y from 'yjs';
import { schema, type Database } from '../db';
import { AskedWorker } from '../asked-worker';
import { log } from '../log';
import { once } from '../once';
import { parseName } from './names';

const { happenings, updates, snapshots } = schema;
type Snapshot = typeof snapshots.$inferSelect;
/** The database, or a transaction in it. */
type Executor = Pick<Database, 'select' | 'insert' | 'delete' | 'execute'>;

/**
 * A snapshot is made when this many updates have come since the last one, and on a large board when they are as many as this
 * many bytes of it go into: making one takes as long as the board is large, and an update is to cost the same everywhere.
 */
const SNAPSHOT_AFTER = { updates: 300, bytes: 2500 };
/**
 * Between snapshots that are kept so that earlier moments are found fast: this many updates where a snapshot is no larger than
 * some times what they take in the log, this many in any case, or this many bytes of the log.
 */
const KEPT_EVERY = { updates: 4000, times: 4, mostUpdates: 20_000, bytes: 2 * 1024 * 1024 };
/** Updates taken in at one go; more follow in the next. */
const MOST = 4000;
/** Bytes from which on a snapshot is made in a thread of its own: it would keep everybody waiting here. */
const LARGE = 256 * 1024;
/** Happenings in one statement. */
const ROWS = 1000;

async function newest(db: Executor, document: string): Promise<Snapshot | undefined> {
	const [snapshot] = await db
		.select()
		.from(snapshots)
		.where(eq(snapshots.document, document))
		.orderBy(desc(snapshots.upTo))
		.limit(1);
	return snapshot;
}

const since = (db: Executor, document: string, upTo: number) =>
	db
		.select({ id: updates.id, data: updates.data, personId: updates.personId, at: updates.at })
		.from(updates)
		.where(and(eq(updates.document, document), gt(updates.id, upTo)))
		.orderBy(asc(updates.id));

const cannot = (error: unknown, document: string, update: number): void =>
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
const LATELY = 20;
/** Most rows that are looked at for it. */
const MOST_LATELY = 500;

/** Takes in what other servers have committed lately, whether it has been passed on already or not. */
export async function catchUp(db: Executor, document: string, doc: Y.Doc, origin: unknown): Promise<void> {
	const rows = await db
		.select({ data: updates.data })
		.from(updates)
		.where(
			and(
				eq(updates.document, document),
				gt(updates.at, sql`clock_timestamp() - make_interval(secs => ${LATELY})`),
			),
		)
		.orderBy(desc(updates.id))
		.limit(MOST_LATELY);
	doc.transact(() => {
		for (const { data } of rows.reverse()) Y.applyUpdate(doc, data);
	}, origin);
}

/**
 * Makes a snapshot from what is in the database, never from memory: what a snapshot stands for is exactly
 * what the log holds up to that row. What happened since the last one is written into the journal along with it.
 * Two servers that try at once follow each other.
 * @param isNow whether it is made as soon as there is anything new, and not only when enough has come
 */
export async function snapshot(
	db: Database,
	boardId: string,
	document: string,
	isNow = false,
): Promise<boolean> {
	const [last] = await db
		.select({ upTo: snapshots.upTo, bytes: sql<number>`pg_column_size(${snapshots.data})`.mapWith(Number) })
		.from(snapshots)
		.where(eq(snapshots.document, document))
		.orderBy(desc(snapshots.upTo))
		.limit(1);
	const [waiting] = await db
		.select({
			count: sql<number>`count(*)`.mapWith(Number),
			bytes: sql<number>`coalesce(sum(pg_column_size(${updates.data})), 0)`.mapWith(Number),
		})
		.from(updates)
		.where(and(eq(updates.document, document), gt(updates.id, last?.upTo ?? 0)));
	const { count, bytes } = waiting ?? { count: 0, bytes: 0 };
	const enough = Math.max(SNAPSHOT_AFTER.updates, ((last?.bytes ?? 0) + bytes) / SNAPSHOT_AFTER.bytes);
	if (count < (isNow ? 1 : enough)) return false;
	let left = true;
	while (left) left = await db.transaction((tx) => goOn(tx, boardId, document));
	return true;
}

/** What the thread that makes snapshots is asked. */
export interface SnapshotQuestion {
	layer: Layer;
	before: Uint8Array | undefined;
	rows: LoggedUpdate[];
}

const worker = (): AskedWorker<SnapshotQuestion, TakenIn> =>
	once('snapshots-worker', () => new AskedWorker('snapshots'));

/** Takes rows in here, or in a thread of its own where it takes long. */
function takeInSomewhere({ layer, before, rows }: SnapshotQuestion): Promise<TakenIn> {
	const bytes = rows.reduce((sum, { data }) => sum + data.length, before?.length ?? 0);
	if (bytes > LARGE && worker().isBuilt) return worker().ask({ layer, before, rows });
	return takeIn(layer, before, rows, () => new Promise((done) => setImmediate(done)));
}

/** Takes the next updates into a new snapshot and the journal. Returns whether there are more. */
async function goOn(tx: Executor, boardId: string, document: string): Promise<boolean> {
	await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`snapshot ${document}`}, 0))`);
	const last = await newest(tx, document);
	const rows = await since(tx, document, last?.upTo ?? 0).limit(MOST);
	const end = rows.at(-1);
	if (!end) return false;
	const taken = await takeInSomewhere({
		layer: parseName(document)!.layer,
		before: last?.data,
		rows: rows.map(({ data, personId, at }) => ({ data, personId, at: at.getTime() })),
	});
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
	return rows.length === MOST;
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
