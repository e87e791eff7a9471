/** What follows from changes of a document, a while after they were saved. */
import type { SummaryKeeper } from '../board-summaries';
import { touchBoard } from '../boards';
import { database } from '../db';
import { log } from '../log';
import { parseName } from './names';
import { snapshot } from './snapshots';

/**
 * Notes that the board has changed, has its summary made anew, and makes a snapshot where enough
 * has come. What goes wrong here must not end the process; the log has everything.
 */
export async function followChanges(document: string, summaries: SummaryKeeper): Promise<void> {
	const parsed = parseName(document);
	if (!parsed) return;
	try {
		await touchBoard(parsed.boardId);
		if (parsed.layer === 'stage') summaries.changed(parsed.boardId);
		await snapshot(database().db, parsed.boardId, document);
	} catch (error) {
		log.error({ err: error, document }, 'no snapshot was made');
	}
}
