/** Grids: rows and columns with headings, and things in their cells. */
import { z } from 'zod';
import { common } from './common';
import { holderKind, holderStyle } from './holder';

export const gridSchema = z.object({
	...common,
	kind: z.literal('grid'),
	style: holderStyle,
});

export const grid = holderKind('grid', { w: 240, h: 180 }, false);
