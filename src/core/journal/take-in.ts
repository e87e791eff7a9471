/**
 * Takes the next rows of a log into a snapshot and the journal: computation alone, so that it can be done wherever nobody
 * waits for it.
 */
import * as Y from 'yjs';
import type { Layer } from '../access/layers';
import type { Happening } from './happenings';
import { JournalReader, type LoggedUpdate } from './reader';

export interface TakenIn {
	/** What happened, in the order of the log. */
	happenings: Happening[];
	/** The document with all rows in it, as one update. */
	data: Uint8Array;
	/** Rows that could not be applied, by their place among the rows, and why; they are passed over. */
	failed: { row: number; error: string }[];
}

/** Rows taken in before others get their turn. */
const SLICE = 400;

/**
 * @param before the document up to the first row, as one update; undefined when there was nothing
 * @param turn lets others have their turn now and then
 */
export async function takeIn(
	layer: Layer,
	before: Uint8Array | undefined,
	rows: readonly LoggedUpdate[],
	turn: () => Promise<void> = () => Promise.resolve(),
): Promise<TakenIn> {
	const doc = new Y.Doc();
	if (before) Y.applyUpdate(doc, before);
	const reader = new JournalReader(layer, doc);
	const failed: TakenIn['failed'] = [];
	for (const [row, update] of rows.entries()) {
		if (row % SLICE === SLICE - 1) await turn();
		try {
			reader.take(update);
		} catch (error) {
			failed.push({ row, error: String(error) });
		}
	}
	const { happenings } = reader;
	const data = Y.encodeStateAsUpdate(doc);
	reader.destroy();
	doc.destroy();
	return { happenings, data, failed };
}
