/** The proposal of themes that is being looked at, before anything moves on the board. */
import { keepNames } from '$core/themes/keep-names';
import { acceptThemes } from '$core/board/ops/accept-themes';
import { MAX_THEME_NAME, MAX_THEMES, type Proposal } from '$core/contract/themes';
import { unionOf } from '$core/geometry/box';
import { messageOf } from '$lib/api/errors';
import type { Board } from '../../board/board.svelte';
import { placeAmong, propose } from '../actions';
import { DealState } from './deal.svelte';

/** A proposal, and for notes that were left out the themes that they most likely belong to. */
export interface Draft extends Proposal {
	/** Indexes of themes by note. */
	choices: ReadonlyMap<string, readonly number[]>;
}

/** What was asked: which notes, and what was said about the themes. */
interface Question {
	noteIds: string[];
	/** Themes by name, where they are given; else they are found. */
	names?: readonly string[];
	/** How many are wanted, where that is given. */
	count?: number;
}

export class ThemesPreview {
	proposal = $state.raw<Draft | undefined>();
	busy = $state(false);
	problem = $state('');
	/** What is asked now, or was asked last. */
	question = $state.raw<Question>({ noteIds: [] });
	/** Indexes of themes that were named by hand. */
	private renamed = new Set<number>();
	/** Counts questions: an answer to one that is no longer asked is passed over. */
	private asking = 0;

	/** Sorting by hand, note by note. */
	readonly deal: DealState;

	constructor(private readonly board: Board) {
		this.deal = new DealState(board);
	}

	/** Asks the same again. @param wordsOnly whether words alone may decide */
	again(wordsOnly: boolean): Promise<void> {
		return this.ask(this.question, wordsOnly);
	}

	/** Asks for so many themes from the same notes; names that were given by hand stay. */
	async askFor(count: number): Promise<void> {
		const named = this.proposal?.themes.filter((_, i) => this.renamed.has(i)) ?? [];
		await this.ask({ noteIds: this.question.noteIds, count }, this.proposal?.meaning === false);
		if (!this.proposal) return;
		const { themes, kept } = keepNames(this.proposal.themes, named);
		this.proposal = { ...this.proposal, themes };
		this.renamed = kept;
	}

	async ask(question: Question, wordsOnly = false): Promise<void> {
		const turn = ++this.asking;
		this.question = question;
		this.busy = true;
		this.problem = '';
		try {
			const draft = await (question.names
				? this.fromNames(question.noteIds, question.names, wordsOnly)
				: this.found(question, wordsOnly));
			if (turn !== this.asking) return;
			this.proposal = draft;
			this.renamed = new Set();
		} catch (error) {
			if (turn !== this.asking) return;
			this.proposal = undefined;
			this.problem = messageOf(error);
		} finally {
			if (turn === this.asking) this.busy = false;
		}
	}

	private async found({ noteIds, count }: Question, wordsOnly: boolean): Promise<Draft> {
		const proposal = await propose(this.board.room.info.boardId, noteIds, { wordsOnly, count });
		return { ...proposal, choices: new Map() };
	}

	/** Notes fall in place where that is likely; for all others the likeliest themes are told. */
	private async fromNames(noteIds: string[], names: readonly string[], wordsOnly: boolean): Promise<Draft> {
		const themes = names.map((name) => ({
			name,
			noteIds: [] as string[],
			otherNames: [],
			words: [],
			typical: [],
		}));
		const { places, meaning } = await placeAmong(this.board.room.info.boardId, noteIds, themes, {
			wordsOnly,
		});
		const choices = new Map<string, readonly number[]>();
		for (const { id, ranked, sureness } of places)
			if (sureness === 'doubtful') choices.set(id, ranked);
			else themes[ranked[0]!]!.noteIds.push(id);
		return { themes, left: [...choices.keys()], doubles: [], near: [], meaning, choices };
	}

	/** Renames a theme of the preview. */
	rename(index: number, name: string): void {
		if (!this.proposal || name.trim() === '') return;
		this.renamed.add(index);
		const themes = this.proposal.themes.map((theme, i) => {
			if (i !== index) return theme;
			const otherNames = theme.otherNames.map((other) => (other === name ? theme.name : other));
			return { ...theme, name, otherNames };
		});
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
		this.discard();
		board.select([]);
		const around = unionOf(ids.flatMap((id) => board.model.boundsOf(id) ?? []));
		if (around) board.fit(around);
	}

	discard(): void {
		this.asking++;
		this.busy = false;
		this.proposal = undefined;
		this.problem = '';
	}
}

/** Names from lines: each once, cut to length; no more than can be asked about. */
export function namesFrom(lines: string): string[] {
	const names = new Map<string, string>();
	for (const line of lines.split('\n')) {
		const name = line
			.replace(/^\s*(?:[-*•]|\d+[.)])\s+/u, '')
			.trim()
			.slice(0, MAX_THEME_NAME);
		if (name !== '' && !names.has(name.toLowerCase())) names.set(name.toLowerCase(), name);
	}
	return [...names.values()].slice(0, MAX_THEMES);
}
