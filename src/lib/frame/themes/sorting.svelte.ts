/**
 * The sorting that is looked at and argued about before anything moves on the board: found by
 * itself, made from names or from what is known of notes, or the one that stands on the board.
 */
import { applySorting, sortingOnSheet } from '$core/board/ops/apply-sorting';
import { canMerge, mergeNotes } from '$core/board/ops/merge-notes';
import { notesToSort } from '$core/board/ops/themes';
import type { ModelName } from '$core/contract/language-model';
import { type Reviewed } from '$core/contract/themes';
import { unionOf } from '$core/geometry/box';
import type { ThemeReasons } from '$core/themes';
import { sortByValue, type SortKey } from '$core/themes/sort-by';
import * as sortings from '$core/themes/sorting';
import type { Sorting, SortedTheme } from '$core/themes/sorting';
import { m } from '$lib/messages';
import { messageOf } from '$lib/api/errors';
import type { Board } from '../../board/board.svelte';
import { propose, reviewSorting } from '../actions';
import { DealState } from './deal.svelte';
import { factsOf } from './note-facts';
import { ModelAnswers, toSummarize } from './model-answers.svelte';
import { sortingOfRound, type RoundOutcome } from './round-outcome';
import { StartChoice } from './start-choice.svelte';
import { SortingSteps } from './sorting-steps.svelte';
import { named, readyInParts, sortByModel, sortByNames, type NoteFit } from './sort-by-asking';

/** What was asked: which notes, and what was said about the themes. */
interface Question {
	noteIds: string[];
	/** Themes by name, where they are given; else they are found. */
	names?: readonly string[];
	/** What notes are sorted by, where that is not what they say. */
	by?: SortKey;
	/** The language model that proposes the themes, where one is to. */
	model?: ModelName;
}

/** Notes in no theme that are looked through at one go. */
const MAX_LOOSE = 500;
/** Changes come in a row; the sorting is looked through once they rest, ms. */
const REST_MS = 250;

export class SortingState extends SortingSteps {
	busy = $state(false);
	problem = $state('');
	/** How many of the notes are made ready; undefined where that takes no time. */
	progress = $state<number | undefined>();
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

	readonly start = new StartChoice();
	/** What the language model of the house was asked, and said. */
	readonly model = new ModelAnswers();

	constructor(private readonly board: Board) {
		super();
		this.deal = new DealState(board);
	}

	/** Whether the sorting stands on the board already. */
	get isOnBoard(): boolean {
		return this.before.themes.length > 0;
	}

	/** Asks the same again, but no language model: that takes somebody's word each time. */
	again(wordsOnly: boolean): Promise<void> {
		const { model: _model, ...question } = this.question;
		return this.ask(question, wordsOnly);
	}

	ask(question: Question, wordsOnly = false): Promise<void> {
		this.question = question;
		return this.work(async () => {
			const { noteIds, names, by, model } = question;
			if (!by && !model && !wordsOnly) await this.ready(noteIds);
			const take = by
				? () => this.known(noteIds, by)
				: model
					? await this.byModel(noteIds, model)
					: names
						? await this.byNames(noteIds, names, wordsOnly)
						: await this.found(noteIds, wordsOnly);
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
	takeRound(outcome: RoundOutcome): void {
		const { board } = this;
		const found = sortingOfRound(board.model, outcome);
		if (!found) return;
		board.goToSheet(found.sheet);
		this.lookAt(found.after, found.before);
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
			if (turn === this.asking) {
				this.busy = false;
				this.progress = undefined;
			}
		}
	}

	/** What cannot be sorted at once is made ready part by part, until nobody asks for it any more. */
	private async ready(noteIds: readonly string[]): Promise<void> {
		const turn = this.asking;
		await readyInParts(this.boardId, noteIds, (done) => {
			if (turn === this.asking) this.progress = done;
			return turn === this.asking;
		});
		if (turn !== this.asking) throw new Error('Nobody asks for it any more.');
		this.progress = undefined;
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

	/** Among themes with names. */
	private async byNames(noteIds: string[], names: readonly string[], wordsOnly: boolean) {
		const { sorting, fits, meaning } = await sortByNames(this.boardId, noteIds, names, {
			wordsOnly,
			newKey: this.newKey,
		});
		return () => {
			this.forget();
			this.meaning = meaning;
			this.fits = fits;
			return sorting;
		};
	}

	/** Asks the language model of the house, once somebody has agreed to what is sent. */
	async askModel(noteIds: string[], model: ModelName): Promise<void> {
		if (await this.model.consent.ask(this.boardId, noteIds)) await this.ask({ noteIds, model });
	}

	/** As the language model sees it; where it gives no answer, as the machine itself does. */
	private async byModel(noteIds: string[], model: ModelName): Promise<() => Sorting> {
		try {
			const { sorting, doubles } = await sortByModel(this.boardId, noteIds, this.newKey);
			return () => {
				this.forget();
				this.doubles = doubles;
				this.model.source = model;
				return sorting;
			};
		} catch (error) {
			const own = await this.found(noteIds, false);
			return () => {
				this.problem = m.model_own_instead({ reason: messageOf(error) });
				return own();
			};
		}
	}

	/** Asks the language model what a theme says, once somebody has agreed to what is sent. */
	async summarize(whole: SortedTheme, model: ModelName): Promise<void> {
		const theme = toSummarize(whole);
		if (!(await this.model.consent.ask(this.boardId, theme.noteIds))) return;
		await this.work(() => this.model.summarize(this.boardId, theme, model));
	}

	private get boardId(): string {
		return this.board.room.info.boardId;
	}

	private learn({ doubles, near, meaning }: Awaited<ReturnType<typeof propose>>): void {
		this.model.source = undefined;
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
		this.model.forget();
		this.doubles = [];
		this.near = new Map();
		this.fits = new Map();
		this.reasons = new Map();
		this.meaning = true;
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
		this.progress = undefined;
		this.sorting = undefined;
		this.problem = '';
	}
}
