/**
 * Process of the server: makes snapshots of large documents and writes their journals. It takes many seconds of a core, and what it
 * reads is megabytes that would keep everybody waiting if the server itself unpacked them.
 */
import { connect } from '../lib/server/db';
import { takeAllIn, type SnapshotQuestion } from '../lib/server/live/taking-in';
import { readSettings } from '../lib/server/settings';
import { answerWith, lowerPriority } from './answering';

lowerPriority();
const { db } = connect(readSettings(process.env).DATABASE_URL, 1);

answerWith(async ({ boardId, document }: SnapshotQuestion) => {
	await takeAllIn(db, boardId, document);
	return true;
});
