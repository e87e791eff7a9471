/** Marks that stick: which object they lie on, and going along with it. */
import { isRegion } from '../kinds/traits';
import { isMark } from '../kinds/guards';
import { centreOf, holdsPoint, turn, type Point } from '../../geometry/box';
import { type EditContext, patch, transact } from '../store';
import { boxOf } from '../kinds/outline';
import type { BoardQuery } from '../model/query';
import { byStack, type BoardObject, type BoxValues, type ObjectOf } from '../objects';

type Mark = ObjectOf<'mark'>;

/** Whether marks stick to an object. Regions and holders take along what lies in them anyway. */
export const takesMarks = (object: BoardObject): boolean =>
	!isRegion(object) && !['connector', 'group', 'mark'].includes(object.kind);

/** What a mark with its middle at a point sticks to there; undefined where nothing lies. */
export function stickAt(
	model: BoardQuery,
	sheet: string,
	p: Point,
	without: ReadonlySet<string>,
): Mark['on'] {
	const host = model
		.touching(sheet, { ...p, w: 0, h: 0 })
		.filter((object) => takesMarks(object) && !without.has(object.id))
		.filter((object) => holdsPoint(boxOf(object.box), turn(p, centreOf(boxOf(object.box)), -object.box[4])))
		.sort(byStack)
		.at(-1);
	if (!host) return undefined;
	const box = boxOf(host.box);
	const local = turn(p, centreOf(box), -box.angle);
	return { to: host.id, u: (local.x - box.x) / (box.w || 1), v: (local.y - box.y) / (box.h || 1) };
}

/** What a mark sticks to when it is put at a box. */
export const stickIn = (model: BoardQuery, { id, sheet }: BoardObject, box: BoxValues): Mark['on'] =>
	stickAt(model, sheet, centreOf(boxOf(box)), new Set([id]));

/** Gives marks new boxes, and lets them stick to what lies there. */
export function placeMarks(
	editContext: EditContext,
	model: BoardQuery,
	boxes: ReadonlyMap<string, BoxValues>,
): void {
	transact(editContext, () => {
		for (const [id, box] of boxes) {
			const mark = model.find(id);
			if (isMark(mark)) patch(editContext, id, { box, on: stickIn(model, mark, box) });
		}
	});
}
