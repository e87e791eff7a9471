/**
 * Bringing back an earlier state: the whole board, a sheet, or some objects become again what they were. It is an edit
 * like any other, in one transaction, so that it can be undone.
 */
import * as Y from 'yjs';
import { objectsOf, readText, sheetsOf, writeText } from '../document';
import { type EditContext, transact } from '../store';

/** What is brought back. */
export type RestoreScope =
	{ is: 'board' } | { is: 'sheet'; sheet: string } | { is: 'objects'; ids: readonly string[] };

/** What was done: how many objects came back, were changed back, and were removed. */
export interface Restored {
	back: number;
	changed: number;
	removed: number;
}

/** What people said in their own name: it is theirs, and neither given nor taken in a restoring. */
const isTheirs = (key: string): boolean => /^(nod|nodrow):/.test(key) || key.endsWith(':signed');

const same = (a: unknown, b: unknown): boolean => {
	const [left, right] = [a, b].map((value) =>
		JSON.stringify(value instanceof Y.AbstractType ? readText(value) : value),
	);
	return a instanceof Y.AbstractType === b instanceof Y.AbstractType && left === right;
};

/** Texts are read and written anew, which takes what is readable of them. */
const copyOf = (value: unknown): unknown =>
	value instanceof Y.AbstractType ? writeText(readText(value)) : value;

/** Makes `now` what `past` is; returns whether anything had to be changed. */
function become(now: Y.Map<unknown>, past: Y.Map<unknown>): boolean {
	let isChanged = false;
	for (const key of [...now.keys()]) {
		if (past.has(key) || isTheirs(key)) continue;
		now.delete(key);
		isChanged = true;
	}
	for (const [key, value] of past.entries()) {
		if (isTheirs(key) || key === 'changed' || (now.has(key) && same(now.get(key), value))) continue;
		now.set(key, copyOf(value));
		isChanged = true;
	}
	return isChanged;
}

function fresh(past: Y.Map<unknown>): Y.Map<unknown> {
	const map = new Y.Map<unknown>();
	for (const [key, value] of past.entries()) if (!isTheirs(key)) map.set(key, copyOf(value));
	return map;
}

/**
 * Makes what `scope` names what it is in `past`, the document as it was at an earlier moment. Objects that did not exist
 * then are removed, unless only some objects are brought back; those that were moved to another sheet come back from
 * there. Objects under a facilitator's lock are left as they are when `keepLocked`.
 */
export function restore(
	editContext: EditContext,
	past: Y.Doc,
	scope: RestoreScope,
	{ keepLocked = false } = {},
): Restored {
	const now = objectsOf(editContext.doc);
	const then = objectsOf(past);
	const isIn = (map: Y.Map<unknown> | undefined): boolean =>
		map !== undefined && (scope.is === 'board' || (scope.is === 'sheet' && map.get('sheet') === scope.sheet));
	const ids =
		scope.is === 'objects'
			? new Set(scope.ids)
			: new Set([...now.keys(), ...then.keys()].filter((id) => isIn(now.get(id)) || isIn(then.get(id))));
	const done: Restored = { back: 0, changed: 0, removed: 0 };
	transact(editContext, () => {
		restoreSheets(editContext.doc, past, scope, ids);
		for (const id of ids) {
			const is = now.get(id);
			const was = then.get(id);
			if (keepLocked && (is?.get('lock') === 'led' || was?.get('lock') === 'led')) continue;
			if (is && was) {
				if (!become(is, was)) continue;
				is.set('changed', editContext.now());
				done.changed++;
			} else if (was) {
				now.set(id, fresh(was));
				done.back++;
			} else if (is && scope.is !== 'objects') {
				now.delete(id);
				done.removed++;
			}
		}
	});
	return done;
}

/** Brings back the sheets that are named, and those on which objects that come back stood. */
function restoreSheets(doc: Y.Doc, past: Y.Doc, scope: RestoreScope, ids: ReadonlySet<string>): void {
	const now = sheetsOf(doc);
	const then = sheetsOf(past);
	const wanted = new Set<string>(
		scope.is === 'board' ? then.keys() : scope.is === 'sheet' ? [scope.sheet] : [],
	);
	for (const id of ids) {
		const sheet = objectsOf(past).get(id)?.get('sheet');
		if (typeof sheet === 'string' && !now.has(sheet)) wanted.add(sheet);
	}
	for (const id of wanted) {
		const was = then.get(id);
		const is = now.get(id);
		if (!was) continue;
		if (!is) now.set(id, fresh(was));
		else if (scope.is !== 'objects') become(is, was);
	}
	if (scope.is !== 'board') return;
	for (const id of [...now.keys()]) if (!then.has(id)) now.delete(id);
}
