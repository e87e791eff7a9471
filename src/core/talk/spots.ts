/** Where threads hang: on an object, with which they move, or on a spot of a sheet. */
import { isConnector } from '../board/kinds/guards';
import { boxOf } from '../board/kinds/outline';
import type { BoardQuery } from '../board/model/query';
import type { BoardObject } from '../board/objects';
import { plainText } from '../text/rich';
import type { Point } from '../geometry/box';
import type { Spot } from './edits';
import type { Thread } from './model';

const turned = (p: Point, round: Point, degrees: number): Point => {
	const angle = (degrees * Math.PI) / 180;
	const [dx, dy] = [p.x - round.x, p.y - round.y];
	return {
		x: round.x + dx * Math.cos(angle) - dy * Math.sin(angle),
		y: round.y + dx * Math.sin(angle) + dy * Math.cos(angle),
	};
};

/** Box and angle by which a thread hangs on an object; a connector has none of its own, and its bounds stand in. */
function frameOf(model: BoardQuery, object: BoardObject): ReturnType<typeof boxOf> | undefined {
	if (!isConnector(object)) return boxOf(object.box);
	const bounds = model.boundsOf(object.id);
	return bounds && { ...bounds, angle: 0 };
}

/** Where a thread's sign is now; undefined when what it hung on is gone. */
export function placeOf(
	model: BoardQuery,
	thread: Pick<Thread, 'sheet' | 'on' | 'at'>,
): { sheet: string; at: Point } | undefined {
	const [x, y] = thread.at;
	if (thread.on === undefined)
		return model.sheets.some(({ id }) => id === thread.sheet)
			? { sheet: thread.sheet, at: { x, y } }
			: undefined;
	const object = model.find(thread.on);
	const box = object && frameOf(model, object);
	if (!box) return undefined;
	const middle = { x: box.x + box.w / 2, y: box.y + box.h / 2 };
	return {
		sheet: object.sheet,
		at: turned({ x: box.x + x * box.w, y: box.y + y * box.h }, middle, box.angle),
	};
}

/** The spot for a thread at a point of an object; at its upper right corner when no point is given. */
export function spotOn(model: BoardQuery, object: BoardObject, at?: Point): Spot {
	const box = frameOf(model, object);
	const share = (): [number, number] => {
		if (!at || !box || box.w === 0 || box.h === 0) return [1, 0];
		const p = turned(at, { x: box.x + box.w / 2, y: box.y + box.h / 2 }, -box.angle);
		const within = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 1000) / 1000;
		return [within((p.x - box.x) / box.w), within((p.y - box.y) / box.h)];
	};
	return {
		sheet: object.sheet,
		on: object.id,
		at: share(),
		quote: plainText(object.text).replace(/\s+/g, ' ').trim(),
	};
}
