/** Groups: objects that are taken as one. A group has no look of its own; its box is that of its members. */
import { z } from 'zod';
import { common } from './common';
import type { Kind } from './kind';
import { boxOf } from './outline';

export const groupSchema = z.object({ ...common, kind: z.literal('group'), style: z.object({}) });

export const group: Kind<'group'> = {
	name: 'group',
	resizable: false,
	blocks: false,
	least: { w: 0, h: 0 },
	outline: () => 'box',
	setText: () => undefined,
	draw: (object) => ({ box: boxOf(object.box), items: [] }),
	hit: () => false,
};
