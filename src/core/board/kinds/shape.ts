/** Shapes with text in their true inner room. */
import type { Box } from '../../geometry/box';
import { fit } from '../../text/layout';
import { isEmpty } from '../../text/rich';
import { chalkOn, PIGMENT_COLOURS } from '../colours';
import type { Paint, Primitive, SceneContext } from '../drawing';
import type { ObjectOf, ShapeForm } from '../objects';
import { boxOf, inOutline } from './outline';
import { textItems, type Kind, type Outline, type Setting } from './kind';

const OUTLINES: Record<ShapeForm, Outline> = {
	rectangle: 'box',
	rounded: 'box',
	ellipse: 'ellipse',
	diamond: 'diamond',
};
/** Share of width and height that the largest inner box has; the rest is the shape's own slope. */
const INNER: Record<ShapeForm, number> = { rectangle: 1, rounded: 1, ellipse: Math.SQRT1_2, diamond: 0.5 };

function room(object: ObjectOf<'shape'>): Box {
	const [, , w, h] = object.box;
	const share = INNER[object.style.shape];
	const padding = share === 1 ? 10 : 4;
	const inner = { w: Math.max(8, w * share - 2 * padding), h: Math.max(8, h * share - 2 * padding) };
	// Text in a diamond may run a little past the inner box: lines in the middle have more room.
	if (object.style.shape === 'diamond') {
		inner.w = w * 0.62;
		inner.h = h * 0.4;
	}
	return { x: (w - inner.w) / 2, y: (h - inner.h) / 2, ...inner };
}

function setText(object: ObjectOf<'shape'>, context: SceneContext): Setting {
	const at = room(object);
	const { fill, chalk } = object.style;
	return {
		room: at,
		laid: fit(object.text, 9, 16, {
			room: { w: at.w, h: at.h },
			family: 'sans',
			align: 'centre',
			stand: 'middle',
			measure: context.measure,
		}),
		ink: fill === 'none' ? chalkOn(chalk, context.surface) : PIGMENT_COLOURS[fill].ink,
		family: 'sans',
		bold: false,
		align: 'centre',
		stand: 'middle',
	};
}

function ground(object: ObjectOf<'shape'>, paint: Paint): Primitive {
	const [, , w, h] = object.box;
	switch (object.style.shape) {
		case 'rectangle':
			return { type: 'rect', x: 0, y: 0, w, h, r: 0, ...paint };
		case 'rounded':
			return { type: 'rect', x: 0, y: 0, w, h, r: Math.min(24, w / 2, h / 2), ...paint };
		case 'ellipse':
			return { type: 'ellipse', cx: w / 2, cy: h / 2, rx: w / 2, ry: h / 2, ...paint };
		case 'diamond':
			return {
				type: 'path',
				points: [
					[w / 2, 0],
					[w, h / 2],
					[w / 2, h],
					[0, h / 2],
				],
				closed: true,
				...paint,
			};
	}
}

export const shape: Kind<'shape'> = {
	name: 'shape',
	resizable: true,
	least: { w: 24, h: 24 },
	outline: (object) => OUTLINES[object.style.shape],
	setText,
	draw(object, context) {
		const { fill, chalk } = object.style;
		const paint: Paint = { stroke: chalkOn(chalk, context.surface), width: 2 };
		if (fill !== 'none') paint.fill = PIGMENT_COLOURS[fill].ground;
		const items = [ground(object, paint)];
		if (!context.coarse && !isEmpty(object.text)) items.push(...textItems(setText(object, context)));
		return { box: boxOf(object.box), items };
	},
	hit: (object, p, reach) => inOutline(OUTLINES[object.style.shape], boxOf(object.box), p, reach / 2),
};
