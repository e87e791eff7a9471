/** Groups: objects that are taken as one. A group has no look of its own; its box is that of its members. */
import { z } from 'zod';
import { common } from './common';
import { PIECE, type Kind } from './kind';
import { boxOf } from './outline';

export const groupSchema = z.object({ ...common, kind: z.literal('group'), style: z.object({}) });

export const group: Kind<'group'> = {
	name: 'group',
	traits: { ...PIECE, place: 'members', contents: 'members', writable: false, votable: 'never' },
	resizable: false,
	blocks: false,
	least: { w: 0, h: 0 },
	outline: () => 'box',
	setText: () => undefined,
	draw: (object) => ({ box: boxOf(object.box), items: [] }),
	swatch: () => undefined,
	hit: () => false,
};
