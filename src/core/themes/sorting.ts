/**
 * A sorting that is argued about before it is taken over onto the board: themes with their notes,
 * and notes in none. Every step gives another sorting, and each note is in exactly one place.
 */
import type { KeptTheme, ProposedTheme, Theme, ThemeProposal } from './index';

export interface SortedTheme extends Theme {
	/** Tells it from the others; the id of its frame where it stands on the board. */
	key: string;
	/** Whether somebody gave it its name. */
	isNamed: boolean;
	/** Whether nothing goes in or out, and it stays when the rest is sorted anew. */
	isLocked: boolean;
}

export interface Sorting {
	themes: readonly SortedTheme[];
	/** Notes in no theme. */
	left: readonly string[];
	/** Notes that were put where they are by hand; they stay there when the rest is sorted anew. */
	pinned: ReadonlySet<string>;
}

export const EMPTY_SORTING: Sorting = { themes: [], left: [], pinned: new Set() };

const findTheme = ({ themes }: Sorting, key: string | undefined): SortedTheme | undefined =>
	themes.find((theme) => theme.key === key);

/** The theme that a note is in. */
export const themeOfNote = ({ themes }: Sorting, noteId: string): SortedTheme | undefined =>
	themes.find(({ noteIds }) => noteIds.includes(noteId));

const changeTheme = (
	sorting: Sorting,
	key: string,
	change: (theme: SortedTheme) => SortedTheme,
): Sorting => ({
	...sorting,
	themes: sorting.themes.map((theme) => (theme.key === key ? change(theme) : theme)),
});

/** A name for a theme; none leaves the one that it has. */
export function renameTheme(sorting: Sorting, key: string, name: string): Sorting {
	const written = name.trim();
	if (written === '') return sorting;
	return changeTheme(sorting, key, (theme) => ({ ...theme, name: written, isNamed: true }));
}

export const lockTheme = (sorting: Sorting, key: string, isLocked: boolean): Sorting =>
	changeTheme(sorting, key, (theme) => ({ ...theme, isLocked }));

/** Lets notes stay where they are when the rest is sorted anew, or not any more. */
export function pinNote(sorting: Sorting, noteId: string, isPinned: boolean): Sorting {
	const pinned = new Set(sorting.pinned);
	if (isPinned) pinned.add(noteId);
	else pinned.delete(noteId);
	return { ...sorting, pinned };
}

/**
 * Puts notes behind those of a theme, or out of all themes. Notes of locked themes stay, and none
 * goes into a locked one.
 */
export function moveNotes(sorting: Sorting, noteIds: readonly string[], to: string | undefined): Sorting {
	const into = findTheme(sorting, to);
	if (to !== undefined && (!into || into.isLocked)) return sorting;
	const moving = noteIds.filter((id) => {
		const home = themeOfNote(sorting, id);
		return home ? !home.isLocked && home.key !== to : sorting.left.includes(id) && to !== undefined;
	});
	if (moving.length === 0) return sorting;
	const gone = new Set(moving);
	const stay = (ids: readonly string[]): string[] => ids.filter((id) => !gone.has(id));
	return {
		themes: sorting.themes.map((theme) => ({
			...theme,
			noteIds: theme.key === to ? [...theme.noteIds, ...moving] : stay(theme.noteIds),
		})),
		left: to === undefined ? [...sorting.left, ...moving] : stay(sorting.left),
		pinned: new Set([...sorting.pinned, ...moving]),
	};
}

/** Joins a theme with another one, whose name it takes. */
export function joinThemes(sorting: Sorting, key: string, into: string): Sorting {
	const [gone, target] = [findTheme(sorting, key), findTheme(sorting, into)];
	if (!gone || !target || gone === target || gone.isLocked || target.isLocked) return sorting;
	return {
		...sorting,
		themes: sorting.themes
			.filter((theme) => theme !== gone)
			.map((theme) =>
				theme === target ? { ...theme, noteIds: [...theme.noteIds, ...gone.noteIds] } : theme,
			),
	};
}

/** Takes a theme apart: its notes are in none. */
export function dissolveTheme(sorting: Sorting, key: string): Sorting {
	const gone = findTheme(sorting, key);
	if (!gone || gone.isLocked) return sorting;
	const freed = new Set(gone.noteIds);
	return {
		themes: sorting.themes.filter((theme) => theme !== gone),
		left: [...sorting.left, ...gone.noteIds],
		pinned: new Set([...sorting.pinned].filter((id) => !freed.has(id))),
	};
}

/** A new theme behind the others; notes go into it. */
export function addTheme(
	sorting: Sorting,
	{ key, name }: Pick<SortedTheme, 'key' | 'name'>,
	noteIds: readonly string[],
): Sorting {
	if (name.trim() === '' || findTheme(sorting, key)) return sorting;
	const theme: SortedTheme = { key, name: name.trim(), noteIds: [], isNamed: true, isLocked: false };
	return moveNotes({ ...sorting, themes: [...sorting.themes, theme] }, noteIds, key);
}

/**
 * Cuts a theme in two: the part with the more typical notes keeps the name that somebody gave it.
 * @param parts of its notes; what is in neither stays in the first
 * @param newKey of the second part
 */
export function splitTheme(
	sorting: Sorting,
	key: string,
	parts: readonly [Theme, Theme],
	newKey: string,
): Sorting {
	const whole = findTheme(sorting, key);
	const moving = new Set(parts[1].noteIds.filter((id) => whole?.noteIds.includes(id)));
	if (!whole || whole.isLocked || moving.size === 0 || moving.size === whole.noteIds.length) return sorting;
	const first: SortedTheme = {
		...whole,
		name: whole.isNamed ? whole.name : parts[0].name,
		noteIds: whole.noteIds.filter((id) => !moving.has(id)),
	};
	const second: SortedTheme = {
		key: newKey,
		name: parts[1].name,
		noteIds: whole.noteIds.filter((id) => moving.has(id)),
		isNamed: false,
		isLocked: false,
	};
	return {
		...sorting,
		themes: sorting.themes.flatMap((theme) => (theme === whole ? [first, second] : theme)),
	};
}

/** Moves a theme so many places up (less than 0) or down among the others. */
export function shiftTheme(sorting: Sorting, key: string, by: number): Sorting {
	const theme = findTheme(sorting, key);
	if (!theme) return sorting;
	const at = sorting.themes.indexOf(theme);
	const themes = sorting.themes.filter((each) => each !== theme);
	themes.splice(Math.max(0, Math.min(themes.length, at + by)), 0, theme);
	return { ...sorting, themes };
}

/** Orders themes by a number, the largest first; of equal ones as they are. */
export const orderThemes = (sorting: Sorting, by: (theme: SortedTheme) => number): Sorting => ({
	...sorting,
	themes: [...sorting.themes].sort((a, b) => by(b) - by(a)),
});

/** What is asked about when a sorting is made anew. */
export interface QuestionAnew {
	noteIds: string[];
	kept: KeptTheme[];
	/** Keys of the kept themes, in their order. */
	keys: string[];
}

/**
 * What stays when the rest is sorted anew: themes with a name of somebody's and those with notes
 * that were put there by hand. Locked themes and notes that were taken out are not asked about.
 */
export function questionAnew({ themes, left, pinned }: Sorting): QuestionAnew {
	const open = themes.filter(({ isLocked }) => !isLocked);
	const kept = open.filter(({ isNamed, noteIds }) => isNamed || noteIds.some((id) => pinned.has(id)));
	return {
		noteIds: [...open.flatMap(({ noteIds }) => noteIds), ...left.filter((id) => !pinned.has(id))],
		kept: kept.map(({ name, noteIds }) => ({
			name,
			noteIds,
			pinned: noteIds.filter((id) => pinned.has(id)),
		})),
		keys: kept.map(({ key }) => key),
	};
}

/**
 * The sorting with what was found anew in place of what was asked about. What changed since it was
 * asked stays as it is now.
 * @param newKey gives a key to each theme that is new
 */
export function renewSorting(
	sorting: Sorting,
	{ noteIds, keys }: QuestionAnew,
	found: Pick<ThemeProposal, 'left'> & { themes: readonly ProposedTheme[] },
	newKey: () => string,
): Sorting {
	const asked = new Set(noteIds);
	const keyOf = new Map<string, string>();
	const keptThemes = new Map(sorting.themes.map((theme) => [theme.key, theme]));
	const isFixed = (id: string): boolean => !asked.has(id) || sorting.pinned.has(id);
	const free = new Set(
		[
			...sorting.themes.filter(({ isLocked }) => !isLocked).flatMap((theme) => theme.noteIds),
			...sorting.left,
		].filter((id) => !isFixed(id)),
	);
	const fresh = found.themes.map((theme): SortedTheme => {
		const there = theme.kept === undefined ? undefined : keptThemes.get(keys[theme.kept] ?? '');
		const noteIds = theme.noteIds.filter((id) => free.has(id));
		if (there && !there.isLocked) {
			keyOf.set(there.key, there.key);
			return { ...there, noteIds: inOldOrder(there.noteIds, noteIds, isFixed) };
		}
		return { key: newKey(), name: theme.name, noteIds, isNamed: false, isLocked: false };
	});
	// Locked themes, and those that hold something which nobody asked about, stay whatever was
	// found.
	const others = sorting.themes
		.filter(({ key, isLocked, noteIds }) => isLocked || (!keyOf.has(key) && noteIds.some(isFixed)))
		.map((theme) => (theme.isLocked ? theme : { ...theme, noteIds: theme.noteIds.filter(isFixed) }));
	const themes = inPlaces(sorting.themes, [...fresh, ...others]).filter(
		({ noteIds, isNamed }) => noteIds.length > 0 || isNamed,
	);
	const sorted = new Set(themes.flatMap((theme) => theme.noteIds));
	const all = [...sorting.themes.flatMap((theme) => theme.noteIds), ...sorting.left];
	return { themes, left: all.filter((id) => !sorted.has(id)), pinned: sorting.pinned };
}

/** Notes that stay and those that come, those that were there before first and in their order. */
function inOldOrder(
	before: readonly string[],
	coming: readonly string[],
	stays: (id: string) => boolean,
): string[] {
	const now = new Set(coming);
	const old = before.filter((id) => now.has(id) || stays(id));
	const known = new Set(old);
	return [...old, ...coming.filter((id) => !known.has(id))];
}

/** Themes that were there before in their order, new ones behind them. */
function inPlaces(before: readonly SortedTheme[], themes: readonly SortedTheme[]): SortedTheme[] {
	const placeOf = new Map(before.map(({ key }, i) => [key, i]));
	const at = ({ key }: SortedTheme): number => placeOf.get(key) ?? before.length;
	return [...themes].sort((a, b) => at(a) - at(b));
}
