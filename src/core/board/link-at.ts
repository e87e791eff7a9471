/** Links in the texts of objects: which one lies under a point, and which there are. */
import { isConnector } from './kinds/guards';
import { turn, type Point } from '../geometry/box';
import type { SceneContext } from './drawing';
import { boxOf, settingOf } from './kinds';
import { textParts, type Holder } from './holders/setting';
import { isHolder } from './holders/forms';
import type { BoardObject } from './objects';

/** Addresses that an object's own text leads to, each once, in their order. */
export const linksOf = ({ text }: BoardObject): string[] => [
	...new Set(text.flatMap(({ runs }) => runs.flatMap(({ link }) => link ?? []))),
];

/** The address that stands at a point of the board on an object, in whichever of its texts. */
export function linkAt(object: BoardObject, p: Point, context: SceneContext): string | undefined {
	const box = isConnector(object) ? { x: 0, y: 0, w: 0, h: 0, angle: 0 } : boxOf(object.box);
	const centre = { x: box.x + box.w / 2, y: box.y + box.h / 2 };
	const upright = box.angle ? turn(p, centre, -box.angle) : p;
	const local = { x: upright.x - box.x, y: upright.y - box.y };
	const parts = isHolder(object) ? [undefined, ...textParts(object as Holder)] : [undefined];
	for (const part of parts) {
		const setting = settingOf(object, context, part);
		if (!setting) continue;
		const { room, laid } = setting;
		for (const line of laid.lines) {
			const base = room.y + line.baseline;
			if (local.y < base - laid.size || local.y > base + laid.size * 0.3) continue;
			const run = line.runs.find(
				({ x, width, marks }) => marks.link && local.x >= room.x + x && local.x <= room.x + x + width,
			);
			if (run) return run.marks.link;
		}
	}
	return undefined;
}
