/** Writing to the live document: everything that changes an object goes through here. */
import { Fault } from '../fault';
import type * as Y from 'yjs';
import { objectsOf } from './document';
import { withinLimits } from './kinds/common';
import { isValue } from './objects';

/** Who edits what: the document, the person, and where ids and times come from. */
export interface EditContext {
	doc: Y.Doc;
	person: { id: string; name: string };
	/** Marks transactions as this hand's own, for undo. */
	origin: unknown;
	now: () => number;
	newId: () => string;
}

/** Changes the document as one step of whoever edits. */
export const transact = <T>(editContext: EditContext, work: () => T): T =>
	editContext.doc.transact(work, editContext.origin) as T;

/**
 * Sets values of one object; undefined takes a value away. Places beyond the limits of a board
 * become the nearest within.
 * @throws Fault `not for this kind` when a value is none that the object can have; then nothing is
 * written
 */
export function patch(editContext: EditContext, id: string, values: Record<string, unknown>): void {
	const map = objectsOf(editContext.doc).get(id);
	if (!map) return;
	const kind = map.get('kind');
	const all = Object.entries(values).map(([key, value]) => [key, withinLimits(key, value)] as const);
	for (const [key, value] of all)
		if (value !== undefined && !isValue(kind, key, value))
			throw new Fault('not for this kind', { kind: String(kind), problem: key });
	for (const [key, value] of all) {
		if (value === undefined) map.delete(key);
		else map.set(key, value);
	}
	map.set('changed', editContext.now());
}
