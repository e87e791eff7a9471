/** What the server does with a live document by itself while it is open: rules it keeps, places it finds, numbers it gives. */
import type { ServerMessage } from '$core/contract/server-messages';
import { BoardModel } from '$core/board/model/model';
import type * as Y from 'yjs';
import { readyNotes } from '../themes/service';
import { watchPendingPlacements } from './pending-placement';
import { watchLocks } from './locks';
import { watchOrphans } from './orphans';
import type { LiveDocuments } from './documents';
import type { DocumentName } from './names';
import { behindOf, isLed, personOf, sayerOf } from './origins';
import { watchSession } from './session-rule';
import { watchSilent } from './silent-notes';
import { watchTalk } from './talk';
import { watchVeils } from './veils';

/** A document that is watched. */
export interface Watched {
	/** Of a stage. */
	model?: BoardModel;
	stop: () => void;
}

type Edit = <T>(work: (doc: Y.Doc) => T) => Promise<T>;

/** Starts to watch a document; undefined for those with which there is nothing to do. */
export function watchDocument(
	doc: Y.Doc,
	{ boardId, layer, person }: DocumentName,
	edit: Edit,
	/**
	 * Tells one person something beside the documents, by the id under which they go on the board.
	 */
	tell: (speaker: string, message: ServerMessage) => void,
	documents: LiveDocuments,
): Watched | undefined {
	if (layer === 'talk') {
		const stops = [watchVeils(doc, 'talk', edit, behindOf), watchTalk(doc, edit, sayerOf)];
		return { stop: () => stops.forEach((stop) => stop()) };
	}
	if (layer === 'session') return { stop: watchSession(doc, boardId, edit, documents) };
	if (layer === 'silent') return { stop: watchSilent(doc, boardId, person!, documents) };
	if (layer !== 'stage') return undefined;
	const model = new BoardModel(doc, 0);
	const stops = [
		watchPendingPlacements(model, edit),
		watchOrphans(model, edit, (writer, count, sheet) => tell(writer, { is: 'found', count, sheet })),
		readyNotes(model),
		watchVeils(doc, 'stage', edit, behindOf),
		watchLocks(doc, edit, isLed, personOf),
	];
	return {
		model,
		stop: () => {
			stops.forEach((stop) => stop());
			model.destroy();
		},
	};
}
