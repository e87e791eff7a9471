/** What lies in what: groups, fields, holders. */
import { isRegion, traitsOf } from '../kinds/traits';
import { isConnector, isField, isGroup } from '../kinds/guards';
import { holdsPoint, type Box } from '../../geometry/box';
import { takesCards } from '../holders/forms';
import type { BoardQuery } from './query';
import { byStack, type BoardObject } from '../objects';

const asBox = ({ box: [x, y, w, h] }: BoardObject): Box => ({ x, y, w, h });

/** Whether the object's centre lies in the region, and a region in it is the smaller one. */
function isInside(object: BoardObject, region: BoardObject): boolean {
	const [x, y, w, h] = object.box;
	if (!holdsPoint(asBox(region), { x: x + w / 2, y: y + h / 2 })) return false;
	return !isRegion(object) || w * h < region.box[2] * region.box[3];
}

/** The outermost group that an object is in; the object itself when it is in none. */
export function outermost(model: BoardQuery, object: BoardObject): BoardObject {
	let out = object;
	for (let depth = 0; out.group && depth < 32; depth++) {
		const above = model.find(out.group);
		if (!isGroup(above)) break;
		out = above;
	}
	return out;
}

/** The uppermost field whose inside holds the object's centre. */
export function fieldOf(model: BoardQuery, object: BoardObject): BoardObject | undefined {
	const [x, y, w, h] = object.box;
	const centre = { x: x + w / 2, y: y + h / 2 };
	return model
		.within(object.sheet, { ...centre, w: 0, h: 0 })
		.reverse()
		.find((other) => isField(other) && other.id !== object.id && holdsPoint(asBox(other), centre));
}

/**
 * Ids of what an object takes along: members of a group, whatever was put into a holder, and whatever has its
 * centre in a field, or in a holder and lies upon it.
 */
export function contentsOf(model: BoardQuery, holder: BoardObject): string[] {
	const { contents } = traitsOf(holder);
	if (contents === 'members') return model.membersOf(holder.id);
	const holds = contents === 'cells';
	if (contents !== 'inside' && !holds) return [];
	const cards = holds ? model.cardsOf(holder.id).map(({ id }) => id) : [];
	const inside = model
		.within(holder.sheet, asBox(holder))
		.filter((o) => o.id !== holder.id && !isConnector(o) && isInside(o, holder))
		.filter((o) => !holds || (!o.held && !isRegion(o) && (takesCards(holder) || byStack(o, holder) > 0)));
	return [...cards, ...inside.map((o) => o.id)];
}
