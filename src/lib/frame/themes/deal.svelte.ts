/** Notes that are dealt one after the other to somebody who sorts them into themes of the sheet. */
import type { BoardObject } from '$core/board/objects';
import { addTheme, noteIdsOf, notesToSort, sortInto, themesOf } from '$core/board/ops/themes';
import { MAX_THEMES } from '$core/contract/themes';
import type { Sureness } from '$core/themes/placing';
import { isField, isNote } from '$core/board/kinds/guards';
import { unionOf } from '$core/geometry/box';
import { plainText } from '$core/text/rich';
import { messageOf } from '$lib/api/errors';
import type { Board } from '../../board/board.svelte';
import { placeAmong } from '../actions';
import type { DealtTheme, Dealer } from './dealer';
import { themeKeys } from './theme-keys';

/** Where a note most likely belongs: ids of themes. */
interface Guess {
	ranked: string[];
	sureness: Sureness;
}

/** What was answered: into a theme, or put aside. */
interface Answered {
	note: string;
	isAside: boolean;
}

/**
 * How often a first guess is right, by how sure it is; and how often all that are left should be.
 */
const RIGHT: Record<Sureness, number> = { sure: 0.85, likely: 0.6, doubtful: 0.35 };
const SURE_ENOUGH = 0.7;

export class DealState implements Dealer {
	isOpen = $state(false);
	problem = $state('');
	/** Notes that are dealt; those that somebody sorts meanwhile are passed over. */
	private dealt = $state.raw<readonly string[]>([]);
	/** In the order in which they come. */
	private order = $state.raw<readonly string[]>([]);
	private guesses = $state.raw<ReadonlyMap<string, Guess>>(new Map());
	private aside = $state.raw<ReadonlySet<string>>(new Set());
	private past = $state.raw<readonly Answered[]>([]);
	/** How far back one looks; 0 is the note that is asked about. */
	private back = $state(0);
	private last: string | undefined;
	/** The sheet on which it began; one may be called to another meanwhile. */
	private sheet = $state('');
	private isWordsOnly = false;
	private asking = 0;

	constructor(private readonly board: Board) {}

	/** @param names of themes that are made first, where the sheet has none of that name */
	start(noteIds: readonly string[], names: readonly string[] = []): void {
		const { board } = this;
		this.sheet = board.sheet;
		this.dealt = [...noteIds];
		this.order = [...noteIds];
		[this.aside, this.past, this.back] = [new Set(), [], 0];
		[this.problem, this.last, this.isWordsOnly] = ['', undefined, false];
		const there = new Set(this.themes.map(({ name }) => name.toLowerCase()));
		const missing = names.filter((name) => !there.has(name.toLowerCase()));
		if (missing.length > 0)
			board.asOne(() => {
				for (const name of missing) addTheme(board.room.editContext, board.model, this.sheet, name, noteIds);
			});
		board.select([]);
		this.isOpen = true;
		void this.guess();
	}

	/** Ends the deal, and shows what came of it. */
	close(): void {
		if (!this.isOpen) return;
		this.isOpen = false;
		this.asking++;
		const { board } = this;
		const filled = new Set(this.past.flatMap(({ note }) => board.model.find(note)?.theme ?? []));
		const around = unionOf([...filled].flatMap((id) => board.model.boundsOf(id) ?? []));
		if (around) board.fit(around);
	}

	/** Themes of the sheet that notes can be put into, with the keys for them. */
	readonly themes = $derived.by((): DealtTheme[] => {
		const model = this.board.room.observed;
		const all = themesOf(model, this.sheet)
			.filter((theme) => !theme.lock)
			.slice(0, MAX_THEMES)
			// In the order in which they were made, so that keys stay what they are.
			.sort((a, b) => a.made - b.made || (a.id < b.id ? -1 : 1));
		const keys = themeKeys(all.map((theme) => plainText(theme.text).trim()));
		return all.map((theme, i) => ({ ...keys[i]!, id: theme.id, count: model.contentsOf(theme).length }));
	});

	/** Notes that are still to be sorted. */
	readonly open = $derived.by((): string[] => {
		const model = this.board.room.observed;
		return this.order.filter((id) => {
			const note = model.find(id);
			return isNote(note) && !note.theme && !note.lock && !this.aside.has(id);
		});
	});

	/** The note that is looked at: the next one, or one that was answered. */
	readonly note = $derived.by((): BoardObject | undefined => {
		const id = this.back > 0 ? this.past.at(-this.back)?.note : this.open[0];
		return id === undefined ? undefined : this.board.room.observed.find(id);
	});

	/** Themes that the note most likely belongs to, the likeliest first. */
	readonly likeliest = $derived.by((): string[] => {
		const there = new Set(this.themes.map(({ id }) => id));
		return (this.guesses.get(this.note?.id ?? '')?.ranked ?? []).filter((id) => there.has(id));
	});

	/** What is left, by theme, where it is sure enough to be taken at one go. */
	readonly rest = $derived.by((): { theme: string; notes: string[] }[] => {
		const guesses = this.open.map((id) => ({ id, guess: this.guesses.get(id) }));
		if (guesses.length < 2 || this.themes.length < 2) return [];
		const right = guesses.reduce((sum, { guess }) => sum + (guess ? RIGHT[guess.sureness] : 0), 0);
		if (right / guesses.length < SURE_ENOUGH) return [];
		return this.themes
			.map(({ id }) => ({
				theme: id,
				notes: guesses.filter(({ guess }) => guess?.ranked[0] === id).map((each) => each.id),
			}))
			.filter(({ notes }) => notes.length > 0);
	});

	get count(): { sorted: number; aside: number; all: number } {
		const model = this.board.room.observed;
		const there = this.dealt.flatMap((id) => model.find(id) ?? []);
		const sorted = there.filter(({ theme }) => theme !== undefined);
		const aside = there.filter(({ id, theme }) => theme === undefined && this.aside.has(id));
		return { all: there.length, sorted: sorted.length, aside: aside.length };
	}

	get isLookingBack(): boolean {
		return this.back > 0;
	}

	get current(): string | undefined {
		return this.isLookingBack ? this.note?.theme : undefined;
	}

	look(step: -1 | 1): void {
		this.back = Math.max(0, Math.min(this.past.length, this.back - step));
	}

	/** Puts the note into a theme of the sheet. */
	into(theme: string, noteId = this.note?.id): void {
		if (noteId === undefined) return;
		const { board } = this;
		this.answer(noteId, () => sortInto(board.room.editContext, board.model, theme, [noteId]));
	}

	/** Answers with a change of the board; one that changes nothing is no answer. */
	private answer(noteId: string, change: () => void): void {
		const { board } = this;
		const before = board.undo.undoStack.length;
		board.asOne(change);
		if (board.undo.undoStack.length > before) this.goOn({ note: noteId, isAside: false });
		else this.back = 0;
	}

	/**
	 * Puts a note into a new theme; into the one of that name, where there is one. The note is the
	 * one for which the name was begun: somebody may have sorted it meanwhile.
	 */
	intoNew(name: string, noteId: string): void {
		if (name.trim() === '') return;
		const there = this.themes.find((theme) => theme.name.toLowerCase() === name.trim().toLowerCase());
		if (there) return this.into(there.id, noteId);
		const { model, room } = this.board;
		this.answer(noteId, () => {
			const theme = addTheme(room.editContext, model, this.sheet, name.trim(), this.dealt);
			sortInto(room.editContext, model, theme, [noteId]);
		});
	}

	putAside(): void {
		const { note } = this;
		// What lies in a theme already stays there until another one is said.
		if (!note || note.theme) return;
		this.aside = new Set([...this.aside, note.id]);
		this.goOn({ note: note.id, isAside: true });
	}

	private goOn(answered: Answered): void {
		this.past = [...this.past, answered];
		this.back = 0;
		this.last = answered.note;
		void this.guess();
	}

	/** Takes the last answer back; its note is asked about again. */
	takeBack(): void {
		const last = this.past.at(-1);
		if (!last) return;
		this.past = this.past.slice(0, -1);
		this.back = 0;
		if (last.isAside) this.aside = new Set([...this.aside].filter((id) => id !== last.note));
		else this.board.undo.undo();
		this.order = [last.note, ...this.order.filter((id) => id !== last.note)];
		this.last = this.past.at(-1)?.note;
	}

	/** Takes all that is left as it is guessed, as one step. */
	takeRest(): void {
		const { board, rest } = this;
		if (rest.length === 0) return;
		board.asOne(() => {
			for (const { theme, notes } of rest) sortInto(board.room.editContext, board.model, theme, notes);
		});
		this.past = [...this.past, { note: rest[0]!.notes[0]!, isAside: false }];
		this.back = 0;
	}

	/** Asks again, by words alone where there is no encoder. */
	again(wordsOnly: boolean): void {
		this.isWordsOnly = wordsOnly;
		void this.guess();
	}

	/**
	 * Asks where all notes belong now. What is not answered leaves the last guesses as they are.
	 */
	private async guess(): Promise<void> {
		const turn = ++this.asking;
		const { board, last } = this;
		const { model } = board;
		const themes = this.themes.map(({ id, name }) => ({
			id,
			name: name === '' ? '…' : name,
			noteIds: noteIdsOf(model, id),
		}));
		const noteIds = [...new Set([...this.dealt, ...themes.flatMap((theme) => theme.noteIds)])];
		try {
			const { places } = await placeAmong(
				board.room.info.boardId,
				noteIds,
				themes.map(({ name, noteIds }) => ({ name, noteIds })),
				{ wordsOnly: this.isWordsOnly, last },
			);
			if (turn !== this.asking) return;
			this.problem = '';
			this.guesses = new Map(
				places.map(({ id, ranked, sureness }) => [
					id,
					{ ranked: ranked.map((t) => themes[t]!.id), sureness },
				]),
			);
			const mine = new Set(this.dealt);
			const order = places.map(({ id }) => id).filter((id) => mine.has(id));
			// The note that one reads already stays.
			const shown = this.open[0];
			this.order = shown === undefined ? order : [shown, ...order.filter((id) => id !== shown)];
		} catch (error) {
			if (turn === this.asking) this.problem = messageOf(error);
		}
	}
}

/**
 * Notes that a deal begins with: those that are selected; else those of the selected field, or of
 * the sheet, that lie in no theme yet.
 */
export function notesForDeal(board: Board): string[] {
	const { model, selected, sheet } = board;
	const chosen = selected.filter(isNote).map(({ id }) => id);
	if (chosen.length > 1) return chosen;
	const field = selected.length === 1 ? selected.find(isField) : undefined;
	return notesToSort(model, sheet, field).filter((id) => !model.find(id)!.theme);
}
