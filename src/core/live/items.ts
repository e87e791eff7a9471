/**
 * Items of an update and of the document it is for (Yjs' internal lists), found by id: where in the
 * document each of them hangs, and how deep, told before the update is applied.
 */
import * as Y from 'yjs';

type Struct = ReturnType<typeof Y.decodeUpdate>['structs'][number];

const keyOf = ({ client, clock }: Y.ID): string => `${client}.${clock}`;

/** Finds items by id, among those of an update and those of a document. */
export class Items {
	private readonly incoming = new Map<number, Y.Item[]>();
	private readonly paths = new Map<string, readonly string[] | undefined>();
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
		// Within an update they come in the order of their clocks; a hostile one need not keep to
		// it.
		for (const list of this.incoming.values()) list.sort((a, b) => a.id.clock - b.id.clock);
		for (const [name, type] of doc.share) this.roots.set(type, name);
	}

	/**
	 * The incoming item that covers an id: found by halves, for an update may bring tens of
	 * thousands.
	 */
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

	/**
	 * The item of the document that covers an id; undefined when it is not there, or was cleared
	 * away.
	 */
	private stands(id: Y.ID): Y.Item | undefined {
		if (id.clock >= Y.getState(this.doc.store, id.client)) return undefined;
		const found: unknown = Y.getItem(this.doc.store, id);
		return found instanceof Y.Item ? found : undefined;
	}

	/** The path to an item by its id; undefined when that cannot be told. */
	pathOf(id: Y.ID): readonly string[] | undefined {
		// Letters that were typed one by one hang on each other in chains as long as the text:
		// followed in a loop, not by calls in calls.
		const chain: { key: string; sub: string | null }[] = [];
		let path: readonly string[] | undefined;
		for (let next: Y.ID | undefined = id; next;) {
			const key = keyOf(next);
			if (this.paths.has(key)) {
				path = this.paths.get(key);
				break;
			}
			// A path that leads back to itself is none.
			this.paths.set(key, undefined);
			const item: Y.Item | undefined = this.stands(next) ?? this.comes(next);
			if (!item) break;
			const link = this.linkOf(item);
			chain.push({ key, sub: link.sub });
			if (link.root !== undefined) {
				path = [link.root];
				break;
			}
			next = link.next;
		}
		for (const { key, sub } of chain.reverse()) {
			if (path && sub !== null) path = [...path, sub];
			this.paths.set(key, path);
		}
		return path;
	}

	/** The path to an item, of the update or of the document. */
	pathFrom(item: Y.Item): readonly string[] | undefined {
		const { next, root, sub } = this.linkOf(item);
		const path = root !== undefined ? [root] : next && this.pathOf(next);
		return path && (sub === null ? path : [...path, sub]);
	}

	/**
	 * On what an item hangs: on a root by its name, or on another item; and under what key there.
	 */
	private linkOf(item: Y.Item): { next?: Y.ID; root?: string; sub: string | null; isBeside?: boolean } {
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
		if (beside) return { next: beside, sub: null, isBeside: true };
		if (typeof parent === 'string') return { root: parent, sub: item.parentSub };
		return parent ? { next: parent, sub: item.parentSub } : { sub: null };
	}

	/** Whether an item hangs on something that the document had and has cleared away. */
	isCleared(item: Y.Item): boolean {
		const seen = new Set<string>();
		let { next } = this.linkOf(item);
		while (next && !seen.has(keyOf(next))) {
			seen.add(keyOf(next));
			const beyond = this.stands(next) ?? this.comes(next);
			if (!beyond) return next.clock < Y.getState(this.doc.store, next.client);
			({ next } = this.linkOf(beyond));
		}
		return false;
	}

	private readonly depths = new Map<string, number>();

	/** How many types an item stands in, one in the other; 0 where that cannot be told. */
	depthOf(item: Y.Item): number {
		const chain: { key: string; by: 0 | 1 }[] = [];
		let depth = 0;
		let link = this.linkOf(item);
		const seen = new Set<string>();
		const by: 0 | 1 = link.isBeside ? 0 : 1;
		for (;;) {
			const { next } = link;
			if (!next) break;
			const key = keyOf(next);
			const known = this.depths.get(key);
			if (known !== undefined || seen.has(key)) {
				depth = known ?? 0;
				break;
			}
			seen.add(key);
			const beyond = this.stands(next) ?? this.comes(next);
			if (!beyond) break;
			link = this.linkOf(beyond);
			chain.push({ key, by: link.isBeside ? 0 : 1 });
		}
		for (const each of chain.reverse()) {
			depth += each.by;
			this.depths.set(each.key, depth);
		}
		return depth + by;
	}
}
