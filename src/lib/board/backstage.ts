/** Putting what is selected backstage, where only those who lead see it. */
import { m } from '$lib/paraglide/messages';
import { moveStage } from '../frame/session/actions';
import { messageOf } from '../ui/api';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';

export async function putBackstage(board: Board): Promise<void> {
	const ids = [...board.selection];
	board.stopEditing();
	try {
		const count = await moveStage(board.room.info.boardId, 'put', ids);
		board.select([]);
		toaster.success({ title: m.put_backstage({ count }) });
	} catch (error) {
		toaster.error({ title: m.did_not_work(), description: messageOf(error) });
	}
}

export async function bringOn(board: Board, ids: string[]): Promise<void> {
	try {
		await moveStage(board.room.info.boardId, 'bring on', ids);
	} catch (error) {
		toaster.error({ title: m.did_not_work(), description: messageOf(error) });
	}
}
