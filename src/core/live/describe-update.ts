/**
 * What an update would change in a document, told before it is applied: for every value that it
 * writes or deletes, the path to it from the root, `['objects', id, 'box']` say. Works on the
 * structs of the update and of the document (Yjs' internal lists of items), so that nothing has to
 * be applied and taken back to find out.
 */
import * as Y from 'yjs';
import { Items } from './items';

export interface UpdatedValue {
	/**
	 * From the name of the root type to the key of the value; inside of texts the path ends at the
	 * text's key.
	 */
	path: readonly string[];
	/** Whether something is written there; otherwise something is deleted. */
	writes: boolean;
	/** What is written there, where it is a plain value. */
	value?: unknown;
}

/** Ways to everything that an update deletes. */
function deletions(
	doc: Y.Doc,
	items: Items,
	{ ds }: ReturnType<typeof Y.decodeUpdate>,
): UpdatedValue[] | undefined {
	const found: UpdatedValue[] = [];
	for (const [client, ranges] of ds.clients) {
		const structs = doc.store.clients.get(client) ?? [];
		for (const { clock, len } of ranges) {
			const end = Math.min(clock + len, Y.getState(doc.store, client));
			let i = clock < end ? Y.findIndexSS(structs, clock) : structs.length;
			for (; i < structs.length && structs[i]!.id.clock < end; i++) {
				const struct = structs[i]!;
				// What is gone already is not deleted again.
				if (!(struct instanceof Y.Item) || struct.deleted) continue;
				const path = items.pathFrom(struct);
				if (!path) return undefined;
				found.push({ path, writes: false });
			}
		}
	}
	return found;
}

/**
 * Everything that an update would write or delete; undefined when that cannot be told, because it goes on from something that the document
 * does not have. Throws when the update is malformed. What the document has already is left out.
 */
export function describeUpdate(doc: Y.Doc, update: Uint8Array): UpdatedValue[] | undefined {
	const decoded = Y.decodeUpdate(update);
	const items = new Items(doc, decoded.structs);
	const updated: UpdatedValue[] = [];
	for (const struct of decoded.structs) {
		if (!(struct instanceof Y.Item)) continue;
		const known = Y.getState(doc.store, struct.id.client);
		if (struct.id.clock + struct.length <= known) continue;
		const path = items.pathFrom(struct);
		// What hangs on something that was deleted and cleared away changes nothing.
		if (!path && items.isCleared(struct)) continue;
		if (!path) return undefined;
		const { content } = struct;
		const value: unknown = content instanceof Y.ContentAny ? content.arr.at(-1) : undefined;
		updated.push({ path, writes: true, ...(value === undefined ? {} : { value }) });
	}
	const deleted = deletions(doc, items, decoded);
	return deleted && [...updated, ...deleted];
}
