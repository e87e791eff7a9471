/** A picture of what is selected on the clipboard, for programs that know nothing of our objects. */
import { withContents } from '$core/board/ops/edits';
import { m } from '$lib/messages';
import { exportBoard } from '$core/contract/boards';
import { call } from '$lib/api/client';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';
import { attempt } from '../ui/attempt';

export async function copyPicture(board: Board): Promise<void> {
	const ids = [...withContents(board.model, board.selection)];
	const body = { format: 'png' as const, sheet: board.sheet, ids, scale: 2 };
	const picture = async (): Promise<Blob> => {
		const answer = await call(exportBoard, { params: { id: board.room.info.boardId }, body });
		return answer.blob();
	};
	await attempt(async () => {
		// The picture is promised at once: a browser takes nothing that comes after the key was let go.
		await navigator.clipboard.write([new ClipboardItem({ 'image/png': picture() })]);
		toaster.success({ title: m.picture_copied() });
	});
}
