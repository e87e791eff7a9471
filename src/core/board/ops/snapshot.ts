/** Objects of a live document as plain data, to be put back, or into another document, as they were. */
import * as Y from 'yjs';
import type { RichText } from '../../text/rich';
import { objectsOf, readText, writeText } from '../document';

/** Values of an object, its texts as JSON. */
export interface ObjectSnapshot {
	values: Map<string, unknown>;
	texts: Map<string, string>;
}

/** @param leaveOut keys that are not kept */
export function captureObject(
	map: Y.Map<unknown>,
	leaveOut: (key: string) => boolean = () => false,
): ObjectSnapshot {
	const values = new Map<string, unknown>();
	const texts = new Map<string, string>();
	for (const [key, value] of map.entries()) {
		if (leaveOut(key)) continue;
		if (value instanceof Y.AbstractType) texts.set(key, JSON.stringify(readText(value)));
		else values.set(key, value);
	}
	return { values, texts };
}

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

const sameMaps = (a: ReadonlyMap<string, unknown>, b: ReadonlyMap<string, unknown>): boolean =>
	a.size === b.size && [...a].every(([key, value]) => same(b.get(key), value));

export const isSameSnapshot = (a: ObjectSnapshot, b: ObjectSnapshot): boolean =>
	sameMaps(a.values, b.values) && sameMaps(a.texts, b.texts);

/** Writes what was kept into an object, or makes it anew; only what differs, so that a repeated attempt costs little. */
export function applySnapshot(
	objects: Y.Map<Y.Map<unknown>>,
	id: string,
	kept: ObjectSnapshot,
	leaveOut: (key: string) => boolean = () => false,
): void {
	let map = objects.get(id);
	if (!(map instanceof Y.Map)) {
		map = new Y.Map<unknown>();
		objects.set(id, map);
	}
	const now = captureObject(map, leaveOut);
	for (const key of [...now.values.keys(), ...now.texts.keys()])
		if (!kept.values.has(key) && !kept.texts.has(key)) map.delete(key);
	for (const [key, value] of kept.values) if (!same(now.values.get(key), value)) map.set(key, value);
	for (const [key, text] of kept.texts)
		if (now.texts.get(key) !== text) map.set(key, writeText(JSON.parse(text) as RichText));
}

/** Moves objects from one document into another. Both must be edited as one; objects that are there already stay as they are. */
export function moveBetween(from: Y.Doc, to: Y.Doc, ids: Iterable<string>): number {
	let count = 0;
	for (const id of ids) {
		const map = objectsOf(from).get(id);
		if (!(map instanceof Y.Map)) continue;
		if (!objectsOf(to).has(id)) {
			applySnapshot(objectsOf(to), id, captureObject(map));
			count++;
		}
		objectsOf(from).delete(id);
	}
	return count;
}
