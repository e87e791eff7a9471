/** Bare text on the board: titles, headings, paragraphs; its width is set, its height follows. */
import { layout, type LayoutOptions } from '../../text/layout';
import { chalkOn } from '../colours';
import type { SceneContext } from '../drawing';
import type { ObjectOf, TextRole } from '../objects';
import { boxOf, inOutline } from './outline';
import { textItems, type Kind, type Setting } from './kind';

export const TEXT_SIZES: Record<TextRole, number> = { title: 36, heading: 24, body: 16 };

const options = (object: ObjectOf<'text'>, context: SceneContext): LayoutOptions => ({
	room: { w: object.box[2], h: object.box[3] },
	family: 'sans',
	bold: object.style.role !== 'body',
	align: 'left',
	stand: 'top',
	measure: context.measure,
});

function setText(object: ObjectOf<'text'>, context: SceneContext): Setting {
	return {
		room: { x: 0, y: 0, w: object.box[2], h: object.box[3] },
		laid: layout(object.text, TEXT_SIZES[object.style.role], options(object, context)),
		ink: chalkOn(object.style.chalk, context.surface),
		family: 'sans',
		bold: object.style.role !== 'body',
		align: 'left',
		stand: 'top',
	};
}

export const text: Kind<'text'> = {
	name: 'text',
	resizable: true,
	least: { w: 40, h: 20 },
	outline: () => 'box',
	setText,
	draw(object, context) {
		const box = boxOf(object.box);
		if (!context.coarse) return { box, items: textItems(setText(object, context)) };
		const fill = chalkOn(object.style.chalk, context.surface) + '60';
		return { box, items: [{ type: 'rect', x: 0, y: 0, w: box.w, h: box.h, r: 0, fill }] };
	},
	hit: (object, p, reach) => inOutline('box', boxOf(object.box), p, reach),
	grownHeight: (object, context) => Math.max(20, Math.ceil(setText(object, context).laid.height)),
};
