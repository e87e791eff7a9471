/** What is asked of the server to lead a session. */
import { z } from 'zod';
import { ask } from '../../ui/api';

/** What somebody who leads may ask for; see lib/server/session. */
export type Order =
	| { do: 'start'; step: string }
	| { do: 'next'; from?: string | undefined }
	| { do: 'back'; from?: string | undefined }
	| { do: 'add'; minutes: number }
	| { do: 'pause' | 'resume' | 'stop' | 'end' | 'shorten' | 'as wished' }
	| { do: 'reveal'; run: string; all: boolean }
	| { do: 'with names'; step: string; withNames: boolean };

const path = (boardId: string): string => `/api/boards/${encodeURIComponent(boardId)}`;

/** Leads the session. Returns how many silent notes were revealed by it. */
export async function lead(boardId: string, order: Order): Promise<number> {
	const { revealed } = await ask(
		z.object({ revealed: z.number() }),
		'POST',
		`${path(boardId)}/session`,
		order,
	);
	return revealed;
}

const countsSchema = z.array(z.object({ id: z.string(), name: z.string(), waiting: z.number() }));
export type WriterCount = z.infer<typeof countsSchema>[number];

/** How many silent notes everybody has written. */
export const waitingNotes = (boardId: string): Promise<WriterCount[]> =>
	ask(countsSchema, 'GET', `${path(boardId)}/silence`);

/** Puts objects backstage, or brings them on. Returns how many went. */
export async function moveStage(boardId: string, what: 'put' | 'bring on', ids: string[]): Promise<number> {
	const { count } = await ask(z.object({ count: z.number() }), 'POST', `${path(boardId)}/backstage`, {
		do: what,
		ids,
	});
	return count;
}
