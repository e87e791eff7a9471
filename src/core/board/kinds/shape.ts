/** Shapes with text in their true inner room. Their forms stand in `../shapes`. */
import { z } from 'zod';
import { fit, heightAt, type LayoutOptions } from '../../text/layout';
import { isEmpty } from '../../text/rich';
import { chalkOn, pigmentColours, seeThrough } from '../colours';
import type { Paint, Primitive, SceneContext } from '../drawing';
import type { ObjectOf } from '../objects';
import { SHAPE_FORMS, SHAPES } from '../shapes';
import { ALIGNMENTS, chalk, common, dash, family, fill, thickness } from './common';
import { boxOf, inOutline } from './outline';
import { PIECE, fillSwatch, dashOf, textItems, type Kind, type Setting } from './kind';

export const shapeSchema = z.object({
	...common,
	kind: z.literal('shape'),
	style: z.object({
		shape: z.enum(SHAPES),
		fill,
		chalk,
		width: thickness.optional(),
		dash: dash.optional(),
		/** Whether it is drawn without its outline. */
		bare: z.boolean().optional(),
		/** How much of fill and outline is seen, 0 to 1. */
		alpha: z.number().gte(0.1).lte(1).optional(),
		family: family.optional(),
		align: z.enum(ALIGNMENTS).optional(),
		size: z.number().gte(6).lte(200).optional(),
	}),
});

/** Type sizes between which the text of a shape is fitted, and thickness of its outline, board units. */
const TEXT = { least: 9, most: 16 };
export const OUTLINE_WIDTH = 2;

const formOf = (object: ObjectOf<'shape'>): (typeof SHAPE_FORMS)[keyof typeof SHAPE_FORMS] =>
	SHAPE_FORMS[object.style.shape];

/** A shape that is nearly clear has its text read against the surface. */
const isClear = ({ style }: ObjectOf<'shape'>): boolean => style.fill === 'none' || (style.alpha ?? 1) < 0.5;

function options(object: ObjectOf<'shape'>, context: SceneContext): LayoutOptions {
	const [, , width, height] = object.box;
	const { w, h } = formOf(object).room(width, height);
	return {
		room: { w, h },
		family: object.style.family ?? 'sans',
		align: object.style.align ?? 'centre',
		stand: 'middle',
		measure: context.measure,
	};
}

function setText(object: ObjectOf<'shape'>, context: SceneContext): Setting {
	const [, , w, h] = object.box;
	const room = formOf(object).room(w, h);
	const { style } = object;
	const most = style.size ?? TEXT.most;
	const ink = isClear(object) ? chalkOn(style.chalk, context.surface) : pigmentColours(style.fill).ink;
	return {
		room,
		laid: fit(object.text, style.size ?? TEXT.least, most, options(object, context)),
		ink,
		family: style.family ?? 'sans',
		bold: false,
		align: style.align ?? 'centre',
		stand: 'middle',
		on: isClear(object) ? context.surface : ink === '#1D2421' ? 'linen' : 'slate',
	};
}

function ground(object: ObjectOf<'shape'>, context: SceneContext): Primitive[] {
	const [, , w, h] = object.box;
	const { fill: pigment, chalk: token, width = OUTLINE_WIDTH, dash: pattern, alpha = 1 } = object.style;
	const line: Paint = object.style.bare
		? {}
		: { stroke: seeThrough(chalkOn(token, context.surface), alpha), width };
	const dashes = dashOf(pattern, width);
	if (dashes && !object.style.bare) line.dash = dashes;
	const filled: Paint =
		pigment === 'none' ? line : { ...line, fill: seeThrough(pigmentColours(pigment).ground, alpha) };
	return formOf(object)
		.parts(w, h)
		.map((part, i): Primitive => ({ ...part, ...(i === 0 ? filled : line) }));
}

export const shape: Kind<'shape'> = {
	name: 'shape',
	traits: { ...PIECE, textOnly: true, height: 'grows', isCard: true, votable: 'inside' },
	resizable: true,
	blocks: true,
	least: { w: 16, h: 16 },
	outline: (object) => formOf(object).outline,
	setText,
	draw(object, context) {
		const items = ground(object, context);
		if (!context.coarse && !isEmpty(object.text)) items.push(...textItems(setText(object, context)));
		return { box: boxOf(object.box), items };
	},
	swatch: fillSwatch('60'),
	hit: (object, p, reach) => inOutline(formOf(object).outline, boxOf(object.box), p, reach / 2),
	grownHeight(object, context) {
		const [, , w, h] = object.box;
		if (isEmpty(object.text) || setText(object, context).laid.fits) return h;
		const needed = heightAt(object.text, object.style.size ?? TEXT.least, options(object, context));
		// How much of the height is room for text depends on the form, and on the height itself: it
		// is come near to from below.
		let height = h;
		for (let i = 0; i < 12; i++) {
			const missing = needed - formOf(object).room(w, height).h;
			if (missing <= 0.5) break;
			height += Math.max(1, missing);
		}
		return Math.ceil(height);
	},
};
