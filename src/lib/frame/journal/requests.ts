/** What the journal asks of the server. */
import { tellRestored as tell } from '$core/contract/boards';
import { readHistory, readJournal, readSegment, type JournalQuery } from '$core/contract/journal';
import { Timeline } from '$core/journal/timeline';
import { call } from '$lib/api/client';
import type { Source } from '../../board/past/replay.svelte';

export const journalPage = (id: string, query: JournalQuery) => call(readJournal, { params: { id }, query });

/** The history of a board, for replaying it. */
export async function historyOf(id: string): Promise<Source> {
	const { periods, segments } = await call(readHistory, { params: { id } });
	return {
		boardId: id,
		segments,
		timeline: new Timeline(periods),
		load: async (upTo) => {
			const response = await call(readSegment, { params: { id, upTo: String(upTo) } });
			return new Uint8Array(await response.arrayBuffer());
		},
	};
}

/** Lets everybody be told that the board was brought back to a moment, ms. */
export const tellRestored = (id: string, to: number): Promise<unknown> =>
	call(tell, { params: { id }, body: { to } });
