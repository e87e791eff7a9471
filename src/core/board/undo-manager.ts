/**
 * The undo manager of a board, made safe for what two people do to the same thing at the same
 * moment.
 *
 * The library takes a step back by deleting what the step wrote and bringing back what stood there
 * before. Where somebody else set the same value at the same moment and lost, their value stands
 * between the two, which the library takes for a later change: it brings nothing back, but still
 * deletes, and an object is left without its box. So it is where both delete an object of which
 * one had changed something before. What is missing after a step is put back here.
 */
import * as Y from 'yjs';
import { objectsOf, placesOf, sheetsOf } from './document';
import { placeSchema } from './model/places';
import { PROPERTIES, sheetSchema } from './objects';

type Step = Pick<Y.UndoManager['undoStack'][number], 'insertions' | 'deletions'>;
type Taken = ReturnType<Y.UndoManager['undo']>;
type Shape = ReadonlyMap<string, { safeParse: (value: unknown) => { success: boolean } }>;

const SHEET: Shape = new Map(Object.entries(sheetSchema.shape));
const PLACE: Shape = new Map(Object.entries(placeSchema.shape));
/** What is no key in the document, but the name of the whole. */
const ID = 'id';

export class BoardUndoManager extends Y.UndoManager {
	/** @param origins of the changes that are steps */
	constructor(doc: Y.Doc, origins: ReadonlySet<unknown>) {
		super([objectsOf(doc), sheetsOf(doc), placesOf(doc)] as unknown as Y.AbstractType<unknown>[], {
			trackedOrigins: new Set(origins),
			captureTimeout: 0,
		});
	}

	override undo(): Taken {
		return this.take('undoing', 'undoStack', () => super.undo());
	}

	override redo(): Taken {
		return this.take('redoing', 'redoStack', () => super.redo());
	}

	/** Takes a step back or does it again, and puts back what went missing, as one change. */
	private take(way: 'undoing' | 'redoing', stack: 'undoStack' | 'redoStack', work: () => Taken): Taken {
		const before: readonly Step[] = [...this[stack]];
		try {
			return this.doc.transact((transaction) => {
				let result: Taken = null;
				try {
					result = work();
				} catch (error) {
					// It stumbles, once in thousands of steps, over something that is long gone for
					// good
					// and that others had made meanwhile. What it had done until then stands.
					if (!(error instanceof TypeError)) throw error;
				}
				// The library looks at it when the whole change ends.
				this[way] = true;
				const left = new Set<Step>(this[stack]);
				const taken = before.filter((step) => !left.has(step));
				if (taken.length > 0) putBack(this.doc, transaction, taken);
				return result;
			}, this);
		} finally {
			this[way] = false;
		}
	}
}

/** Puts values back that are missing in what a change left. */
function putBack(doc: Y.Doc, { changed }: Y.Transaction, taken: readonly Step[]): void {
	for (const root of [objectsOf(doc), sheetsOf(doc), placesOf(doc)] as Y.Map<unknown>[])
		for (const id of namesIn(root, changed)) {
			const map = root.get(id);
			if (!(map instanceof Y.Map)) continue;
			const past = pastOf(root, id);
			// What it is comes first: the rest depends on it.
			if (root === objectsOf(doc) && !map.has('kind')) restore(map, 'kind', past, taken, false);
			const shape = root === sheetsOf(doc) ? SHEET : root === placesOf(doc) ? PLACE : shapeOf(map);
			// Parts of holders, nods and the like have keys that no shape names.
			for (const key of new Set([...(shape?.keys() ?? []), ...map._map.keys()]))
				if (key !== ID && !map.has(key))
					restore(map, key, past, taken, shape?.get(key)?.safeParse(undefined).success ?? true);
		}
}

const shapeOf = (map: Y.Map<unknown>): Shape | undefined => PROPERTIES.get(String(map.get('kind')));

/** Names in a root under which something was made or changed. */
function namesIn(root: Y.Map<unknown>, changed: Y.Transaction['changed']): Set<string> {
	const names = new Set<string>();
	for (const [type, keys] of changed) {
		// What is made in a change counts as a change of what it is made in.
		const all: readonly unknown[] = (type as unknown) === root ? [...keys] : [nameIn(root, type)];
		for (const name of all) if (typeof name === 'string') names.add(name);
	}
	return names;
}

/** The name under which something stands in a root. */
const nameIn = (root: Y.Map<unknown>, type: unknown): string | null | undefined =>
	type instanceof Y.Map && type.parent === root ? type._item?.parentSub : undefined;

/** What stands under a name, and what stood there before: what is brought back is made anew. */
function pastOf(root: Y.Map<unknown>, id: string): Y.Map<unknown>[] {
	const all: Y.Map<unknown>[] = [];
	for (let item = root._map.get(id) ?? null; item; item = item.left)
		if (item.content instanceof Y.ContentType && item.content.type instanceof Y.Map)
			all.push(item.content.type as Y.Map<unknown>);
	return all;
}

/**
 * Sets a value that is missing as it was before the steps; where that is not known any more, as it
 * was last.
 * @param isOptional whether there may have been none: then it has to be one that the steps took
 */
function restore(
	map: Y.Map<unknown>,
	key: string,
	past: readonly Y.Map<unknown>[],
	taken: readonly Step[],
	isOptional: boolean,
): void {
	const items = past.flatMap((each) => entriesOf(each, key));
	const isSet = ({ id }: Y.Item): boolean => taken.some(({ insertions }) => Y.isDeleted(insertions, id));
	const isTaken = ({ id }: Y.Item): boolean => taken.some(({ deletions }) => Y.isDeleted(deletions, id));
	const before = items.filter((item) => !isSet(item));
	const found = isOptional ? before.find(isTaken) : (before[0] ?? items[0]);
	if (found) map.set(key, found.content.getContent().at(-1));
}

/** The values that an entry has had, latest first, as far as they are still known. */
function entriesOf(map: Y.Map<unknown>, key: string): Y.Item[] {
	const items: Y.Item[] = [];
	for (let item = map._map.get(key) ?? null; item; item = item.left)
		// What nobody held on to is gone; values that hold others (texts) cannot be set once more.
		if (!(item.content instanceof Y.ContentDeleted) && !(item.content instanceof Y.ContentType))
			items.push(item);
	return items;
}
