/**
 * Keeps facilitators' locks: what somebody else does to an object under one is taken back at once, whoever
 * sends it and by whatever client. Nods are not edits of the object and go through.
 */
import { objectsOf, readText, writeText } from '$core/board/document';
import * as Y from 'yjs';
import { log } from '../log';

type Edit = (work: (doc: Y.Doc) => void) => Promise<unknown>;

/** Values of a locked object, its text as plain data. */
interface Kept {
	values: Map<string, unknown>;
	text: string;
}

/** Keys that others may write on a locked object. */
const isOpen = (key: string): boolean => key.startsWith('nod:') || key.startsWith('see:');

function keep(map: Y.Map<unknown>): Kept {
	const values = new Map<string, unknown>();
	for (const [key, value] of map.entries()) if (key !== 'text' && !isOpen(key)) values.set(key, value);
	return { values, text: JSON.stringify(readText(map.get('text'))) };
}

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Writes the kept values back; only what differs, so that a repeated attempt costs little. */
function restore(objects: Y.Map<Y.Map<unknown>>, id: string, { values, text }: Kept): void {
	let map = objects.get(id);
	if (!(map instanceof Y.Map)) {
		map = new Y.Map<unknown>([...values]);
		map.set('text', writeText(JSON.parse(text)));
		objects.set(id, map);
		return;
	}
	for (const key of [...map.keys()]) {
		if (key !== 'text' && !isOpen(key) && !values.has(key)) map.delete(key);
	}
	for (const [key, value] of values) if (!same(map.get(key), value)) map.set(key, value);
	if (JSON.stringify(readText(map.get('text'))) !== text) map.set('text', writeText(JSON.parse(text)));
}

interface FalseNod {
	map: Y.Map<unknown>;
	key: string;
	before: unknown;
}

/** Nods that somebody gave or took back in another person's name. */
function falseNods(events: Y.YEvent<Y.AbstractType<unknown>>[], person: string | undefined): FalseNod[] {
	if (person === undefined) return [];
	return events.flatMap((event) => {
		if (event.path.length !== 1 || !(event.target instanceof Y.Map)) return [];
		const map = event.target as Y.Map<unknown>;
		return [...event.changes.keys]
			.filter(([key]) => key.startsWith('nod:') && key !== `nod:${person}`)
			.map(([key, change]) => ({ map, key, before: change.oldValue as unknown }));
	});
}

/**
 * Watches a board; returns the way to stop.
 * @param personOf whose connection a change came through; undefined for the server's own
 * @param leads whether the origin of a change is somebody who may lock and unlock
 */
export function watchLocks(
	doc: Y.Doc,
	edit: Edit,
	leads: (origin: unknown) => boolean,
	personOf: (origin: unknown) => string | undefined,
): () => void {
	const objects = objectsOf(doc);
	const locked = new Map<string, Kept>();
	const note = (id: string): void => {
		const map = objects.get(id);
		if (map instanceof Y.Map && map.get('lock') === 'led') locked.set(id, keep(map));
		else locked.delete(id);
	};
	for (const id of objects.keys()) note(id);

	const isBroken = (id: string): boolean => {
		const map = objects.get(id);
		const kept = locked.get(id);
		if (!kept) return map instanceof Y.Map && map.get('lock') === 'led';
		if (!(map instanceof Y.Map)) return true;
		const now = keep(map);
		if (now.text !== kept.text || now.values.size !== kept.values.size) return true;
		return [...kept.values].some(([key, value]) => !same(now.values.get(key), value));
	};
	const onChange = (events: Y.YEvent<Y.AbstractType<unknown>>[], transaction: Y.Transaction): void => {
		const foreign = falseNods(events, personOf(transaction.origin));
		if (foreign.length > 0) {
			edit(() => {
				for (const { map, key, before } of foreign) {
					if (before === undefined) map.delete(key);
					else map.set(key, before);
				}
			}).catch((error: unknown) =>
				log.error({ err: error }, 'a nod in another name could not be taken back'),
			);
		}
		const ids = new Set<string>();
		for (const event of events) {
			if (event.path.length === 0) for (const key of event.keys.keys()) ids.add(key);
			else ids.add(String(event.path[0]));
		}
		if (leads(transaction.origin)) {
			for (const id of ids) note(id);
			return;
		}
		const broken = [...ids].filter(isBroken);
		if (broken.length === 0) return;
		edit(() => {
			for (const id of broken) {
				const kept = locked.get(id);
				if (kept) restore(objects, id, kept);
				else objects.get(id)?.delete('lock');
			}
		}).catch((error: unknown) => log.error({ err: error }, 'a locked object could not be put back'));
	};
	objects.observeDeep(onChange as never);
	return () => objects.unobserveDeep(onChange as never);
}
