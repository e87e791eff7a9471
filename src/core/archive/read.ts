/** Writes what stands in an archive into a board's documents, which must be empty. */
import * as Y from 'yjs';
import { Fault } from '../fault';
import { objectsOf, placesOf, sheetsOf } from '../board/document';
import { readObject } from '../board/model/reading';
import { writeText } from '../board/rich-document';
import { sheetSchema } from '../board/objects';
import { asidesOf } from '../meeting/backstage';
import { writeSteps } from '../meeting/runsheet';
import { readEntry, talkOf } from '../talk/shape';
import type { RichText } from '../text/rich';
import { archiveSchema, type Archive } from './format';
import type { Documents } from './write';

/**
 * Reads the JSON of an archive. Throws Fault `no archive` when it is none, or of a later version.
 */
export function parseArchive(text: string): Archive {
	let data: unknown;
	try {
		data = JSON.parse(text);
	} catch {
		throw new Fault('no archive', { problem: 'not JSON' });
	}
	const parsed = archiveSchema.safeParse(data);
	if (parsed.success) return parsed.data;
	const issue = parsed.error.issues[0]!;
	throw new Fault('no archive', { problem: `${issue.path.join('.')}: ${issue.message}` });
}

/** Writes an archive into documents. Returns how many things in it could not be read and were left out. */
export function unpack(archive: Archive, { stage, session, talk, backstage }: Documents): number {
	let left = 0;
	stage.transact(() => {
		for (const { id, values } of archive.sheets) {
			if (sheetSchema.safeParse({ ...values, id }).success)
				sheetsOf(stage).set(id, new Y.Map<unknown>(Object.entries(values)));
			else left++;
		}
		for (const { id, values } of archive.places)
			placesOf(stage).set(id, new Y.Map<unknown>(Object.entries(values)));
		for (const { id, values, texts } of archive.objects) {
			const map = new Y.Map<unknown>(Object.entries(values));
			for (const [key, text] of Object.entries(texts)) map.set(key, writeText(text as RichText));
			objectsOf(stage).set(id, map);
			if ('object' in readObject(id, map)) continue;
			objectsOf(stage).delete(id);
			left++;
		}
	});
	session.transact(() => {
		const steps = backstage ? archive.steps.map((step) => ({ ...step, aside: '' })) : archive.steps;
		if (steps.length > 0) writeSteps(session, steps);
	});
	backstage?.transact(() => {
		for (const { id, aside } of archive.steps) if (aside !== '') asidesOf(backstage).set(id, aside);
	});
	talk.transact(() => {
		for (const { key, value } of archive.talk) {
			if (key === 'numbers' ? typeof value === 'number' : readEntry(key, value)) talkOf(talk).set(key, value);
			else left++;
		}
	});
	return left;
}
