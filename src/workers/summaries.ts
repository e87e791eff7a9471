/** Process of the server: makes summaries of large boards from what is in the database. */
import * as Y from 'yjs';
import { BoardModel } from '../core/board/model/model';
import { keepSummary } from '../lib/server/board-summaries';
import { connect } from '../lib/server/db';
import { documentName } from '../lib/server/live/names';
import { loadInto } from '../lib/server/live/store';
import { readSettings } from '../lib/server/settings';
import { lowerPriority } from './lower-priority';

// What the list of processes calls it.
process.title = 'wandtafel-summaries';
lowerPriority();
const { db } = connect(readSettings(process.env).DATABASE_URL, 1);

export default async (boardId: string): Promise<void> => {
	const doc = new Y.Doc();
	await loadInto(db, documentName(boardId, 'stage'), doc);
	await keepSummary(db, boardId, new BoardModel(doc, 0));
	doc.destroy();
};
