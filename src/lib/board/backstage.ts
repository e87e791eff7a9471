/** Putting what is selected backstage, where only those who lead see it. */
import { goingBackstage } from '$core/meeting/backstage';
import { m } from '$lib/messages';
import { moveStage } from '../frame/session/actions';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';
import { attempt } from '../ui/attempt';

export async function putBackstage(board: Board): Promise<void> {
	board.stopEditing();
	// With all that goes along, so that all of it comes back.
	const ids = [...goingBackstage(board.model, board.selection)];
	await attempt(async () => {
		const { boardId } = board.room.info;
		const count = await moveStage(boardId, 'put', ids);
		board.steps.did({
			back: () => attempt(moveStage(boardId, 'bring on', ids)),
			again: () => attempt(moveStage(boardId, 'put', ids)),
		});
		board.select([]);
		toaster.success({ title: m.put_backstage({ count }) });
	});
}

export async function bringOn(board: Board, ids: string[]): Promise<void> {
	await attempt(async () => {
		const { boardId } = board.room.info;
		await moveStage(boardId, 'bring on', ids);
		board.steps.did({
			back: () => attempt(moveStage(boardId, 'put', ids)),
			again: () => attempt(moveStage(boardId, 'bring on', ids)),
		});
	});
}
