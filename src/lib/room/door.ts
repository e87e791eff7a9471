/** Asking the server whether one may come in: before a closed board, and when a connection is refused without a word. */
import { z } from 'zod';

const doorSchema = z.object({ door: z.enum(['open', 'closed', 'gone', 'banned']) });
export type Door = z.infer<typeof doorSchema>['door'] | 'signed out';

/** How it stands with a board; undefined when that cannot be told: no network, or no server. */
export async function checkAccess(boardId: string): Promise<Door | undefined> {
	try {
		const response = await fetch(`/api/boards/${encodeURIComponent(boardId)}/door`);
		if (response.status === 401) return 'signed out';
		return response.ok ? doorSchema.parse(await response.json()).door : undefined;
	} catch {
		return undefined;
	}
}
