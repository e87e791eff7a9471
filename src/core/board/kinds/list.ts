/** Lists: one line under the other, each with its own nods. */
import { z } from 'zod';
import { common } from './common';
import { holderKind, holderStyle } from './holder';

export const listSchema = z.object({
	...common,
	kind: z.literal('list'),
	style: holderStyle,
});

export const list = holderKind('list', { w: 160, h: 70 }, true);
