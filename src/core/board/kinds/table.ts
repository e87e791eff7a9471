/** Tables: rows and columns of text. */
import { z } from 'zod';
import { common } from './common';
import { holderKind, holderStyle } from './holder';

export const tableSchema = z.object({
	...common,
	kind: z.literal('table'),
	style: holderStyle.extend({
		/** Whether the first row is set as headings; yes where left out. */
		headed: z.boolean().optional(),
	}),
});

export const table = holderKind('table', { w: 120, h: 70 }, true);
