/** What lies above what: bringing objects to the front, to the back, or one step past what they overlap. */
import { isGroup } from '../kinds/guards';
import { overlaps } from '../../geometry/box';
import { stackPlaces, withContents } from './edits';
import { type EditContext, patch, transact } from '../store';
import type { BoardQuery } from '../model/query';
import { insertAt } from '../../order/keys';
import { byStack, type BoardObject } from '../objects';

/** Groups with their members, at any depth. */
function withGroups(model: BoardQuery, ids: Iterable<string>): Set<string> {
	const all = new Set<string>();
	for (const id of ids) {
		if (isGroup(model.find(id))) for (const each of withContents(model, [id])) all.add(each);
		else all.add(id);
	}
	return all;
}

/** Brings objects to the top of the stack, or to its bottom, keeping their order among themselves. */
export function restack(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	to: 'front' | 'back',
): void {
	const objects = [...withGroups(model, ids)].flatMap((id) => model.find(id) ?? []).sort(byStack);
	const first = objects[0];
	if (!first) return;
	const places = stackPlaces(model, first.sheet, objects.length, to === 'back');
	transact(editContext, () =>
		objects.forEach((object, i) => patch(editContext, object.id, { z: places[i] })),
	);
}

/** Brings objects one step up or down past what overlaps them, keeping their order among themselves. */
export function restackStep(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	up: boolean,
): void {
	const own = new Set(withContents(model, ids));
	const moving = [...own].flatMap((id) => model.find(id) ?? []).sort(byStack);
	const first = moving[0];
	if (!first) return;
	const edge = up ? moving.at(-1)! : first;
	const round = moving.flatMap((object) => model.boundsOf(object.id) ?? []);
	const all = model.onSheet(first.sheet).filter((object) => !own.has(object.id));
	const above = all.filter((object) => byStack(object, edge) > 0);
	const below = all.filter((object) => byStack(object, edge) < 0);
	const meets = (object: BoardObject): boolean => {
		const bounds = model.boundsOf(object.id);
		return bounds !== undefined && round.some((box) => overlaps(box, bounds));
	};
	const past = up ? above.find(meets) : below.reverse().find(meets);
	if (!past) return;
	const places = insertAt(
		all,
		all.indexOf(past) + (up ? 1 : 0),
		moving.map(({ id }) => id),
	);
	transact(editContext, () => {
		for (const [id, z] of places) patch(editContext, id, { z });
	});
}
