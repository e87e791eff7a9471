/** The proposal of themes that is being looked at, before anything moves on the board. */
import { acceptThemes } from '$core/board/ops/accept-themes';
import type { Board } from '../board/board.svelte';
import { messageOf } from '$lib/api/errors';
import type { Proposal } from '$core/contract/themes';
import { propose } from './actions';

export class ThemesPreview {
	proposal = $state.raw<Proposal | undefined>();
	busy = $state(false);
	problem = $state('');
	/** How many notes were asked about. */
	asked = $state(0);

	constructor(private readonly board: Board) {}

	/** What was asked about last, to ask again. */
	private last: string[] = [];

	/** Asks the same again. @param wordsOnly whether words alone may decide */
	again(wordsOnly: boolean): Promise<void> {
		return this.ask(this.last, wordsOnly);
	}

	async ask(noteIds: string[], wordsOnly = false): Promise<void> {
		this.last = noteIds;
		this.busy = true;
		this.problem = '';
		this.proposal = undefined;
		this.asked = noteIds.length;
		try {
			this.proposal = await propose(this.board.room.info.boardId, noteIds, wordsOnly);
		} catch (error) {
			this.problem = messageOf(error);
		} finally {
			this.busy = false;
		}
	}

	/** Renames a theme of the preview. */
	rename(index: number, name: string): void {
		if (!this.proposal) return;
		const themes = this.proposal.themes.map((theme, i) => (i === index ? { ...theme, name } : theme));
		this.proposal = { ...this.proposal, themes };
	}

	/** Moves a note to another theme of the preview, or out of all of them. */
	move(noteId: string, to: number | undefined): void {
		if (!this.proposal) return;
		const themes = this.proposal.themes.map((theme, i) => ({
			...theme,
			noteIds:
				i === to
					? [...theme.noteIds.filter((id) => id !== noteId), noteId]
					: theme.noteIds.filter((id) => id !== noteId),
		}));
		const left = this.proposal.left.filter((id) => id !== noteId);
		this.proposal = { ...this.proposal, themes, left: to === undefined ? [...left, noteId] : left };
	}

	/** Lays the themes out on the board; one undo takes all of it back. */
	accept(): void {
		if (!this.proposal) return;
		const { board } = this;
		const themes = this.proposal.themes.filter((theme) => theme.noteIds.length > 0);
		const ids = acceptThemes(board.room.editContext, board.model, themes);
		this.proposal = undefined;
		const boxes = ids.flatMap((id) => board.model.boundsOf(id) ?? []);
		board.select([]);
		if (boxes.length === 0) return;
		const x = Math.min(...boxes.map((b) => b.x));
		const y = Math.min(...boxes.map((b) => b.y));
		board.fit({
			x,
			y,
			w: Math.max(...boxes.map((b) => b.x + b.w)) - x,
			h: Math.max(...boxes.map((b) => b.y + b.h)) - y,
		});
	}

	discard(): void {
		this.proposal = undefined;
		this.problem = '';
	}
}
