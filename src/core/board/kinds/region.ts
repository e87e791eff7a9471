/** Named regions: fields that hold what lies in them, and themes that hold the notes sorted into them. */
import { z } from 'zod';
import { distanceToSegment, type Point } from '../../geometry/box';
import { layout } from '../../text/layout';
import { isEmpty } from '../../text/rich';
import { chalkOn, SURFACE_COLOURS } from '../colours';
import type { Primitive, SceneContext } from '../drawing';
import type { ObjectOf } from '../objects';
import { chalk, common } from './common';
import { REGION_TITLE } from './region-title';
import { boxOf, inOutline } from './outline';
import { chalkSwatch, PIECE, textItems, type Kind, type Setting } from './kind';

const style = z.object({ chalk });
export const fieldSchema = z.object({
	...common,
	kind: z.literal('field'),
	style,
	/** Place in the sequence of fields, as a fractional index; fields without one follow in reading order. */
	order: z.string().min(1).max(256).optional(),
});
export const themeSchema = z.object({ ...common, kind: z.literal('theme'), style });

type Region = ObjectOf<'field'> | ObjectOf<'theme'>;

/** Type size of titles, board units. */
export const TITLE_SIZE = { field: 19, theme: 16 } as const;

function setTitle(region: Region, context: SceneContext): Setting {
	const room = { x: 16, y: 11, w: Math.max(16, region.box[2] - 32), h: REGION_TITLE[region.kind] - 12 };
	return {
		room,
		laid: layout(region.text, TITLE_SIZE[region.kind], {
			room: { w: room.w, h: room.h },
			family: 'sans',
			bold: true,
			align: 'left',
			stand: 'top',
			measure: context.measure,
		}),
		ink: chalkOn(region.style.chalk, context.surface),
		family: 'sans',
		bold: true,
		align: 'left',
		stand: 'top',
		on: context.surface,
	};
}

function draw(region: Region, context: SceneContext): Primitive[] {
	const [, , w, h] = region.box;
	const stroke = chalkOn(region.style.chalk, context.surface);
	const items: Primitive[] =
		region.kind === 'field'
			? [
					{
						type: 'rect',
						x: 0,
						y: 0,
						w,
						h,
						r: 8,
						fill: SURFACE_COLOURS[context.surface].field,
						stroke: stroke + '80',
						width: 1.5,
					},
				]
			: [
					{ type: 'rect', x: 0, y: 0, w, h, r: 6, fill: stroke + '14' },
					{ type: 'rect', x: 0, y: 0, w: 4, h, r: 2, fill: stroke },
				];
	if (!context.coarse && !isEmpty(region.text)) items.push(...textItems(setTitle(region, context)));
	return items;
}

/** A region is taken by its title strip or its edge; inside, the hand reaches what lies in it. */
function hit(region: Region, p: Point, reach: number): boolean {
	const [x, y, w, h] = region.box;
	if (!inOutline('box', boxOf(region.box), p, reach)) return false;
	if (p.y <= y + REGION_TITLE[region.kind]) return true;
	const corners = [
		{ x, y },
		{ x: x + w, y },
		{ x: x + w, y: y + h },
		{ x, y: y + h },
	];
	return corners.some((a, i) => distanceToSegment(p, a, corners[(i + 1) % 4]!) <= reach);
}

const shared = {
	resizable: true,
	blocks: false,
	least: { w: 120, h: 90 },
	outline: () => 'box' as const,
	setText: setTitle,
	draw: (object: Region, context: SceneContext) => ({ box: boxOf(object.box), items: draw(object, context) }),
	swatch: chalkSwatch('22'),
	hit,
};

const AREA = { ...PIECE, turns: false };

export const field: Kind<'field'> = {
	name: 'field',
	traits: { ...AREA, layer: 'field', contents: 'inside' },
	...shared,
};
export const theme: Kind<'theme'> = {
	name: 'theme',
	traits: { ...AREA, layer: 'ground', contents: 'notes' },
	...shared,
};
