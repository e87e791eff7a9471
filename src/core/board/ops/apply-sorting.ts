/** Takes a sorting over onto the board, where some of its themes stand already. */
import type { Sorting } from '../../themes/sorting';
import { isTheme } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import { plainText } from '../../text/rich';
import type { EditContext } from '../store';
import { acceptThemes } from './accept-themes';
import { removeObjects, setText } from './edits';
import { takeOutOfThemes } from './leave-themes';
import { addTheme, noteIdsOf, sortInto, themesOf } from './themes';

/** The themes that stand on a sheet, as a sorting. */
export function sortingOnSheet(model: BoardQuery, sheet: string, loose: readonly string[] = []): Sorting {
	const themes = themesOf(model, sheet).map((theme) => ({
		key: theme.id,
		name: plainText(theme.text).trim(),
		noteIds: noteIdsOf(model, theme.id),
		isNamed: true,
		isLocked: theme.lock !== undefined,
	}));
	const sorted = new Set(themes.flatMap(({ noteIds }) => noteIds));
	const all = [...sorted, ...loose];
	return {
		themes,
		left: loose.filter((id) => !sorted.has(id)),
		pinned: new Set(all.filter((id) => model.find(id)?.lock !== undefined)),
	};
}

/**
 * Makes the board like a sorting, as far as that was changed since `before`: what others did
 * meanwhile stays. Changes the board in several transactions, for a caller that makes them one
 * step.
 * @param before the sorting as it stood on the board when it was begun
 * @returns ids of the themes
 */
export function applySorting(
	editContext: EditContext,
	model: BoardQuery,
	sheet: string,
	before: Sorting,
	after: Sorting,
): string[] {
	if (before.themes.length === 0)
		return acceptThemes(
			editContext,
			model,
			after.themes.filter(({ noteIds }) => noteIds.length > 0),
		);
	const ids = new Map<string, string>();
	const wasIn = homesOf(before);
	for (const { key, name, noteIds, isNamed } of after.themes) {
		const known = before.themes.find((theme) => theme.key === key);
		if (!known) {
			if (noteIds.length === 0 && !isNamed) continue;
			ids.set(key, addTheme(editContext, model, sheet, name, noteIds));
			sortInto(editContext, model, ids.get(key)!, noteIds);
			continue;
		}
		// Whoever took the frame away meanwhile meant it.
		if (!isTheme(model.find(key))) continue;
		ids.set(key, key);
		if (known.name !== name) setText(editContext, key, name);
		sortInto(
			editContext,
			model,
			key,
			noteIds.filter((id) => wasIn.get(id) !== key),
		);
	}
	takeOutOfThemes(
		editContext,
		model,
		after.left.filter((id) => {
			const home = wasIn.get(id);
			return home !== undefined && model.find(id)?.theme === home;
		}),
	);
	const gone = before.themes.filter(
		({ key }) => !after.themes.some((theme) => theme.key === key) && noteIdsOf(model, key).length === 0,
	);
	removeObjects(
		editContext,
		model,
		gone.map(({ key }) => key),
	);
	return [...ids.values()];
}

/** The theme that each note is in. */
const homesOf = ({ themes }: Sorting): Map<string, string> =>
	new Map(themes.flatMap(({ key, noteIds }) => noteIds.map((id) => [id, key] as const)));
