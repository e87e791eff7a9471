/** Grouping objects so that they are taken as one, and locking them against slips. */
import { isGroup } from '../kinds/guards';
import { objectsOf } from '../document';
import { addObjects, withContents } from './edits';
import { type EditContext, patch, transact } from '../store';
import type { BoardQuery } from '../model/query';

/**
 * Groups objects. What is in a group already goes in with its whole group. Returns the id of the new
 * group; undefined when there are fewer than two things to group.
 */
export function groupObjects(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
): string | undefined {
	const tops = new Set(
		[...ids].flatMap((id) => (model.find(id) ? [model.outermost(model.find(id)!).id] : [])),
	);
	const sheet = model.find([...tops][0] ?? '')?.sheet;
	if (tops.size < 2 || !sheet) return undefined;
	return editContext.doc.transact(() => {
		const [group] = addObjects(editContext, model, [
			{ kind: 'group', sheet, box: [0, 0, 0, 0, 0], style: {} },
		]);
		for (const id of tops) if (model.find(id)?.sheet === sheet) patch(editContext, id, { group });
		return group;
	}, editContext.origin) as string;
}

/** Takes groups apart; their members are in no group then, or in the one that held the group. */
export function ungroupObjects(editContext: EditContext, model: BoardQuery, ids: Iterable<string>): string[] {
	const freed: string[] = [];
	transact(editContext, () => {
		for (const id of ids) {
			const group = model.find(id);
			if (!isGroup(group) || group.lock) continue;
			for (const member of model.membersOf(id)) {
				patch(editContext, member, { group: group.group });
				freed.push(member);
			}
			for (const tie of model.tiesOf(id)) objectsOf(editContext.doc).delete(tie);
			objectsOf(editContext.doc).delete(id);
		}
	});
	return freed;
}

/**
 * Locks objects with what they hold, or lifts the lock. `own` can be lifted by everybody who may edit;
 * `led` only by those who lead: the server sees to it.
 */
export function lockObjects(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	lock: 'own' | 'led' | undefined,
): void {
	transact(editContext, () => {
		for (const id of withContents(model, ids))
			if (model.find(id)?.lock !== lock) patch(editContext, id, { lock });
	});
}
