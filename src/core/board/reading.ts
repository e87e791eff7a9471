/** Reading one object from the live document: its values, its text, and the keys that others write on it. */
import * as Y from 'yjs';
import { byPerson, NOD, SEE, type Nod } from './nods';
import { isHolder } from './holders/forms';
import { isPartKey, readParts } from './holders/parts';
import { objectSchema, type BoardObject } from './objects';
import { readText } from './rich-document';

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
