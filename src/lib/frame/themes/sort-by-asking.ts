/** Sortings that are asked of the server: among themes with names, or as a language model sees it. */
import type { Sureness } from '$core/themes/placing';
import type { Sorting, SortedTheme } from '$core/themes/sorting';
import { READY_PART } from '$core/contract/themes';
import { placeAmong, ready } from '../actions';
import { themesByModel } from './model-actions';

/** How well a note fits where it lies, and the themes that it fits best. */
export interface NoteFit {
	sureness: Sureness;
	/** Keys of themes, the likeliest first. */
	ranked: string[];
}

/** A theme as it is asked about: one without a name has to be called something. */
export const named = ({ name, noteIds }: SortedTheme): { name: string; noteIds: string[] } => ({
	name: name.trim() === '' ? '…' : name,
	noteIds: [...noteIds],
});

/** Fewer notes than these are sorted before anybody could read how far it is. */
const FEW = 2 * READY_PART;

/**
 * Makes ready what sorting many notes takes, part by part.
 * @param onpart told how many are ready; false ends it
 */
export async function readyInParts(
	boardId: string,
	noteIds: readonly string[],
	onpart: (done: number) => boolean,
): Promise<void> {
	if (noteIds.length <= FEW) return;
	for (let at = 0; at < noteIds.length && onpart(at); at += READY_PART)
		await ready(boardId, noteIds.slice(at, at + READY_PART));
}

/** Notes fall in place where that is likely; for all others the likeliest themes are told. */
export async function sortByNames(
	boardId: string,
	noteIds: string[],
	names: readonly string[],
	{ wordsOnly, newKey }: { wordsOnly: boolean; newKey: () => string },
): Promise<{ sorting: Sorting; fits: Map<string, NoteFit>; meaning: boolean }> {
	const themes = names.map((name) => ({
		...{ key: newKey(), name, isNamed: true, isLocked: false },
		noteIds: [] as string[],
	}));
	const { places, meaning } = await placeAmong(boardId, noteIds, themes.map(named), { wordsOnly });
	const left: string[] = [];
	const fits = new Map<string, NoteFit>();
	for (const { id, ranked, sureness } of places) {
		fits.set(id, { sureness, ranked: ranked.map((t) => themes[t]!.key) });
		if (sureness === 'doubtful') left.push(id);
		else themes[ranked[0]!]!.noteIds.push(id);
	}
	return { sorting: { themes, left, pinned: new Set() }, fits, meaning };
}

/** As the language model of the house sees it, with the notes that it takes for the same. */
export async function sortByModel(
	boardId: string,
	noteIds: string[],
	newKey: () => string,
): Promise<{ sorting: Sorting; doubles: readonly (readonly [string, string])[] }> {
	const { themes, doubles } = await themesByModel(boardId, noteIds);
	const placed = new Set(themes.flatMap((theme) => theme.noteIds));
	return {
		sorting: {
			themes: themes.map((theme) => ({ ...theme, key: newKey(), isNamed: false, isLocked: false })),
			// Also those that were not sent, or that it left out.
			left: noteIds.filter((id) => !placed.has(id)),
			pinned: new Set(),
		},
		doubles,
	};
}
