/** Marks: pictograms that lie free or stick to an object, on a disc of their own so that they can be seen on any. */
import { z } from 'zod';
import { chalkOn, pigmentColours } from '../colours';
import type { Primitive, SceneContext } from '../drawing';
import type { ObjectOf } from '../objects';
import { chalk, common, fill, identifier } from './common';
import { PIECE, fillSwatch, type Kind } from './kind';
import { boxOf, inOutline } from './outline';

/** Path data in a square of 24 units (W3C, SVG 2, "Path data"): numbers and commands, nothing else. */
export const PATH_DATA = /^[MmLlHhVvCcSsQqTtAaZz0-9eE.,\s+-]*$/;
export const GLYPH_SIDE = 24;
/** Longer drawings would make boards slow to open. */
export const MAX_PATH_DATA = 8000;
/** Size that a mark starts with, board units. */
export const MARK_SIZE = 40;

const share = z.number().gte(-4).lte(4);
export const markSchema = z.object({
	...common,
	kind: z.literal('mark'),
	style: z.object({
		/** Its name in the set of pictograms; what it is called where it cannot be seen. */
		name: z.string().min(1).max(80),
		/** What is drawn, as path data. */
		d: z.string().max(MAX_PATH_DATA).regex(PATH_DATA),
		/** Whether the paths are areas; otherwise they are lines. */
		solid: z.boolean().optional(),
		/** The disc under it. */
		fill,
		/** Its colour where it has no disc. */
		chalk,
	}),
	/** The object that it sticks to, and where its middle is there, in shares of that object's size. */
	on: z.object({ to: identifier, u: share, v: share }).optional(),
});

function draw(mark: ObjectOf<'mark'>, context: SceneContext): Primitive[] {
	const [, , w, h] = mark.box;
	const { fill: pigment, chalk: token, d, solid } = mark.style;
	const disc = pigment === 'none' ? undefined : pigmentColours(pigment);
	const ink = disc?.ink ?? chalkOn(token, context.surface);
	const ground: Primitive[] = disc
		? [
				{
					type: 'ellipse',
					cx: w / 2,
					cy: h / 2,
					rx: w / 2,
					ry: h / 2,
					fill: disc.ground,
					stroke: disc.band,
					width: w / 28,
				},
			]
		: [];
	if (context.coarse) return disc ? ground : [{ type: 'rect', x: 0, y: 0, w, h, r: 0, fill: ink + '60' }];
	const side = Math.min(w, h) * (disc ? 0.62 : 1);
	const paint = solid ? { fill: ink } : { stroke: ink, width: 2 };
	return [
		...ground,
		{ type: 'glyph', x: (w - side) / 2, y: (h - side) / 2, scale: side / GLYPH_SIDE, d, ...paint },
	];
}

export const mark: Kind<'mark'> = {
	name: 'mark',
	traits: { ...PIECE, writable: false },
	resizable: true,
	blocks: false,
	least: { w: 14, h: 14 },
	outline: () => 'ellipse',
	setText: () => undefined,
	draw: (object, context) => ({ box: boxOf(object.box), items: draw(object, context) }),
	swatch: fillSwatch('22'),
	nameOf: ({ style }) => style.name.replace(/^emoji-/, '').replace(/[-_]/g, ' '),
	hit: (object, p, reach) => inOutline('ellipse', boxOf(object.box), p, reach),
};
