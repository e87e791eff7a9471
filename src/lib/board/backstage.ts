/** Putting what is selected backstage, where only those who lead see it. */
import { m } from '$lib/paraglide/messages';
import { moveStage } from '../frame/session/actions';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';
import { attempt } from '../ui/attempt';

export async function putBackstage(board: Board): Promise<void> {
	const ids = [...board.selection];
	board.stopEditing();
	await attempt(async () => {
		const count = await moveStage(board.room.info.boardId, 'put', ids);
		board.select([]);
		toaster.success({ title: m.put_backstage({ count }) });
	});
}

export async function bringOn(board: Board, ids: string[]): Promise<void> {
	await attempt(moveStage(board.room.info.boardId, 'bring on', ids));
}
