/** What the journal asks of the server. */
import { happeningSchema, type Thing } from '$core/journal/happenings';
import { Timeline } from '$core/journal/timeline';
import { z } from 'zod';
import type { Source } from '../../board/past/replay.svelte';
import { ask, send } from '../../ui/api';

const pageSchema = z.object({
	happenings: z.array(happeningSchema),
	people: z.array(z.object({ id: z.string(), name: z.string() })),
	next: z.string().optional(),
	/**
	 * After how many ms there may be something newer that is saved already; 0 when there is not.
	 */
	again: z.number().nonnegative(),
});
export type JournalPage = z.infer<typeof pageSchema>;

export interface JournalQuery {
	person?: string | undefined;
	thing?: Thing | undefined;
	sheet?: string | undefined;
	from?: number | undefined;
	until?: number | undefined;
	before?: string | undefined;
}

const historySchema = z.object({
	periods: z.array(z.object({ from: z.number(), to: z.number() })),
	segments: z.array(z.object({ upTo: z.number(), at: z.number() })).min(1),
});

const path = (boardId: string): string => `/api/boards/${encodeURIComponent(boardId)}`;

export function journalPage(boardId: string, query: JournalQuery): Promise<JournalPage> {
	const params = new URLSearchParams();
	for (const [key, value] of Object.entries(query)) if (value !== undefined) params.set(key, String(value));
	return ask(pageSchema, 'GET', `${path(boardId)}/journal?${params}`);
}

/** The history of a board, for replaying it. */
export async function historyOf(boardId: string): Promise<Source> {
	const { periods, segments } = await ask(historySchema, 'GET', `${path(boardId)}/history`);
	return {
		boardId,
		segments,
		timeline: new Timeline(periods),
		load: async (upTo) =>
			new Uint8Array(await (await send('GET', `${path(boardId)}/history/${upTo}`)).arrayBuffer()),
	};
}

/** Lets everybody be told that the board was brought back to a moment, ms. */
export const tellRestored = (boardId: string, to: number): Promise<unknown> =>
	send('POST', `${path(boardId)}/restored`, { to });
