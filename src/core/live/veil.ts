/**
 * Taking names out of what stands on a board: whoever wrote, nodded, signed or is spoken of goes by another id and name
 * from then on. Used when the names on a board are hidden; what was written behind a voice is never given back its name.
 */
import * as Y from 'yjs';
import type { Pigment } from '../board/colours';
import { objectsOf } from '../board/document';
import { NOD } from '../board/model/nods';
import { FILE_WRITERS, isFileWriter } from '../people/file-writer';
import { talkOf } from '../talk/shape';

export interface Identity {
	id: string;
	name: string;
	/** The colour that they chose; a voice has none. */
	pigment?: Pigment | undefined;
}

/** Other ids and names by the ids that stand there; one for all whose names came from files. */
export type Veils = ReadonlyMap<string, Identity>;

type Writer = { id?: unknown; name?: unknown };

/** A value with the names in it exchanged; the value itself when there are none. */
function veiled(key: string, value: unknown, veils: Veils): unknown {
	if (key === 'by' && Array.isArray(value)) {
		const id = String(value[0]);
		const veil = veils.get(isFileWriter(id) ? FILE_WRITERS : id);
		return veil ? [veil.id, veil.name] : value;
	}
	if (/^fact:.*:(person|signed)$/.test(key) && typeof value === 'object' && value !== null) {
		const veil = veils.get(String((value as Writer).id));
		return veil ? { ...value, id: veil.id, name: veil.name } : value;
	}
	return value;
}

/** The key of somebody's nod with the id in it exchanged; undefined when it holds none. */
function veiledKey(key: string, veils: Veils): { key: string; name: string } | undefined {
	const at = key.startsWith(NOD) || key.startsWith('nodrow:') ? key.lastIndexOf(':') + 1 : 0;
	const veil = at > 0 ? veils.get(key.slice(at)) : undefined;
	return veil && { key: key.slice(0, at) + veil.id, name: veil.name };
}

/** Exchanges the names on the objects of a stage. Returns how many objects changed. */
export function veilStage(doc: Y.Doc, veils: Veils): number {
	let count = 0;
	for (const map of objectsOf(doc).values()) {
		if (!(map instanceof Y.Map)) continue;
		let isChanged = false;
		for (const [key, value] of [...map.entries()]) {
			const other = veiledKey(key, veils);
			if (other) {
				map.delete(key);
				map.set(other.key, other.name);
				isChanged = true;
				continue;
			}
			const next = veiled(key, value, veils);
			if (next === value) continue;
			map.set(key, next);
			isChanged = true;
		}
		if (isChanged) count++;
	}
	return count;
}

/** Exchanges the names in what people said. Returns how many values changed. */
export function veilTalk(doc: Y.Doc, veils: Veils): number {
	const map = talkOf(doc);
	let count = 0;
	for (const [key, value] of [...map.entries()]) {
		if (typeof value !== 'object' || value === null) continue;
		const { by, to } = value as { by?: unknown; to?: unknown };
		const author = Array.isArray(by) ? veils.get(String(by[0])) : undefined;
		const spoken = Array.isArray(to) && to.some((id) => veils.has(String(id)));
		if (!author && !spoken) continue;
		map.set(key, {
			...value,
			...(author ? { by: [author.id, author.name] } : {}),
			...(spoken ? { to: (to as unknown[]).map((id) => veils.get(String(id))?.id ?? id) } : {}),
		});
		count++;
	}
	return count;
}
