/** What came of a round in which everybody sorted, beside what stands on the board. */
import type { BoardQuery } from '$core/board/model/query';
import { sortingOnSheet } from '$core/board/ops/apply-sorting';
import type { ShownRound } from '$core/contract/sorting-round';
import { addTheme, moveNotes, type Sorting } from '$core/themes/sorting';

export type RoundOutcome = NonNullable<ShownRound['led']>['outcome'];

/** The sheet of its notes, as they are sorted there, and as the room sorted them. */
export function sortingOfRound(
	model: BoardQuery,
	{ themes, left }: RoundOutcome,
): { sheet: string; before: Sorting; after: Sorting } | undefined {
	const all = [...themes.flatMap(({ noteIds }) => noteIds), ...left];
	const sheet = model.find(all[0] ?? '')?.sheet;
	if (sheet === undefined) return undefined;
	const before = sortingOnSheet(model, sheet, all);
	const after = themes
		.filter(({ noteIds }) => noteIds.length > 0)
		.reduce(
			(now, { id, name, noteIds }) =>
				before.themes.some(({ key }) => key === id)
					? moveNotes(now, noteIds, id)
					: addTheme(now, { key: id, name }, noteIds),
			before,
		);
	return { sheet, before, after };
}
