/** Edits of several documents of a board that are committed as one: notes leave one document and arrive in another, or neither. */
import type { Document } from '@hocuspocus/server';
import { sql } from 'drizzle-orm';
import type * as Y from 'yjs';
import { database } from '../db';
import { OTHER_SERVER, SERVER } from './origins';
import type { ClusterSync } from './cluster-sync';
import { catchUp } from './store';
import { insertUpdates, type LogEntry, type UpdateLog } from './update-log';

/** Does something on somebody's behalf; null for the server's own. */
export type As = (personId: string | null, work: () => void) => void;

export async function editTogether<T>(
	boardId: string,
	docs: readonly Document[],
	work: (as: As) => T,
	log: UpdateLog,
	cluster: ClusterSync | undefined,
): Promise<T> {
	const names = docs.map(({ name }) => name).sort();
	let rows: LogEntry[] = [];
	const done = database().db.transaction(async (tx) => {
		if (cluster) {
			// In the order of their names, so that two servers do not wait for each other.
			for (const name of names)
				await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`edit ${name}`}, 0))`);
			for (const doc of docs) await catchUp(tx, doc.name, doc, OTHER_SERVER);
		}
		const { result, made } = changed(boardId, docs, work);
		rows = made;
		if (rows.length > 0) await insertUpdates(tx, rows);
		return result;
	});
	for (const name of names) log.track(name, done);
	const result = await done;
	for (const { document, data } of rows) cluster?.update(document, data);
	return result;
}

function changed<T>(
	boardId: string,
	docs: readonly Document[],
	work: (as: As) => T,
): { result: T; made: LogEntry[] } {
	const made: LogEntry[] = [];
	let who: string | null = null;
	const stops = docs.map((doc) => {
		const collect = (data: Uint8Array, _: unknown, __: unknown, transaction: Y.Transaction): void => {
			if (transaction.local) made.push({ boardId, document: doc.name, personId: who, data });
		};
		doc.on('update', collect);
		return () => doc.off('update', collect);
	});
	const as: As = (personId, part) => {
		who = personId;
		const inAll = docs.reduce<() => void>((inner, doc) => () => void doc.transact(inner, SERVER), part);
		inAll();
		who = null;
	};
	try {
		return { result: work(as), made };
	} finally {
		for (const stop of stops) stop();
	}
}
