/** What all kinds of holder share as kinds of object. */
import { z } from 'zod';
import { drawHolder } from '../holders/draw';
import { takesCards, type HolderKind } from '../holders/forms';
import { laidOf, TITLE } from '../holders/layout';
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

export function holderKind<K extends HolderKind>(
	name: K,
	least: { w: number; h: number },
	blocks: boolean,
): Kind<K> {
	const kind: Kind<HolderKind> = {
		name,
		traits: {
			...PIECE,
			contents: 'cells',
			height: 'grows',
			// What things are put into is a ground for them.
			layer: takesCards({ kind: name }) ? 'ground' : 'piece',
		},
		resizable: true,
		blocks,
		least,
		outline: () => 'box',
		setText: (object, context, part) => setHolderText(object as Holder, context, part),
		draw: (object, context) => drawHolder(object as Holder, context),
		swatch: fillSwatch('22'),
		hit: (object, p, reach) => inOutline('box', boxOf(object.box), p, reach / 2),
		grownHeight: (object) => laidOf(object)?.h ?? TITLE,
	};
	return kind as unknown as Kind<K>;
}
