/** Columns: things in order under headings, such as tasks by how far they are. */
import { z } from 'zod';
import { common } from './common';
import { holderKind, holderStyle } from './holder';

export const columnsSchema = z.object({
	...common,
	kind: z.literal('columns'),
	style: holderStyle,
});

export const columns = holderKind('columns', { w: 180, h: 160 }, false);
