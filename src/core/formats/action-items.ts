/** The action items of a board: what is to be done, by whom, until when. */
import { partOf } from '../board/holders/parts';
import { isActionItems } from '../board/kinds/guards';
import type { BoardObject } from '../board/objects';
import { plainText } from '../text/rich';

export interface ActionItem {
	/** The same for the same line of the same list. */
	id: string;
	list: string;
	item: string;
	done: boolean;
	person: string;
	/** Day as YYYY-MM-DD. */
	due: string | undefined;
	/** Who signed it off. */
	signed: string;
}

/** The action items among objects, list by list; lines that say nothing are left out. */
export const actionItemsOf = (objects: readonly BoardObject[]): ActionItem[] =>
	objects.filter(isActionItems).flatMap((list) => {
		const { rows, cells, facts } = list.parts!;
		return rows.flatMap(({ id }): ActionItem[] => {
			const item = plainText(cells[partOf(id, 'text')] ?? []).trim();
			const { done, person, due, signed } = facts[id] ?? {};
			if (item === '' && !person && !due) return [];
			return [
				{
					id: `${list.id}-${id}`,
					list: plainText(list.text).trim(),
					item,
					done: done ?? false,
					person: person?.name ?? '',
					due,
					signed: signed?.name ?? '',
				},
			];
		});
	});
