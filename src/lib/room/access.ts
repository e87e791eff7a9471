/** Asking the server whether one may come in: before a closed board, and when a connection is refused without a word. */
import { boardAccess } from '$core/contract/boards';
import { call } from '$lib/api/client';
import { ApiError } from '$lib/api/errors';

export type BoardAccess = 'open' | 'closed' | 'gone' | 'banned' | 'signed out';

/** How it stands with a board; undefined when that cannot be told: no network, or no server. */
export async function checkAccess(boardId: string): Promise<BoardAccess | undefined> {
	try {
		return (await call(boardAccess, { params: { id: boardId } })).access;
	} catch (error) {
		return error instanceof ApiError && error.status === 401 ? 'signed out' : undefined;
	}
}
