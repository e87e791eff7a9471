/** Reading one object from the live document: its values, its text, and the keys that others write on it. */
import * as Y from 'yjs';
import { byPerson, NOD, SEE, type Nod } from './nods';
import { isHolder, isLaidOut } from '../holders/forms';
import { isPartKey, readParts } from '../holders/parts';
import { objectSchema, PROPERTIES, type BoardObject } from '../objects';
import { readText } from '../rich-document';

/** An object, or why there is none. */
export type Read = { object: BoardObject } | { reason: string };

export function readObject(id: string, map: unknown): Read {
	if (!(map instanceof Y.Map)) return { reason: 'not an object' };
	const values: Record<string, unknown> = {};
	const nods: Nod[] = [];
	const see: string[] = [];
	const parts: [string, unknown][] = [];
	let text: unknown;
	for (const [key, value] of (map as Y.Map<unknown>).entries()) {
		if (key === 'text') text = value;
		else if (key.startsWith(NOD)) {
			if (typeof value === 'string') nods.push({ person: key.slice(NOD.length), name: value.slice(0, 80) });
		} else if (key.startsWith(SEE)) see.push(key.slice(SEE.length));
		else if (isPartKey(key)) parts.push([key, value]);
		else values[key] = value;
	}
	const parsed = objectSchema.safeParse({ ...values, id });
	if (!parsed.success) return { reason: parsed.error.issues[0]?.message ?? 'not readable' };
	const object = { ...parsed.data, text: readText(text) } as BoardObject;
	if (nods.length > 0) object.nods = nods.sort(byPerson);
	if (see.length > 0) object.see = see.sort();
	if (isHolder(object)) object.parts = readParts(parts);
	return { object };
}

/**
 * Reads anew what is different about an object: several times as fast as reading all of it, of which most is the same when things are
 * moved or recoloured.
 * @param before the object as it was read; where others decide about its box, that is taken back
 * @param keys of the properties that changed
 * @returns undefined where it has to be read as a whole, also when it cannot be read any more
 */
export function readAgain(
	before: BoardObject,
	map: unknown,
	keys: ReadonlySet<string>,
): BoardObject | undefined {
	if (!(map instanceof Y.Map) || isLaidOut(before)) return undefined;
	const shapes = PROPERTIES.get(before.kind)!;
	const object: BoardObject = { ...before };
	const values = object as Record<string, unknown>;
	for (const key of new Set(keys).add('box')) {
		const shape = key === 'kind' ? undefined : shapes.get(key);
		const read = shape?.safeParse(map.get(key));
		if (!read?.success) return undefined;
		if (read.data === undefined) delete values[key];
		else values[key] = read.data;
	}
	return object;
}

/** Objects that changed, with the properties of each that did; undefined where what lies deeper changed, or all of it. */
export function changedKeys(
	events: readonly Y.YEvent<Y.AbstractType<unknown>>[],
): Map<string, ReadonlySet<string> | undefined> {
	const touched = new Map<string, ReadonlySet<string> | undefined>();
	for (const event of events) {
		if (event.path.length === 0) for (const id of event.keys.keys()) touched.set(id, undefined);
		else {
			const id = String(event.path[0]);
			const isWhole = event.path.length > 1 || touched.has(id);
			touched.set(id, isWhole ? undefined : (event as Y.YMapEvent<unknown>).keysChanged);
		}
	}
	return touched;
}
