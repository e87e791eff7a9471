/**
 * Process of the server: makes snapshots of large documents and writes their journals. It takes many seconds of a core, and what it
 * reads is megabytes that would keep everybody waiting if the server itself unpacked them.
 */
import { connect } from '../lib/server/db';
import { takeAllIn, type SnapshotQuestion } from '../lib/server/live/taking-in';
import { readSettings } from '../lib/server/settings';
import { lowerPriority } from './lower-priority';

// What the list of processes calls it.
process.title = 'wandtafel-snapshots';
lowerPriority();
const { db } = connect(readSettings(process.env).DATABASE_URL, 1);

export default ({ boardId, document }: SnapshotQuestion): Promise<void> => takeAllIn(db, boardId, document);
