/** Worker thread of the server: takes rows of the log into snapshots and the journal, away from the main thread. */
import { takeIn } from '../core/journal/take-in';
import type { SnapshotQuestion } from '../lib/server/live/store';
import { answerWith } from './answering';

answerWith(({ layer, before, rows }: SnapshotQuestion) => takeIn(layer, before, rows));
