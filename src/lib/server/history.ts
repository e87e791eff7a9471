/** Earlier moments of a board: when something happened, pieces of its history, and old stretches made short. */
import type { Stretch } from '$core/journal/timeline';
import { objectsOf } from '$core/board/document';
import { writeSegment } from '$core/journal/segment';
import { m } from '$lib/paraglide/messages';
import { and, asc, desc, eq, gt, lte, sql } from 'drizzle-orm';
import * as Y from 'yjs';
import { Refused, requireRight } from './boards';
import { database, schema } from './db';
import { live } from './live/documents';
import { documentName } from './live/names';
import { readSettings } from './settings';

const { snapshots, updates } = schema;

/** Pause that ends a stretch of work, seconds. */
const PAUSE = 30;

export interface History {
	/** When something happened on the board. */
	stretches: Stretch[];
	/** Pieces of the history by the last update before each, and the time of that; the first begins at nothing. */
	segments: { upTo: number; at: number }[];
}

/** Earlier moments show what was written in the names of those who wrote it: while these are hidden only those who see names look. */
async function requireLook(boardId: string, personId: string): Promise<void> {
	const { house } = await requireRight(boardId, personId, 'enter');
	if (house.names !== 'shown') await requireRight(boardId, personId, 'lead');
	if (house.names === 'hidden') throw new Refused(m.error_names_hidden());
	// What is backstage now was on the stage earlier, perhaps, while it was prepared.
	if (await hasBackstage(boardId)) await requireRight(boardId, personId, 'lead');
}

const hasBackstage = (boardId: string): Promise<boolean> =>
	live().readLayer(boardId, 'backstage', (doc) => objectsOf(doc).size > 0);

export async function historyOf(boardId: string, personId: string): Promise<History> {
	await requireLook(boardId, personId);
	await live().digest(boardId, 'stage');
	const document = documentName(boardId, 'stage');
	const { db } = database();
	const rows = await db.execute<{ from: string; to: string }>(sql`
		select (extract(epoch from min(at)) * 1000)::bigint as "from", (extract(epoch from max(at)) * 1000)::bigint as "to" from (
			select id, at, sum(fresh) over (order by id) as stretch from (
				select id, at, case when at - lag(at) over (order by id) > make_interval(secs => ${PAUSE}) then 1 else 0 end as fresh
				from ${updates} where document = ${document}) marked) numbered
		group by stretch order by stretch`);
	const kept = await db
		.select({ upTo: snapshots.upTo, at: snapshots.at })
		.from(snapshots)
		.where(eq(snapshots.document, document))
		.orderBy(asc(snapshots.upTo));
	const stretches: Stretch[] = [];
	for (const { from, to } of rows) {
		// Two servers' clocks may differ a little.
		const after = Math.max(Number(from), stretches.at(-1)?.to ?? 0);
		stretches.push({ from: after, to: Math.max(after, Number(to)) });
	}
	const segments = kept.map(({ upTo, at }) => ({ upTo, at: at.getTime() }));
	return { stretches, segments: [{ upTo: 0, at: stretches[0]?.from ?? 0 }, ...segments] };
}

/** The piece of a board's history that begins with the snapshot after the update `upTo`, 0 for the very beginning. */
export async function segmentOf(boardId: string, personId: string, upTo: number): Promise<Uint8Array> {
	await requireLook(boardId, personId);
	const document = documentName(boardId, 'stage');
	const { db } = database();
	const [first] = await db
		.select()
		.from(snapshots)
		.where(and(eq(snapshots.document, document), eq(snapshots.upTo, upTo)));
	if (!first && upTo !== 0) throw new Refused(m.error_moment_gone(), 404);
	const [next] = await db
		.select({ upTo: snapshots.upTo })
		.from(snapshots)
		.where(and(eq(snapshots.document, document), gt(snapshots.upTo, upTo)))
		.orderBy(asc(snapshots.upTo))
		.limit(1);
	const rows = await db
		.select({ at: updates.at, data: updates.data })
		.from(updates)
		.where(
			and(
				eq(updates.document, document),
				gt(updates.id, upTo),
				next ? lte(updates.id, next.upTo) : undefined,
			),
		)
		.orderBy(asc(updates.id));
	const state = first ? Y.convertUpdateFormatV1ToV2(first.data) : Y.encodeStateAsUpdateV2(new Y.Doc());
	const at = (first?.at ?? rows[0]?.at ?? new Date()).getTime();
	return writeSegment({ state, at, updates: rows.map((row) => ({ at: row.at.getTime(), data: row.data })) });
}

/** Updates of one person within this time become one when they are old, ms: the step in which they are replayed then. */
const CLOSE_BY = 10_000;
/** Rows looked at in one go. */
const CHUNK = 5000;

/**
 * Makes old stretches of the log short: updates of one person within seconds become one. Nothing is lost, only the steps
 * in which it is replayed become longer. Snapshots stay where they are. Returns how many rows went into others.
 */
export async function mergeOld(document: string, before: Date): Promise<number> {
	const { db } = database();
	let merged = 0;
	let from = 0;
	for (;;) {
		const step = await db.transaction(async (tx) => {
			await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`snapshot ${document}`}, 0))`);
			const marks = await tx
				.select({ upTo: snapshots.upTo })
				.from(snapshots)
				.where(eq(snapshots.document, document))
				.orderBy(desc(snapshots.upTo));
			const newest = marks[0]?.upTo ?? 0;
			const rows = await tx
				.select()
				.from(updates)
				.where(
					and(
						eq(updates.document, document),
						gt(updates.id, from),
						lte(updates.id, newest),
						lte(updates.at, before),
					),
				)
				.orderBy(asc(updates.id))
				.limit(CHUNK);
			const ends = new Set(marks.map(({ upTo }) => upTo));
			for (const group of groups(rows, ends)) {
				const last = group.at(-1)!;
				const data = Y.mergeUpdates(group.map((row) => row.data));
				await tx.update(updates).set({ data }).where(eq(updates.id, last.id));
				const gone = group.slice(0, -1).map(({ id }) => id);
				await tx.execute(sql`delete from ${updates} where id in ${gone}`);
				merged += gone.length;
			}
			return { last: rows.at(-1)?.id, isFull: rows.length === CHUNK };
		});
		if (step.last === undefined || !step.isFull) return merged;
		from = step.last;
	}
}

type Row = typeof updates.$inferSelect;

/** Runs of rows that can become one each: two or more of one person, close by, none of them but the last the end of a snapshot. */
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

/** Makes the old stretches of all boards short. Returns how many rows went into others. */
export async function mergeAllOld(): Promise<number> {
	const days = readSettings(process.env).WANDTAFEL_SHORTEN_AFTER_DAYS;
	const before = new Date(Date.now() - days * 24 * 3_600_000);
	const rows = await database().db.selectDistinct({ document: snapshots.document }).from(snapshots);
	let merged = 0;
	for (const { document } of rows) merged += await mergeOld(document, before);
	return merged;
}
