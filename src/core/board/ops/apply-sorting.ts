/** Takes a sorting over onto the board, where some of its themes stand already. */
import type { Sorting } from '../../themes/sorting';
import { placeFrames } from '../../arrange/themes';
import { unionOf } from '../../geometry/box';
import { isConnector, isTheme } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import { plainText } from '../../text/rich';
import type { EditContext } from '../store';
import { acceptThemes } from './accept-themes';
import { moveTo, removeObjects, setText, withContents } from './edits';
import { takeOutOfThemes } from './leave-themes';
import { addTheme, noteIdsOf, ROW, sortInto, themesOf } from './themes';

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
	if (isReordered(before, after)) layInOrder(editContext, model, sheet, [...ids.values()]);
	return [...ids.values()];
}

/** Whether themes that stood on the board come in another order now. */
function isReordered(before: Sorting, after: Sorting): boolean {
	const keysOf = ({ themes }: Sorting, { themes: others }: Sorting): string[] =>
		themes.flatMap(({ key }) => (others.some((other) => other.key === key) ? key : []));
	const [was, is] = [keysOf(before, after), keysOf(after, before)];
	return was.some((key, i) => key !== is[i]);
}

/** Lays the frames of themes out anew where they stand, in this order; locked ones stay. */
function layInOrder(
	editContext: EditContext,
	model: BoardQuery,
	sheet: string,
	ids: readonly string[],
): void {
	const frames = ids.filter((id) => isTheme(model.find(id)) && !model.find(id)!.lock);
	const around = unionOf(frames.flatMap((id) => model.boundsOf(id) ?? []));
	if (!around) return;
	const moving = withContents(model, frames);
	const taken = model
		.onSheet(sheet)
		.filter((object) => !isConnector(object) && !moving.has(object.id))
		.flatMap(({ id }) => model.boundsOf(id) ?? []);
	const width = Math.max(ROW.least, Math.min(around.w, ROW.most));
	const places = placeFrames(
		frames.map((id) => model.boundsOf(id)!),
		{ x: around.x, y: around.y, width },
		taken,
	);
	moveTo(editContext, model, new Map(frames.map((id, i) => [id, places[i]!])));
}

/** The theme that each note is in. */
const homesOf = ({ themes }: Sorting): Map<string, string> =>
	new Map(themes.flatMap(({ key, noteIds }) => noteIds.map((id) => [id, key] as const)));
