/** Edits that the server makes on its own account: places for notes, numbers, locks put back, steps that are started. */
import type { Document } from '@hocuspocus/server';
import { sql } from 'drizzle-orm';
import * as Y from 'yjs';
import { database } from '../db';
import { OTHER_SERVER, SERVER } from './origins';
import type { ClusterSync } from './cluster-sync';
import { catchUp } from './store';
import { insertUpdates, type UpdateLog } from './update-log';

export interface ServerEdit<T> {
	boardId: string;
	/** Name of the document. */
	name: string;
	doc: Document;
	work: (doc: Y.Doc) => T;
	/** On whose behalf, where it is on somebody's. */
	personId: string | null;
}

/** Edits a document; resolves when that is committed, and rejects when it cannot be. */
export async function editDocument<T>(
	edit: ServerEdit<T>,
	log: UpdateLog,
	cluster: ClusterSync | undefined,
): Promise<T> {
	if (cluster) return editAmongOthers(edit, log, cluster);
	const { boardId, name, doc, work, personId } = edit;
	const { result, data } = changed(doc, work);
	if (data) await log.append({ boardId, document: name, personId, data });
	return result;
}

/** One server after the other, each knowing what the last one did: no number is given twice, no place taken twice. */
async function editAmongOthers<T>(
	{ boardId, name, doc, work, personId }: ServerEdit<T>,
	log: UpdateLog,
	cluster: ClusterSync,
): Promise<T> {
	const done = database().db.transaction(async (tx) => {
		await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`edit ${name}`}, 0))`);
		await catchUp(tx, name, doc, OTHER_SERVER);
		const made = changed(doc, work);
		if (made.data) await insertUpdates(tx, [{ boardId, document: name, personId, data: made.data }]);
		return made;
	});
	log.track(name, done);
	const { result, data } = await done;
	if (data) cluster.update(name, data);
	return result;
}

/** Does something with a document on the server's account; gives what changed as one update. */
function changed<T>(doc: Y.Doc, work: (doc: Y.Doc) => T): { result: T; data: Uint8Array | undefined } {
	const changes: Uint8Array[] = [];
	const collect = (update: Uint8Array, _: unknown, __: unknown, transaction: Y.Transaction): void => {
		if (transaction.local) changes.push(update);
	};
	doc.on('update', collect);
	try {
		const result = doc.transact(() => work(doc), SERVER) as T;
		return { result, data: changes.length > 0 ? Y.mergeUpdates(changes) : undefined };
	} finally {
		doc.off('update', collect);
	}
}
