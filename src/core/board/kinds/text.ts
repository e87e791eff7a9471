/** Bare text on the board: titles, headings, paragraphs; its width is set, its height follows. */
import { z } from 'zod';
import { layout, type LayoutOptions } from '../../text/layout';
import { chalkOn, pigmentColours } from '../colours';
import type { Primitive, SceneContext } from '../drawing';
import type { ObjectOf } from '../objects';
import { ALIGNMENTS, chalk, common, family, fill } from './common';
import { boxOf, inOutline } from './outline';
import { PIECE, chalkSwatch, textItems, type Kind, type Setting } from './kind';

export const TEXT_ROLES = ['title', 'heading', 'body'] as const;
export type TextRole = (typeof TEXT_ROLES)[number];
export const TEXT_SIZES: Record<TextRole, number> = { title: 36, heading: 24, body: 16 };

export const textSchema = z.object({
	...common,
	kind: z.literal('text'),
	style: z.object({
		role: z.enum(TEXT_ROLES),
		chalk,
		/** Background behind the text. */
		ground: fill.optional(),
		family: family.optional(),
		align: z.enum(ALIGNMENTS).optional(),
		/** Type size set by hand, board units; that of its role where left out. */
		size: z.number().gte(6).lte(400).optional(),
		/** Whether the box is as wide as the longest line: nothing is wrapped. */
		free: z.boolean().optional(),
	}),
});

/** Air between the text and the edge of its background. */
const PAD = { x: 10, y: 6 };

const hasGround = ({ style }: ObjectOf<'text'>): boolean =>
	style.ground !== undefined && style.ground !== 'none';

function room(object: ObjectOf<'text'>): { x: number; y: number; w: number; h: number } {
	const [, , w, h] = object.box;
	if (!hasGround(object)) return { x: 0, y: 0, w, h };
	return { x: PAD.x, y: PAD.y, w: Math.max(8, w - 2 * PAD.x), h: Math.max(8, h - 2 * PAD.y) };
}

const options = (object: ObjectOf<'text'>, context: SceneContext): LayoutOptions => {
	const { w, h } = room(object);
	return {
		room: { w: object.style.free ? Infinity : w, h },
		family: object.style.family ?? 'sans',
		bold: object.style.role !== 'body',
		align: object.style.free ? 'left' : (object.style.align ?? 'left'),
		stand: 'top',
		measure: context.measure,
	};
};

function setText(object: ObjectOf<'text'>, context: SceneContext): Setting {
	const { role, size, ground, chalk: token, family: face, align } = object.style;
	const colours = hasGround(object) ? pigmentColours(ground!) : undefined;
	return {
		room: room(object),
		laid: layout(object.text, size ?? TEXT_SIZES[role], options(object, context)),
		ink: colours?.ink ?? chalkOn(token, context.surface),
		family: face ?? 'sans',
		bold: role !== 'body',
		align: align ?? 'left',
		stand: 'top',
		on: colours ? (colours.ink === '#1D2421' ? 'linen' : 'slate') : context.surface,
	};
}

export const text: Kind<'text'> = {
	name: 'text',
	traits: { ...PIECE, textOnly: true, height: 'follows', isCard: true },
	resizable: true,
	blocks: true,
	least: { w: 40, h: 20 },
	outline: () => 'box',
	setText,
	draw(object, context) {
		const box = boxOf(object.box);
		const behind: Primitive[] = hasGround(object)
			? [
					{
						type: 'rect',
						x: 0,
						y: 0,
						w: box.w,
						h: box.h,
						r: 4,
						fill: pigmentColours(object.style.ground!).ground,
					},
				]
			: [];
		if (!context.coarse) return { box, items: [...behind, ...textItems(setText(object, context))] };
		if (behind.length > 0) return { box, items: behind };
		const bars = chalkOn(object.style.chalk, context.surface) + '60';
		return { box, items: [{ type: 'rect', x: 0, y: 0, w: box.w, h: box.h, r: 0, fill: bars }] };
	},
	swatch: chalkSwatch('50'),
	hit: (object, p, reach) => inOutline('box', boxOf(object.box), p, reach),
	grownHeight(object, context) {
		const pad = hasGround(object) ? 2 * PAD.y : 0;
		return Math.max(20, Math.ceil(setText(object, context).laid.height + pad));
	},
	grownWidth(object, context) {
		if (!object.style.free) return object.box[2];
		const widest = Math.max(...setText(object, context).laid.lines.map((line) => line.width), 30);
		return Math.ceil(widest + (hasGround(object) ? 2 * PAD.x : 0) + 1);
	},
};
