/** Action items: what is to be done, by whom, until when, and who signed it off. */
import { z } from 'zod';
import { common } from './common';
import { holderKind, holderStyle } from './holder';

export const actionsSchema = z.object({
	...common,
	kind: z.literal('actions'),
	style: holderStyle,
});

export const actions = holderKind('actions', { w: 420, h: 100 }, true);
