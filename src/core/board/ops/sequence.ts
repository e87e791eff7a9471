/** Fields as a sequence: the order in which they are gone through, shown and exported. */
import { isField } from '../kinds/guards';
import { freshKeys } from '../../order/keys';
import { type EditContext, patch, transact } from '../store';
import type { BoardQuery } from '../model/query';
import type { ObjectOf } from '../objects';

type Field = ObjectOf<'field'>;

/** Fields of a sheet in their order: those that were put in order, then the others as one reads them. */
export function fieldsInOrder(model: BoardQuery, sheet: string): Field[] {
	const fields = [...model.fields].flatMap((id): Field[] => {
		const field = model.find(id);
		return isField(field) && field.sheet === sheet ? [field] : [];
	});
	const placed = fields.filter(({ order }) => order !== undefined);
	placed.sort((a, b) => (a.order! < b.order! ? -1 : a.order! > b.order! ? 1 : a.id < b.id ? -1 : 1));
	return [...placed, ...asRead(fields.filter(({ order }) => order === undefined))];
}

/**
 * Fields row by row as one reads them: what stands beside each other with half of its height is one
 * row, so that a field which is pushed a little up or down keeps its place.
 */
function asRead(fields: readonly Field[]): Field[] {
	const left = [...fields].sort(
		(a, b) => a.box[1] - b.box[1] || a.box[0] - b.box[0] || (a.id < b.id ? -1 : 1),
	);
	const order: Field[] = [];
	for (let first = left.shift(); first; first = left.shift()) {
		const [, top, , height] = first.box;
		const row = [first];
		for (const each of [...left]) {
			const [, y, , h] = each.box;
			const shared = Math.min(top + height, y + h) - Math.max(top, y);
			if (shared * 2 < Math.min(height, h)) continue;
			row.push(each);
			left.splice(left.indexOf(each), 1);
		}
		order.push(...row.sort((a, b) => a.box[0] - b.box[0] || (a.id < b.id ? -1 : 1)));
	}
	return order;
}

/**
 * Puts a field right before another one in the sequence of its sheet, or at its end, as one step.
 */
export function putInSequence(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	before: string | undefined,
): void {
	const field = model.find(id);
	if (!isField(field) || field.lock || before === id) return;
	const others = fieldsInOrder(model, field.sheet).filter((each) => each.id !== id);
	const at = before === undefined ? others.length : others.findIndex((each) => each.id === before);
	if (at >= 0) writeOrder(editContext, [...others.slice(0, at), field, ...others.slice(at)]);
}

/** From here on the whole sheet has an order that does not depend on where its fields lie. */
function writeOrder(editContext: EditContext, order: readonly Field[]): void {
	const keys = freshKeys(order.length);
	transact(editContext, () => {
		order.forEach((each, i) => {
			if (each.order !== keys[i]) patch(editContext, each.id, { order: keys[i] });
		});
	});
}

/** Moves a field by one place in the sequence of its sheet, as one step. */
export function shiftInSequence(editContext: EditContext, model: BoardQuery, id: string, by: -1 | 1): void {
	const field = model.find(id);
	if (!isField(field) || field.lock) return;
	const order = fieldsInOrder(model, field.sheet);
	const at = order.findIndex((each) => each.id === id);
	const to = at + by;
	if (to < 0 || to >= order.length) return;
	[order[at], order[to]] = [order[to]!, order[at]!];
	writeOrder(editContext, order);
}

/** The field after another one in the sequence, or before it; the first one after none. Goes round. */
export function nextField(
	model: BoardQuery,
	sheet: string,
	from: string | undefined,
	by: -1 | 1,
): Field | undefined {
	const order = fieldsInOrder(model, sheet);
	const at = order.findIndex((each) => each.id === from);
	if (at < 0) return by === 1 ? order[0] : order.at(-1);
	return order[(at + by + order.length) % order.length];
}
