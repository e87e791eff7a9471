/** Boards from archives. */
import type { Documents } from '$core/archive/write';
import { parseArchive, unpack } from '$core/archive/read';
import { Fault } from '$core/fault';
import { LAYERS } from '$core/access/layers';
import { unzip, type Unzipped } from 'fflate';
import * as Y from 'yjs';
import type { Person } from './auth';
import { createBoard, Refused } from './boards';
import { database, schema } from './db';
import { takeInFile } from './files/store';
import { live } from './live/documents';
import { documentName } from './live/names';
import { eq } from 'drizzle-orm';

/** Largest archive, and the most that may be in it, bytes. */
export const LARGEST_ARCHIVE = 100 * 1024 * 1024;
const LARGEST_CONTENT = 500 * 1024 * 1024;

const noArchive = (problem: string) => new Fault('no archive', { problem });

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
					if (length > LARGEST_CONTENT) throw noArchive('too much in it');
					return true;
				},
			},
			(error, content) => (error ? reject(noArchive('no zip that can be read')) : resolve(content)),
		),
	);
}

/**
 * Makes a board of one's own from an archive. Throws Fault `no archive` when it is none. Returns
 * the board's id, and how many things in it could not be read and were left out.
 */
export async function bringIn(person: Person, archive: Uint8Array): Promise<{ id: string; left: number }> {
	const content = await contentOf(archive);
	const json = content['board.json'];
	if (!json) throw noArchive('board.json is missing');
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
	live().summaries.changed(id);
	return { id, left };
}

/** A picture that is refused is left out; anything else that goes wrong ends the whole. */
function refused(error: unknown): boolean {
	if (error instanceof Refused) return false;
	throw error;
}
