/** A board as an archive: a zip with `board.json`, the schema that it follows, and the pictures. */
import { zip, type AsyncZippable } from 'fflate';
import * as Y from 'yjs';
import { LAYERS, type Layer } from '$core/access/layers';
import { publishedSchema, type ArchivedFile } from '$core/archive/format';
import { archiveOf, filesIn, type Documents } from '$core/archive/write';
import { Refused } from '../boards';
import { database } from '../db';
import { readFile } from '../files/store';
import { documentName } from '../live/names';
import { loadInto } from '../live/store';

/** The same board gives the same archive, whenever it is made. */
const TIMELESS = new Date('2000-01-01T12:00:00');

/** The documents of a board as they are saved now. The caller checks who asks. */
async function documentsOf(boardId: string, withAsides: boolean): Promise<Documents> {
	const read = async (layer: Layer): Promise<Y.Doc> => {
		const doc = new Y.Doc();
		await loadInto(database().db, documentName(boardId, layer), doc);
		return doc;
	};
	const [stage, session, talk] = await Promise.all(LAYERS.map(read));
	const backstage = withAsides ? { backstage: await read('backstage') } : {};
	return { stage: stage!, session: session!, talk: talk!, ...backstage };
}

/** @param withAsides whether notes on steps go along that only those see who lead */
export async function makeArchive(boardId: string, title: string, withAsides: boolean): Promise<Uint8Array> {
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
	return new Promise((resolve, reject) =>
		zip(content, { mtime: TIMELESS }, (error, data) => (error ? reject(error) : resolve(data))),
	);
}
