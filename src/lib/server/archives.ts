/** Boards as archives: a zip with `board.json`, the schema that it follows, and the pictures. */
import { archiveOf, filesIn, type Documents } from '$core/archive/write';
import { publishedSchema, type ArchivedFile } from '$core/archive/format';
import { ArchiveError, parseArchive, unpack } from '$core/archive/read';
import { LAYERS, type Layer } from '$core/access/layers';
import { m } from '$lib/messages';
import { unzip, zip, type AsyncZippable, type Unzipped } from 'fflate';
import * as Y from 'yjs';
import type { Person } from './auth';
import { createBoard, Refused } from './boards';
import { database, schema } from './db';
import { fileName, type ExportFile } from './export';
import { readFile, takeInFile } from './files/store';
import { live } from './live/documents';
import { documentName } from './live/names';
import { eq } from 'drizzle-orm';

/** Largest archive, and the most that may be in it, bytes. */
export const LARGEST_ARCHIVE = 100 * 1024 * 1024;
const LARGEST_CONTENT = 500 * 1024 * 1024;
/** The same board gives the same archive, whenever it is made. */
const TIMELESS = new Date('2000-01-01T12:00:00');

/** The documents of a board as they are now. The caller checks who asks. */
async function documentsOf(boardId: string, withAsides: boolean): Promise<Documents> {
	const read = async (layer: Layer): Promise<Y.Doc> => {
		const doc = new Y.Doc();
		Y.applyUpdateV2(doc, await live().state(boardId, layer, { fresh: true }));
		return doc;
	};
	const [stage, session, talk] = await Promise.all(LAYERS.map(read));
	const backstage = withAsides ? { backstage: await read('backstage') } : {};
	return { stage: stage!, session: session!, talk: talk!, ...backstage };
}

/** @param withAsides whether notes on steps go along that only those see who lead */
export async function makeArchive(boardId: string, title: string, withAsides: boolean): Promise<ExportFile> {
	const documents = await documentsOf(boardId, withAsides);
	const files: ArchivedFile[] = [];
	const content: AsyncZippable = {};
	for (const hash of filesIn(documents.stage)) {
		try {
			const { type, body } = await readFile(boardId, hash);
			files.push({ hash, type: type as ArchivedFile['type'] });
			// Pictures are packed already.
			content[`files/${hash}`] = [body, { level: 0 }];
		} catch (error) {
			// A picture that was never there is not there in the archive either.
			if (!(error instanceof Refused)) throw error;
		}
	}
	const text = (value: object): Uint8Array => Buffer.from(`${JSON.stringify(value, null, '\t')}\n`);
	content['board.json'] = text(archiveOf(documents, title, files));
	content['schema.json'] = text(publishedSchema());
	const body = await new Promise<Uint8Array>((resolve, reject) =>
		zip(content, { mtime: TIMELESS }, (error, data) => (error ? reject(error) : resolve(data))),
	);
	return { name: fileName(title, 'wandtafel'), type: 'application/zip', body };
}

/** What is in an archive. What is none of ours is not unpacked, nor what would be too much. */
function contentOf(archive: Uint8Array): Promise<Unzipped> {
	let length = 0;
	return new Promise((resolve, reject) =>
		unzip(
			archive,
			{
				filter: ({ name, originalSize }) => {
					if (!/^(board\.json|files\/[0-9a-f]{64})$/.test(name)) return false;
					length += originalSize;
					if (length > LARGEST_CONTENT) throw new ArchiveError('too much in it');
					return true;
				},
			},
			(error, content) => (error ? reject(new ArchiveError('no zip that can be read')) : resolve(content)),
		),
	);
}

/**
 * Makes a board of one's own from an archive. Throws Refused when it is none. Returns the board's id, and how many things in
 * it could not be read and were left out.
 */
export async function bringIn(person: Person, archive: Uint8Array): Promise<{ id: string; left: number }> {
	try {
		const content = await contentOf(archive);
		const json = content['board.json'];
		if (!json) throw new ArchiveError('board.json is missing');
		const board = parseArchive(Buffer.from(json).toString('utf8'));
		const documents: Documents = { stage: new Y.Doc(), session: new Y.Doc(), talk: new Y.Doc() };
		const backstage = new Y.Doc();
		let left = unpack(board, { ...documents, backstage });
		const id = await createBoard(person.id, board.title);
		try {
			for (const { hash } of board.files) {
				const file = content[`files/${hash}`];
				const isIn = file && (await takeInFile(id, hash, Buffer.from(file)).then(() => true, refused));
				if (!isIn) left++;
			}
			for (const layer of [...LAYERS, 'backstage'] as const) {
				const data = Y.encodeStateAsUpdate(layer === 'backstage' ? backstage : documents[layer]);
				if (data.length <= 2) continue;
				await live().log.append({
					boardId: id,
					document: documentName(id, layer),
					personId: person.id,
					data,
				});
			}
		} catch (error) {
			// Half a board is none.
			await database().db.delete(schema.boards).where(eq(schema.boards.id, id));
			throw error;
		}
		return { id, left };
	} catch (error) {
		if (error instanceof ArchiveError) throw new Refused(m.error_archive({ reason: error.message }), 409);
		throw error;
	}
}

/** A picture that is refused is left out; anything else that goes wrong ends the whole. */
function refused(error: unknown): boolean {
	if (error instanceof Refused) return false;
	throw error;
}
