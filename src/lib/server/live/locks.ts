/**
 * Keeps facilitators' locks: what somebody else does to an object under one is taken back at once, whoever
 * sends it and by whatever client. Nods are not edits of the object and go through.
 */
import { objectsOf, sheetsOf } from '$core/board/document';
import { applySnapshot, captureObject, isSameSnapshot, type ObjectSnapshot } from '$core/board/ops/snapshot';
import * as Y from 'yjs';
import { log } from '../log';
import { falseClaims, takeBack } from './claims';

type Edit = (work: (doc: Y.Doc) => void) => Promise<unknown>;

/** Keys that others may write on a locked object. */
const isOpen = (key: string): boolean => /^(nod|see|nodrow):/.test(key);

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
	const locked = new Map<string, ObjectSnapshot>();
	const note = (id: string): void => {
		const map = objects.get(id);
		if (map instanceof Y.Map && map.get('lock') === 'led') locked.set(id, captureObject(map, isOpen));
		else locked.delete(id);
	};
	for (const id of objects.keys()) note(id);

	const isBroken = (id: string): boolean => {
		const map = objects.get(id);
		const kept = locked.get(id);
		if (!kept) return map instanceof Y.Map && map.get('lock') === 'led';
		if (!(map instanceof Y.Map)) return true;
		return !isSameSnapshot(captureObject(map, isOpen), kept);
	};
	const onChange = (events: Y.YEvent<Y.AbstractType<unknown>>[], transaction: Y.Transaction): void => {
		const foreign = falseClaims(events, personOf(transaction.origin));
		if (foreign.length > 0) {
			edit(() => takeBack(foreign)).catch((error: unknown) =>
				log.error({ err: error }, 'what was said in another name could not be taken back'),
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
				if (kept) applySnapshot(objects, id, kept, isOpen);
				else objects.get(id)?.delete('lock');
			}
		}).catch((error: unknown) => log.error({ err: error }, 'a locked object could not be put back'));
	};
	objects.observeDeep(onChange as never);
	const stopSheets = watchSheets(
		doc,
		(work, what) => void edit(work).catch((error: unknown) => log.error({ err: error }, what)),
		(id, origin) => !leads(origin) && [...locked.values()].some(({ values }) => values.get('sheet') === id),
	);
	return () => {
		objects.unobserveDeep(onChange as never);
		stopSheets();
	};
}

/** Brings a sheet back that was deleted with something locked on it. */
function watchSheets(
	doc: Y.Doc,
	edit: (work: () => void, what: string) => void,
	isHeld: (sheet: string, origin: unknown) => boolean,
): () => void {
	const sheets = sheetsOf(doc);
	const kept = new Map<string, [string, unknown][]>();
	const note = (id: string): void => {
		const map = sheets.get(id);
		if (map instanceof Y.Map) kept.set(id, [...map.entries()]);
	};
	for (const id of sheets.keys()) note(id);
	const onChange = (events: Y.YEvent<Y.AbstractType<unknown>>[], { origin }: Y.Transaction): void => {
		for (const event of events) {
			const ids = event.path.length === 0 ? [...event.keys.keys()] : [String(event.path[0])];
			for (const id of ids) {
				const values = kept.get(id);
				if (sheets.has(id) || !values || !isHeld(id, origin)) note(id);
				else
					edit(
						() => void (sheets.has(id) || sheets.set(id, new Y.Map<unknown>(values))),
						'a sheet with something locked on it could not be brought back',
					);
			}
		}
	};
	sheets.observeDeep(onChange as never);
	return () => sheets.unobserveDeep(onChange as never);
}
