/** What every kind of object can do. A new kind is one file that is registered in `kinds/index.ts`. */
import type { Box, Point } from '../../geometry/box';
import type { Family } from '../../text/fonts';
import type { LaidText } from '../../text/layout';
import type { Drawing, Primitive, SceneContext } from '../drawing';
import type { KindName, ObjectOf } from '../objects';

/** How an object's text is set: where, how large, in what ink. The editor over it uses the same values. */
export interface Setting {
	/** Room of the text in the object's own coordinates. */
	room: Box;
	laid: LaidText;
	ink: string;
	family: Family;
	bold: boolean;
	align: 'left' | 'centre';
	stand: 'top' | 'middle';
}

/** Outline that connectors end at. */
export type Outline = 'box' | 'ellipse' | 'diamond';

export interface Kind<K extends KindName> {
	name: K;
	/** Whether it can be turned and resized by hand. */
	resizable: boolean;
	least: { w: number; h: number };
	outline: (object: ObjectOf<K>) => Outline;
	/** How its text is set; undefined where it has none. */
	setText: (object: ObjectOf<K>, context: SceneContext) => Setting | undefined;
	draw: (object: ObjectOf<K>, context: SceneContext) => Drawing;
	/** Whether the point, in board coordinates, hits it; `reach` is the slack of the hand in board units. */
	hit: (object: ObjectOf<K>, p: Point, reach: number, context: SceneContext) => boolean;
	/** Height the object needs so that its text can be read, when that is more than it has. */
	grownHeight?: (object: ObjectOf<K>, context: SceneContext) => number;
}

/** The primitives of text that has been set. */
export function textItems(setting: Setting): Primitive[] {
	return setting.laid.lines.flatMap((line) =>
		line.runs.map((run): Primitive => ({
			type: 'text',
			x: setting.room.x + run.x,
			y: setting.room.y + line.baseline,
			width: run.width,
			text: run.text,
			size: setting.laid.size,
			face: run.face,
			fill: setting.ink,
		})),
	);
}
