/** Worker thread of the server: takes rows of the log into snapshots and the journal, away from the main thread. */
import { constants, setPriority } from 'node:os';
import { takeIn } from '../core/journal/take-in';
import type { SnapshotQuestion } from '../lib/server/live/store';
import { answerWith } from './answering';

// Nobody waits for this, and it takes many seconds of a core with a large board: whoever is being served goes first. On Linux each
// thread has a priority of its own; elsewhere it would be that of the whole server.
if (process.platform === 'linux') setPriority(constants.priority.PRIORITY_BELOW_NORMAL);

answerWith(({ layer, before, rows }: SnapshotQuestion) => takeIn(layer, before, rows));
