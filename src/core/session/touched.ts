/**
 * What an update would change in a document, told before it is applied: for every value that it writes or deletes, the way to it from
 * the root, `['objects', id, 'box']` say. Works on the structs of the update and of the document (Yjs' internal lists of items), so
 * that nothing has to be applied and taken back to find out.
 */
import * as Y from 'yjs';

export interface Touch {
	/** From the name of the root type to the key of the value; inside of texts the way ends at the text's key. */
	way: readonly string[];
	/** Whether something is written there; otherwise something is deleted. */
	writes: boolean;
	/** What is written there, where it is a plain value. */
	value?: unknown;
}

type Struct = ReturnType<typeof Y.decodeUpdate>['structs'][number];

const keyOf = ({ client, clock }: Y.ID): string => `${client}.${clock}`;

/** Finds items by id, among those of an update and those of a document. */
class Items {
	private readonly incoming = new Map<number, Y.Item[]>();
	private readonly ways = new Map<string, readonly string[] | undefined>();
	private readonly roots = new Map<unknown, string>();

	constructor(
		private readonly doc: Y.Doc,
		structs: readonly Struct[],
	) {
		for (const struct of structs) {
			if (!(struct instanceof Y.Item)) continue;
			const { client } = struct.id;
			const list = this.incoming.get(client) ?? [];
			list.push(struct);
			this.incoming.set(client, list);
		}
		for (const [name, type] of doc.share) this.roots.set(type, name);
	}

	/** The incoming item that covers an id. */
	private comes({ client, clock }: Y.ID): Y.Item | undefined {
		return this.incoming
			.get(client)
			?.find((item) => item.id.clock <= clock && clock < item.id.clock + item.length);
	}

	/** The item of the document that covers an id; undefined when it is not there, or was cleared away. */
	private stands(id: Y.ID): Y.Item | undefined {
		if (id.clock >= Y.getState(this.doc.store, id.client)) return undefined;
		const found: unknown = Y.getItem(this.doc.store, id);
		return found instanceof Y.Item ? found : undefined;
	}

	/** The way to an item by its id; undefined when that cannot be told. */
	wayOf(id: Y.ID): readonly string[] | undefined {
		const key = keyOf(id);
		if (this.ways.has(key)) return this.ways.get(key);
		// A way that leads back to itself is none.
		this.ways.set(key, undefined);
		const standing = this.stands(id);
		const coming = standing ? undefined : this.comes(id);
		const way = standing ? this.wayInDoc(standing) : coming ? this.wayOfItem(coming) : undefined;
		this.ways.set(key, way);
		return way;
	}

	/** The way to an item that stands in the document. */
	wayInDoc(item: Y.Item): readonly string[] | undefined {
		const parent = item.parent as Y.AbstractType<unknown> | null;
		if (!parent) return undefined;
		const holder = parent._item;
		const name = this.roots.get(parent);
		const way = holder ? this.wayOf(holder.id) : name === undefined ? undefined : [name];
		return way && (item.parentSub === null ? way : [...way, item.parentSub]);
	}

	/** The way to an item of the update. */
	wayOfItem(item: Y.Item): readonly string[] | undefined {
		const beside = item.origin ?? item.rightOrigin;
		// What stands beside another item has its parent and its key from there.
		if (beside) return this.wayOf(beside);
		const parent = item.parent as string | Y.ID | null;
		const way = typeof parent === 'string' ? [parent] : parent ? this.wayOf(parent) : undefined;
		return way && (item.parentSub === null ? way : [...way, item.parentSub]);
	}
}

/** Ways to everything that an update deletes. */
function deletions(doc: Y.Doc, items: Items, { ds }: ReturnType<typeof Y.decodeUpdate>): Touch[] | undefined {
	const found: Touch[] = [];
	for (const [client, ranges] of ds.clients) {
		const structs = doc.store.clients.get(client) ?? [];
		for (const { clock, len } of ranges) {
			const end = Math.min(clock + len, Y.getState(doc.store, client));
			let i = clock < end ? Y.findIndexSS(structs, clock) : structs.length;
			for (; i < structs.length && structs[i]!.id.clock < end; i++) {
				const struct = structs[i]!;
				// What is gone already is not deleted again.
				if (!(struct instanceof Y.Item) || struct.deleted) continue;
				const way = items.wayInDoc(struct);
				if (!way) return undefined;
				found.push({ way, writes: false });
			}
		}
	}
	return found;
}

/**
 * Everything that an update would write or delete; undefined when that cannot be told, because it goes on from something that the document
 * does not have. Throws when the update is malformed. What the document has already is left out.
 */
export function touchedBy(doc: Y.Doc, update: Uint8Array): Touch[] | undefined {
	const decoded = Y.decodeUpdate(update);
	const items = new Items(doc, decoded.structs);
	const touches: Touch[] = [];
	for (const struct of decoded.structs) {
		if (!(struct instanceof Y.Item)) continue;
		const known = Y.getState(doc.store, struct.id.client);
		if (struct.id.clock + struct.length <= known) continue;
		const way = items.wayOfItem(struct);
		if (!way) return undefined;
		const { content } = struct;
		const value: unknown = content instanceof Y.ContentAny ? content.arr.at(-1) : undefined;
		touches.push({ way, writes: true, ...(value === undefined ? {} : { value }) });
	}
	const deleted = deletions(doc, items, decoded);
	return deleted && [...touches, ...deleted];
}
