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
		// Within an update they come in the order of their clocks; a hostile one need not keep to it.
		for (const list of this.incoming.values()) list.sort((a, b) => a.id.clock - b.id.clock);
		for (const [name, type] of doc.share) this.roots.set(type, name);
	}

	/** The incoming item that covers an id: found by halves, for an update may bring tens of thousands. */
	private comes({ client, clock }: Y.ID): Y.Item | undefined {
		const items = this.incoming.get(client);
		if (!items) return undefined;
		let low = 0;
		let high = items.length - 1;
		while (low <= high) {
			const middle = (low + high) >> 1;
			const item = items[middle]!;
			if (clock < item.id.clock) high = middle - 1;
			else if (clock >= item.id.clock + item.length) low = middle + 1;
			else return item;
		}
		return undefined;
	}

	/** The item of the document that covers an id; undefined when it is not there, or was cleared away. */
	private stands(id: Y.ID): Y.Item | undefined {
		if (id.clock >= Y.getState(this.doc.store, id.client)) return undefined;
		const found: unknown = Y.getItem(this.doc.store, id);
		return found instanceof Y.Item ? found : undefined;
	}

	/** The way to an item by its id; undefined when that cannot be told. */
	wayOf(id: Y.ID): readonly string[] | undefined {
		// Letters that were typed one by one hang on each other in chains as long as the text: followed in a loop, not by calls in calls.
		const chain: { key: string; sub: string | null }[] = [];
		let way: readonly string[] | undefined;
		for (let next: Y.ID | undefined = id; next;) {
			const key = keyOf(next);
			if (this.ways.has(key)) {
				way = this.ways.get(key);
				break;
			}
			// A way that leads back to itself is none.
			this.ways.set(key, undefined);
			const item: Y.Item | undefined = this.stands(next) ?? this.comes(next);
			if (!item) break;
			const link = this.linkOf(item);
			chain.push({ key, sub: link.sub });
			if (link.root !== undefined) {
				way = [link.root];
				break;
			}
			next = link.next;
		}
		for (const { key, sub } of chain.reverse()) {
			if (way && sub !== null) way = [...way, sub];
			this.ways.set(key, way);
		}
		return way;
	}

	/** The way to an item, of the update or of the document. */
	wayFrom(item: Y.Item): readonly string[] | undefined {
		const { next, root, sub } = this.linkOf(item);
		const way = root !== undefined ? [root] : next && this.wayOf(next);
		return way && (sub === null ? way : [...way, sub]);
	}

	/** On what an item hangs: on a root by its name, or on another item; and under what key there. */
	private linkOf(item: Y.Item): { next?: Y.ID; root?: string; sub: string | null } {
		const parent = item.parent as Y.AbstractType<unknown> | string | Y.ID | null;
		if (parent instanceof Y.AbstractType) {
			const root = parent._item ? undefined : this.roots.get(parent);
			return {
				...(parent._item ? { next: parent._item.id } : {}),
				...(root === undefined ? {} : { root }),
				sub: item.parentSub,
			};
		}
		const beside = item.origin ?? item.rightOrigin;
		// What stands beside another item has its parent and its key from there.
		if (beside) return { next: beside, sub: null };
		if (typeof parent === 'string') return { root: parent, sub: item.parentSub };
		return parent ? { next: parent, sub: item.parentSub } : { sub: null };
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
				const way = items.wayFrom(struct);
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
		const way = items.wayFrom(struct);
		if (!way) return undefined;
		const { content } = struct;
		const value: unknown = content instanceof Y.ContentAny ? content.arr.at(-1) : undefined;
		touches.push({ way, writes: true, ...(value === undefined ? {} : { value }) });
	}
	const deleted = deletions(doc, items, decoded);
	return deleted && [...touches, ...deleted];
}
