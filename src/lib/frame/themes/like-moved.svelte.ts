/**
 * What a note that was put into a theme by hand says about those like it: where more of them
 * belong there as well, that is offered.
 */
import { isNote } from '$core/board/kinds/guards';
import { noteIdsOf, notesToSort, sortInto, themesOf } from '$core/board/ops/themes';
import { MAX_THEMES } from '$core/contract/themes';
import { plainText } from '$core/text/rich';
import type { Board } from '../../board/board.svelte';
import { likeMoved } from '../actions';

/** Of more notes nobody is told what one move says about the others. */
const MAX_LOOKED_THROUGH = 300;

interface Offer {
	noteIds: string[];
	theme: string;
}

/** Notes that were moved, and the theme that each was in before. */
export type MovedNotes = readonly { id: string; from: string | undefined }[];

export class LikeMoved {
	private offered = $state.raw<Offer | undefined>();
	private asking = 0;

	constructor(private readonly board: Board) {}

	/** Notes that are offered, as far as they still lie elsewhere, and the theme. */
	get offer(): (Offer & { name: string }) | undefined {
		const { offered, board } = this;
		if (!offered) return undefined;
		const model = board.room.observed;
		const theme = model.find(offered.theme);
		const noteIds = offered.noteIds.filter((id) => {
			const note = model.find(id);
			return isNote(note) && note.theme !== offered.theme && note.sheet === theme?.sheet && !note.lock;
		});
		if (!theme || noteIds.length === 0 || theme.sheet !== board.sheet || !board.mayAll) return undefined;
		return { ...offered, noteIds, name: plainText(theme.text).trim() };
	}

	/** Asks about notes like those that were moved. What is not answered is not offered. */
	async ask(moved: MovedNotes, to: string): Promise<void> {
		const turn = ++this.asking;
		this.offered = undefined;
		const { board } = this;
		const { model, sheet } = board;
		const themes = themesOf(model, sheet);
		const noteIds = notesToSort(model, sheet);
		const at = themes.findIndex(({ id }) => id === to);
		const isMuch = noteIds.length > MAX_LOOKED_THROUGH || themes.length > MAX_THEMES;
		if (at < 0 || themes.length < 2 || isMuch) return;
		const asked = themes.map(({ id, text }) => ({
			name: plainText(text).trim().slice(0, 80) || '…',
			noteIds: noteIdsOf(model, id),
		}));
		const indexOf = new Map(themes.map(({ id }, i) => [id, i]));
		try {
			const { noteIds: like } = await likeMoved(board.room.info.boardId, noteIds, asked, {
				moved: moved.map(({ id, from }) => ({ id, from: indexOf.get(from ?? '') })),
				to: at,
			});
			if (turn === this.asking && like.length > 0) this.offered = { noteIds: like, theme: to };
		} catch {
			// Nobody asked for it.
		}
	}

	take(): void {
		const { board, offer } = this;
		if (offer) board.asOne(() => sortInto(board.room.editContext, board.model, offer.theme, offer.noteIds));
		this.dismiss();
	}

	dismiss(): void {
		this.asking++;
		this.offered = undefined;
	}
}
