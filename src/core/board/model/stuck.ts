/** Where a mark is that sticks to something. */
import { centreOf, turn } from '../../geometry/box';
import { boxOf } from '../kinds/outline';
import type { BoxValues, ObjectOf } from '../objects';

/** The box of a mark that sticks to a host: its middle stays at the same share of the host's size. */
export function stuckBox(mark: ObjectOf<'mark'>, host: BoxValues): BoxValues {
	const { u, v } = mark.on!;
	const box = boxOf(host);
	const at = turn({ x: box.x + u * box.w, y: box.y + v * box.h }, centreOf(box), box.angle);
	const [, , w, h, angle] = mark.box;
	return [at.x - w / 2, at.y - h / 2, w, h, angle];
}
