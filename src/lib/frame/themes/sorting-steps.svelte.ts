/** Steps of an argument about a sorting, to be taken back and done again. */
import * as sortings from '$core/themes/sorting';
import type { Sorting, SortedTheme } from '$core/themes/sorting';

/** Steps that can be taken back. */
const MAX_HISTORY = 100;

export abstract class SortingSteps {
	/** The sorting that is looked at; none while nothing is asked. */
	sorting = $state.raw<Sorting | undefined>();
	private past = $state.raw<readonly Sorting[]>([]);
	private future = $state.raw<readonly Sorting[]>([]);
	private keys = 0;

	protected readonly newKey = (): string => `new ${++this.keys}`;

	/** Called after each step. */
	protected abstract changed(): void;

	protected forgetSteps(): void {
		this.past = [];
		this.future = [];
	}

	/** Changes the sorting as it is and as it was at every step: no step back undoes that. */
	protected changeAll(change: (sorting: Sorting) => Sorting): void {
		this.past = this.past.map(change);
		this.future = this.future.map(change);
		if (this.sorting) this.sorting = change(this.sorting);
	}

	get canUndo(): boolean {
		return this.past.length > 0;
	}

	get canRedo(): boolean {
		return this.future.length > 0;
	}

	/** Does a step of the argument; one that changes nothing is none. */
	protected step(change: (sorting: Sorting) => Sorting): void {
		const { sorting } = this;
		if (!sorting) return;
		const next = change(sorting);
		if (next === sorting) return;
		this.past = [...this.past, sorting].slice(-MAX_HISTORY);
		this.future = [];
		this.sorting = next;
		this.changed();
	}

	undo(): void {
		const last = this.past.at(-1);
		if (!last || !this.sorting) return;
		this.future = [this.sorting, ...this.future];
		this.past = this.past.slice(0, -1);
		this.sorting = last;
		this.changed();
	}

	redo(): void {
		const [next, ...rest] = this.future;
		if (!next || !this.sorting) return;
		this.past = [...this.past, this.sorting];
		this.future = rest;
		this.sorting = next;
		this.changed();
	}

	rename(key: string, name: string): void {
		this.step((sorting) => sortings.renameTheme(sorting, key, name));
	}

	move(noteIds: readonly string[], to: string | undefined): void {
		this.step((sorting) => sortings.moveNotes(sorting, noteIds, to));
	}

	/** Says that a note belongs where it is. */
	stay(noteId: string): void {
		this.step((sorting) => sortings.pinNote(sorting, noteId, true));
	}

	pin(noteId: string, isPinned: boolean): void {
		this.step((sorting) => sortings.pinNote(sorting, noteId, isPinned));
	}

	join(key: string, into: string): void {
		this.step((sorting) => sortings.joinThemes(sorting, key, into));
	}

	dissolve(key: string): void {
		this.step((sorting) => sortings.dissolveTheme(sorting, key));
	}

	lock(key: string, isLocked: boolean): void {
		this.step((sorting) => sortings.lockTheme(sorting, key, isLocked));
	}

	shift(key: string, by: -1 | 1): void {
		this.step((sorting) => sortings.shiftTheme(sorting, key, by));
	}

	order(by: (theme: SortedTheme) => number): void {
		this.step((sorting) => sortings.orderThemes(sorting, by));
	}

	/** A new theme; notes that are likely to belong to it are offered by the review. */
	add(name: string, noteIds: readonly string[]): void {
		const key = this.newKey();
		this.step((sorting) => sortings.addTheme(sorting, { key, name }, noteIds));
	}
}
