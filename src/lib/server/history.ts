/** Earlier moments of a board: when something happened, and pieces of its history. */
import type { History } from '$core/contract/journal';
import type { Period } from '$core/journal/timeline';
import { objectsOf } from '$core/board/document';
import { writeSegment } from '$core/journal/segment';
import { m } from '$lib/messages';
import { and, asc, eq, gt, lte, sql } from 'drizzle-orm';
import * as Y from 'yjs';
import { Refused, requireRight } from './boards';
import { database, schema } from './db';
import { live } from './live/documents';
import { documentName } from './live/names';

const { snapshots, updates } = schema;

/** Pause that ends a period of work, seconds. */
const PERIOD_PAUSE_S = 30;

/** Earlier moments show what was written in the names of those who wrote it: while these are hidden only those who see names look. */
async function requireLook(boardId: string, personId: string): Promise<void> {
	const { policy } = await requireRight(boardId, personId, 'enter');
	if (policy.names !== 'shown') await requireRight(boardId, personId, 'lead');
	if (policy.names === 'hidden') throw new Refused(m.error_names_hidden());
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
			select id, at, sum(fresh) over (order by id) as period from (
				select id, at, case when at - lag(at) over (order by id) > make_interval(secs => ${PERIOD_PAUSE_S}) then 1 else 0 end as fresh
				from ${updates} where document = ${document}) marked) numbered
		group by period order by period`);
	const kept = await db
		.select({ upTo: snapshots.upTo, at: snapshots.at })
		.from(snapshots)
		.where(eq(snapshots.document, document))
		.orderBy(asc(snapshots.upTo));
	const periods: Period[] = [];
	for (const { from, to } of rows) {
		// Two servers' clocks may differ a little.
		const after = Math.max(Number(from), periods.at(-1)?.to ?? 0);
		periods.push({ from: after, to: Math.max(after, Number(to)) });
	}
	const segments = kept.map(({ upTo, at }) => ({ upTo, at: at.getTime() }));
	return { periods, segments: [{ upTo: 0, at: periods[0]?.from ?? 0 }, ...segments] };
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
