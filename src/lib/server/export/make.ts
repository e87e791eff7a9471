/**
 * Makes a file from what is in the database: in a process beside the server, or for a shell
 * command.
 */
import * as Y from 'yjs';
import { BoardModel } from '$core/board/model/model';
import { m } from '$lib/messages';
import { exportWords } from '../../words/exports';
import { database } from '../db';
import { inLanguage } from '../language';
import { documentName } from '../live/names';
import { loadInto } from '../live/store';
import type { ExportTask } from './beside';
import { exportBoard, type NamedFile } from './index';

/**
 * @param onProgress told how many pages, slides or strips are done
 * @throws Fault where there is nothing to show
 */
export function makeFile(
	{ boardId, title, order, author, language, withAsides, record }: ExportTask,
	onProgress?: (done: number, of: number) => void,
): Promise<NamedFile> {
	return inLanguage(language, async () => {
		const doc = new Y.Doc();
		await loadInto(database().db, documentName(boardId, 'stage'), doc);
		const { noteList, key: _, ...chosen } = order;
		return exportBoard({
			...chosen,
			model: new BoardModel(doc),
			boardId,
			title,
			author,
			language,
			withAsides,
			record,
			now: Date.now(),
			words: exportWords(),
			noteList: noteList ? m.export_note_list() : undefined,
			...(onProgress ? { onProgress } : {}),
		});
	});
}
