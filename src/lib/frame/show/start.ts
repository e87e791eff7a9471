/** Beginning to show fields as slides. */
import { slidesOf, writeShow } from '$core/meeting/show';
import type { Board } from '../../board/board.svelte';

/** Begins at the field that is selected, or at the first one of the sheet that is looked at. */
export function startShow(board: Board): void {
	const slides = slidesOf(board.model);
	const [only] = board.selection;
	const first =
		slides.find(({ id }) => id === only) ?? slides.find(({ sheet }) => sheet === board.sheet) ?? slides[0];
	if (first) writeShow(board.room.session, { at: first.id, by: board.room.info.person });
}
