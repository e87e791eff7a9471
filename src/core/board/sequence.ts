/** Fields as a sequence: the order in which they are gone through, shown and exported. */
import { freshKeys } from './order-keys';
import { patch, transact, type Hand } from './edits';
import type { BoardModel } from './model';
import type { ObjectOf } from './objects';

type Field = ObjectOf<'field'>;

/** Fields of a sheet in their order: those that were put in order, then the others as one reads them. */
export function fieldsInOrder(model: BoardModel, sheet: string): Field[] {
	const fields = [...model.fields].flatMap((id): Field[] => {
		const field = model.find(id);
		return field?.kind === 'field' && field.sheet === sheet ? [field] : [];
	});
	return fields.sort((a, b) => {
		if (a.order !== undefined || b.order !== undefined) {
			if (a.order === undefined) return 1;
			if (b.order === undefined) return -1;
			if (a.order !== b.order) return a.order < b.order ? -1 : 1;
		}
		return a.box[1] - b.box[1] || a.box[0] - b.box[0] || (a.id < b.id ? -1 : 1);
	});
}

/** Moves a field by one place in the sequence of its sheet, as one step. */
export function shiftInSequence(hand: Hand, model: BoardModel, id: string, by: -1 | 1): void {
	const field = model.find(id);
	if (field?.kind !== 'field' || field.lock) return;
	const order = fieldsInOrder(model, field.sheet);
	const at = order.findIndex((each) => each.id === id);
	const to = at + by;
	if (to < 0 || to >= order.length) return;
	[order[at], order[to]] = [order[to]!, order[at]!];
	// From here on the whole sheet has an order that does not depend on where its fields lie.
	const keys = freshKeys(order.length);
	transact(hand, () => {
		order.forEach((each, i) => {
			if (each.order !== keys[i]) patch(hand, each.id, { order: keys[i] });
		});
	});
}

/** The field after another one in the sequence, or before it; the first one after none. Goes round. */
export function nextField(
	model: BoardModel,
	sheet: string,
	from: string | undefined,
	by: -1 | 1,
): Field | undefined {
	const order = fieldsInOrder(model, sheet);
	const at = order.findIndex((each) => each.id === from);
	if (at < 0) return by === 1 ? order[0] : order.at(-1);
	return order[(at + by + order.length) % order.length];
}
