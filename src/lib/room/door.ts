/** Asking the server whether one may come in: before a closed board, and when a connection is refused without a word. */
import { checkDoor } from '$core/contract/boards';
import { call } from '$lib/api/client';
import { ApiError } from '$lib/api/errors';

export type Door = Awaited<ReturnType<typeof askDoor>> | 'signed out';

const askDoor = async (id: string) => (await call(checkDoor, { params: { id } })).door;

/** How it stands with a board; undefined when that cannot be told: no network, or no server. */
export async function checkAccess(boardId: string): Promise<Door | undefined> {
	try {
		return await askDoor(boardId);
	} catch (error) {
		return error instanceof ApiError && error.status === 401 ? 'signed out' : undefined;
	}
}
