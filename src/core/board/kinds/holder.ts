/** What all kinds of holder share as kinds of object. */
import { z } from 'zod';
import { drawHolder } from '../holders/draw';
import { isOpen, takesCards, type HolderKind } from '../holders/forms';
import { laidOf, localPoint, TITLE } from '../holders/layout';
import type { Point } from '../../geometry/box';
import { setHolderText, type Holder } from '../holders/setting';
import { chalk, family, fill } from './common';
import { fillSwatch, PIECE, type Kind } from './kind';
import { boxOf, inOutline } from './outline';

/** Look of a holder: colour of its lines and title, its ground, its letters. */
export const holderStyle = z.object({
	chalk,
	fill: fill.optional(),
	family: family.optional(),
	/** Type size of headings and cells, board units. */
	size: z.number().gte(6).lte(200).optional(),
});

/** How wide the edge of lanes is under the hand at least, board units. */
const EDGE = 6;

/** Whether a point lies where things are put, away from heads and edges: the hand reaches those. */
function isBetween(holder: Holder, p: Point, reach: number): boolean {
	const laid = laidOf(holder);
	if (!laid) return false;
	const { x, y } = localPoint(holder.box, p);
	const edge = Math.max(reach, EDGE);
	const left = (laid.headCol?.size ?? 0) + edge;
	const top = TITLE + (laid.headRow?.size ?? 0) + edge;
	return x > left && x < laid.w - edge && y > top && y < laid.h - edge;
}

export function holderKind<K extends HolderKind>(
	name: K,
	least: { w: number; h: number },
	blocks: boolean,
): Kind<K> {
	const open = isOpen({ kind: name });
	const kind: Kind<HolderKind> = {
		name,
		traits: {
			...PIECE,
			contents: open ? 'inside' : 'cells',
			height: 'grows',
			turns: !open,
			// What things are put into is a ground for them.
			layer: open || takesCards({ kind: name }) ? 'ground' : 'piece',
		},
		resizable: true,
		blocks,
		least,
		outline: () => 'box',
		setText: (object, context, part) => setHolderText(object as Holder, context, part),
		draw: (object, context) => drawHolder(object as Holder, context),
		swatch: fillSwatch('22'),
		hit: (object, p, reach) =>
			inOutline('box', boxOf(object.box), p, reach / 2) && !(open && isBetween(object as Holder, p, reach)),
		grownHeight: (object) => laidOf(object)?.h ?? TITLE,
	};
	return kind as unknown as Kind<K>;
}
