/**
 * The sorting that is looked at and argued about before anything moves on the board: found by
 * itself, made from names or from what is known of notes, or the one that stands on the board.
 */
import { applySorting, sortingOnSheet } from '$core/board/ops/apply-sorting';
import { canMerge, mergeNotes } from '$core/board/ops/merge-notes';
import { notesToSort, themesOf } from '$core/board/ops/themes';
import type { ShownRound } from '$core/contract/sorting-round';
import { type Reviewed } from '$core/contract/themes';
import { unionOf } from '$core/geometry/box';
import type { ThemeReasons } from '$core/themes';
import type { Sureness } from '$core/themes/placing';
import { sortByValue, type SortKey } from '$core/themes/sort-by';
import * as sortings from '$core/themes/sorting';
import type { Sorting, SortedTheme } from '$core/themes/sorting';
import { m } from '$lib/messages';
import { messageOf } from '$lib/api/errors';
import type { Board } from '../../board/board.svelte';
import { placeAmong, propose, reviewSorting } from '../actions';
import { DealState } from './deal.svelte';
import { factsOf } from './note-facts';
import { SortingSteps } from './sorting-steps.svelte';

/** What was asked: which notes, and what was said about the themes. */
interface Question {
	noteIds: string[];
	/** Themes by name, where they are given; else they are found. */
	names?: readonly string[];
	/** What notes are sorted by, where that is not what they say. */
	by?: SortKey;
}

/** How well a note fits where it lies, and the themes that it fits best. */
interface NoteFit {
	sureness: Sureness;
	/** Keys of themes, the likeliest first. */
	ranked: string[];
}

/** Notes in no theme that are looked through at one go. */
const MAX_LOOSE = 500;
/** Changes come in a row; the sorting is looked through once they rest, ms. */
const REST_MS = 250;

export class SortingState extends SortingSteps {
	busy = $state(false);
	problem = $state('');
	/** What is asked now, or was asked last. */
	question = $state.raw<Question>({ noteIds: [] });
	/** Whether meaning decides; otherwise words alone do. */
	meaning = $state(true);
	/** Pairs that say the same, and for each note those that perhaps do. */
	doubles = $state.raw<readonly (readonly [string, string])[]>([]);
	near = $state.raw<ReadonlyMap<string, readonly string[]>>(new Map());
	fits = $state.raw<ReadonlyMap<string, NoteFit>>(new Map());
	/** Why themes hold together, and what else they could be called. */
	reasons = $state.raw<ReadonlyMap<string, ThemeReasons & { otherNames: string[] }>>(new Map());
	/** As it stands on the board; empty where it does not stand there yet. */
	private before: Sorting = sortings.EMPTY_SORTING;
	private sheet = '';
	/** Counts questions: an answer to one that is no longer asked is passed over. */
	private asking = 0;
	private looking = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;

	/** Sorting by hand, note by note. */
	readonly deal: DealState;

	constructor(private readonly board: Board) {
		super();
		this.deal = new DealState(board);
	}

	/** Whether the sorting stands on the board already. */
	get isOnBoard(): boolean {
		return this.before.themes.length > 0;
	}

	/** Asks the same again. @param wordsOnly whether words alone may decide */
	again(wordsOnly: boolean): Promise<void> {
		return this.ask(this.question, wordsOnly);
	}

	ask(question: Question, wordsOnly = false): Promise<void> {
		this.question = question;
		return this.work(async () => {
			const { noteIds, names, by } = question;
			const take = by
				? () => this.known(noteIds, by)
				: await (names ? this.fromNames(noteIds, names, wordsOnly) : this.found(noteIds, wordsOnly));
			return () => {
				this.begin(take(), sortings.EMPTY_SORTING);
				this.reviewSoon(0);
			};
		});
	}

	/** Looks at the themes that stand on the sheet, with the notes that lie in none. */
	lookThrough(): void {
		const { model, sheet } = this.board;
		const loose = notesToSort(model, sheet)
			.filter((id) => !model.find(id)!.theme)
			.slice(0, MAX_LOOSE);
		const sorting = sortingOnSheet(model, sheet, loose);
		this.lookAt(sorting, sorting);
	}

	/** Looks at what came of a round in which everybody sorted, beside what stands on the board. */
	takeRound({ themes, left }: NonNullable<ShownRound['led']>['outcome']): void {
		const { board } = this;
		const all = [...themes.flatMap(({ noteIds }) => noteIds), ...left];
		const sheet = board.model.find(all[0] ?? '')?.sheet;
		if (sheet === undefined) return;
		board.goToSheet(sheet);
		const before = sortingOnSheet(board.model, sheet, all);
		const after = themes
			.filter(({ noteIds }) => noteIds.length > 0)
			.reduce(
				(now, { id, name, noteIds }) =>
					before.themes.some(({ key }) => key === id)
						? sortings.moveNotes(now, noteIds, id)
						: sortings.addTheme(now, { key: id, name }, noteIds),
				before,
			);
		this.lookAt(after, before);
	}

	/** Looks at a sorting that nobody has to be asked for; what is asked meanwhile is passed over. */
	private lookAt(sorting: Sorting, before: Sorting): void {
		this.asking++;
		this.busy = false;
		this.problem = '';
		this.forget();
		this.question = { noteIds: [...sorting.themes.flatMap(({ noteIds }) => noteIds), ...sorting.left] };
		this.begin(sorting, before);
		this.reviewSoon(0);
	}

	/** Does what takes time; only the last of several comes about. */
	private async work(ask: () => Promise<() => void>): Promise<void> {
		const turn = ++this.asking;
		this.busy = true;
		this.problem = '';
		try {
			const take = await ask();
			if (turn === this.asking) take();
		} catch (error) {
			if (turn === this.asking) this.problem = messageOf(error);
		} finally {
			if (turn === this.asking) this.busy = false;
		}
	}

	private begin(sorting: Sorting, before: Sorting): void {
		this.forgetSteps();
		this.sheet = this.board.sheet;
		this.before = before;
		this.sorting = sorting;
	}

	private async found(noteIds: string[], wordsOnly: boolean): Promise<() => Sorting> {
		const found = await propose(this.boardId, noteIds, { wordsOnly });
		return () => {
			this.learn(found);
			const [nothing, question] = [
				{ ...sortings.EMPTY_SORTING, left: noteIds },
				{ noteIds, kept: [], keys: [] },
			];
			return sortings.renewSorting(nothing, question, found, this.newKey);
		};
	}

	private get boardId(): string {
		return this.board.room.info.boardId;
	}

	private learn({ doubles, near, meaning }: Awaited<ReturnType<typeof propose>>): void {
		this.doubles = doubles;
		this.near = new Map(near);
		this.meaning = meaning;
		this.fits = new Map();
		this.reasons = new Map();
	}

	/** Sorted by what is known of the notes. */
	private known(noteIds: readonly string[], by: SortKey): Sorting {
		this.forget();
		const themes = sortByValue(factsOf(this.board, noteIds, by)).map((theme) => ({
			...theme,
			key: this.newKey(),
			isNamed: true,
			isLocked: false,
		}));
		return { themes, left: [], pinned: new Set() };
	}

	private forget(): void {
		this.doubles = [];
		this.near = new Map();
		this.fits = new Map();
		this.reasons = new Map();
		this.meaning = true;
	}

	/** Notes fall in place where that is likely; for all others the likeliest themes are told. */
	private async fromNames(
		noteIds: string[],
		names: readonly string[],
		wordsOnly: boolean,
	): Promise<() => Sorting> {
		const themes: (SortedTheme & { noteIds: string[] })[] = names.map((name) => ({
			key: this.newKey(),
			name,
			noteIds: [],
			isNamed: true,
			isLocked: false,
		}));
		const { places, meaning } = await placeAmong(this.boardId, noteIds, themes.map(named), { wordsOnly });
		const left: string[] = [];
		const fits = new Map<string, NoteFit>();
		for (const { id, ranked, sureness } of places) {
			fits.set(id, { sureness, ranked: ranked.map((t) => themes[t]!.key) });
			if (sureness === 'doubtful') left.push(id);
			else themes[ranked[0]!]!.noteIds.push(id);
		}
		return () => {
			this.forget();
			this.meaning = meaning;
			this.fits = fits;
			return { themes, left, pinned: new Set() };
		};
	}

	/** Puts all notes in no theme whose place is likely into it. */
	placeLeft(noteIds: readonly string[]): void {
		const { fits } = this;
		this.step((sorting) =>
			noteIds.reduce((now, id) => sortings.moveNotes(now, [id], fits.get(id)?.ranked[0]), sorting),
		);
	}

	/** Cuts a theme in two; the parts are named. */
	split(key: string): Promise<void> {
		const theme = this.sorting?.themes.find((each) => each.key === key);
		return this.work(async () => {
			const found = await propose(this.boardId, theme?.noteIds ?? [], {
				count: 2,
				wordsOnly: !this.meaning,
			});
			const [first, second] = found.themes;
			return () => {
				if (!first || !second) {
					this.problem = m.theme_does_not_split();
					return;
				}
				this.step((sorting) => sortings.splitTheme(sorting, key, [first, second], this.newKey()));
			};
		});
	}

	/**
	 * Sorts anew what nobody stands by: themes with a name of somebody's, locked ones, and notes
	 * that were moved by hand stay.
	 * @param count how many themes there are to be; as many as there are, where there are any
	 */
	anew(count = this.sorting?.themes.length || undefined): Promise<void> {
		const { sorting } = this;
		if (!sorting) return Promise.resolve();
		const question = sortings.questionAnew(sorting);
		const locked = sorting.themes.filter(({ isLocked }) => isLocked).length;
		const wanted = count === undefined ? undefined : Math.max(1, count - locked);
		return this.work(async () => {
			const found = await propose(this.boardId, question.noteIds, {
				wordsOnly: !this.meaning,
				...(wanted === undefined ? {} : { count: wanted }),
				...(question.kept.length > 0 ? { kept: question.kept } : {}),
			});
			return () => {
				this.step((now) => sortings.renewSorting(now, question, found, this.newKey));
				this.learn(found);
				this.reviewSoon(0);
			};
		});
	}

	/** Lays a note behind another one that says the same, on the board at once. */
	merge(top: string, other: string): void {
		const { board } = this;
		if (!board.mayAll || !canMerge(board.model, top, [other])) return;
		board.asOne(() => mergeNotes(board.room.editContext, board.model, top, [other]));
		const without = (ids: readonly string[]): string[] => ids.filter((id) => id !== other);
		const leave = (sorting: Sorting): Sorting => ({
			themes: sorting.themes.map((theme) => ({ ...theme, noteIds: without(theme.noteIds) })),
			left: without(sorting.left),
			pinned: sorting.pinned,
		});
		// It is one note from now on: no step back in this argument parts them.
		this.changeAll(leave);
		this.before = leave(this.before);
		this.doubles = this.doubles.filter(([a, b]) => a !== other && b !== other);
		this.near = new Map(
			[...this.near].flatMap(([id, ids]) => (id === other ? [] : [[id, without(ids)] as const])),
		);
		this.reviewSoon();
	}

	protected changed(): void {
		this.reviewSoon();
	}

	private reviewSoon(wait = REST_MS): void {
		clearTimeout(this.timer);
		this.looking++;
		this.timer = setTimeout(() => void this.review(), wait);
	}

	/** Looks the sorting through. What is not answered leaves what was known. */
	private async review(): Promise<void> {
		const { sorting } = this;
		const turn = ++this.looking;
		if (!sorting || this.question.by) return;
		const noteIds = [...sorting.themes.flatMap((theme) => theme.noteIds), ...sorting.left];
		if (noteIds.length === 0 || sorting.themes.length === 0) return;
		try {
			// Where names were given, only what was put under them by hand is an example.
			const reviewed = await reviewSorting(this.boardId, noteIds, sorting.themes.map(named), {
				unsettled: this.question.names ? noteIds.filter((id) => !sorting.pinned.has(id)) : [],
				wordsOnly: !this.meaning,
			});
			if (turn === this.looking) this.take(sorting, reviewed);
		} catch {
			// The argument goes on without it.
		}
	}

	private take({ themes }: Sorting, reviewed: Reviewed): void {
		this.fits = new Map(
			reviewed.notes.map(({ id, sureness, ranked }) => [
				id,
				{ sureness, ranked: ranked.flatMap((t) => themes[t]?.key ?? []) },
			]),
		);
		this.reasons = new Map(reviewed.themes.map((reasons, t) => [themes[t]!.key, reasons]));
	}

	/** Takes the sorting over onto the board; one undo takes all of it back. */
	accept(): void {
		const { board, sorting, before } = this;
		if (!sorting || !board.mayAll) return;
		let ids: string[] = [];
		board.asOne(() => {
			ids = applySorting(board.room.editContext, board.model, this.sheet, before, sorting);
		});
		this.discard();
		board.select([]);
		const around = unionOf(ids.flatMap((id) => board.model.boundsOf(id) ?? []));
		if (around) board.fit(around);
	}

	discard(): void {
		this.asking++;
		this.looking++;
		clearTimeout(this.timer);
		this.busy = false;
		this.sorting = undefined;
		this.problem = '';
	}
}

/** A theme as it is asked about: one without a name has to be called something. */
const named = ({ name, noteIds }: SortedTheme): { name: string; noteIds: string[] } => ({
	name: name.trim() === '' ? '…' : name,
	noteIds: [...noteIds],
});

/** Whether themes stand on a sheet. */
export const hasThemes = (board: Board): boolean => themesOf(board.model, board.sheet).length > 0;
