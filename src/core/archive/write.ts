/** Reads a board's documents into an archive. The same board always gives the same archive. */
import * as Y from 'yjs';
import { objectsOf, placesOf, sheetsOf } from '../board/document';
import { readText } from '../board/rich-document';
import { asidesOf } from '../meeting/backstage';
import { readSession } from '../meeting/runsheet';
import { readEntry, talkOf } from '../talk/shape';
import { FORMAT, VERSION, type Archive, type ArchivedFile, type ArchivedObject } from './format';

type Json = Archive['talk'][number]['value'];

const byId = (a: { id: string }, b: { id: string }): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** Keys in order, so that the same values are the same text. */
function sorted(value: unknown): Json {
	if (Array.isArray(value)) return value.map(sorted);
	if (typeof value !== 'object' || value === null) return (value ?? null) as Json;
	return Object.fromEntries(
		Object.entries(value)
			.filter(([, each]) => each !== undefined)
			.sort(([a], [b]) => (a < b ? -1 : 1))
			.map(([key, each]) => [key, sorted(each)]),
	);
}

function plain(map: Y.Map<unknown>): Record<string, Json> {
	return sorted(
		Object.fromEntries([...map.entries()].filter(([, value]) => !(value instanceof Y.AbstractType))),
	) as Record<string, Json>;
}

const mapsIn = (maps: Y.Map<Y.Map<unknown>>): { id: string; values: Record<string, Json> }[] =>
	[...maps.entries()]
		.flatMap(([id, map]) => (map instanceof Y.Map ? [{ id, values: plain(map) }] : []))
		.sort(byId);

function objectOf(id: string, map: Y.Map<unknown>): ArchivedObject {
	const texts = [...map.entries()]
		.filter(([, value]) => value instanceof Y.XmlFragment)
		.sort(([a], [b]) => (a < b ? -1 : 1))
		.map(([key, value]) => [key, sorted(readText(value))]);
	return { id, values: plain(map), texts: Object.fromEntries(texts) as ArchivedObject['texts'] };
}

export interface Documents {
	stage: Y.Doc;
	session: Y.Doc;
	talk: Y.Doc;
	/** Where notes on steps stand for those who lead; only when it is one of them who takes the archive out. */
	backstage?: Y.Doc;
}

/** Files that objects and grounds of a board show, by their hashes. */
export function filesIn(stage: Y.Doc): Set<string> {
	const hashes = new Set<string>();
	const look = (value: unknown): void => {
		if (typeof value === 'string' && /^[0-9a-f]{64}$/.test(value)) hashes.add(value);
	};
	for (const map of objectsOf(stage).values()) if (map instanceof Y.Map) look(map.get('file'));
	for (const map of sheetsOf(stage).values())
		if (map instanceof Y.Map)
			look((map.get('ground') as { picture?: { file?: string } } | undefined)?.picture?.file);
	return hashes;
}

export function archiveOf(
	{ stage, session, talk, backstage }: Documents,
	title: string,
	files: ArchivedFile[],
): Archive {
	const said = talkOf(talk);
	return {
		format: FORMAT,
		version: VERSION,
		title,
		sheets: mapsIn(sheetsOf(stage)),
		objects: [...objectsOf(stage).entries()]
			.flatMap(([id, map]) => (map instanceof Y.Map ? [objectOf(id, map as Y.Map<unknown>)] : []))
			.sort(byId),
		places: mapsIn(placesOf(stage)),
		steps: sorted(
			readSession(session).steps.map((step) => ({
				...step,
				aside: (backstage && asidesOf(backstage).get(step.id)) ?? step.aside,
			})),
		) as Archive['steps'],
		talk: [...said.entries()]
			.filter(([key, value]) => key === 'numbers' || readEntry(key, value) !== undefined)
			.map(([key, value]) => ({ key, value: sorted(value) }))
			.sort((a, b) => (a.key < b.key ? -1 : 1)),
		files: [...files].sort((a, b) => (a.hash < b.hash ? -1 : 1)),
	};
}
