/** Rich text as it comes from outside, from a clipboard: checked before it is believed. */
import { z } from 'zod';
import { isSafeLink, LISTS } from './rich';

const runSchema = z.object({
	text: z.string(),
	bold: z.boolean().optional(),
	italic: z.boolean().optional(),
	underline: z.boolean().optional(),
	strike: z.boolean().optional(),
	link: z.string().refine(isSafeLink).optional(),
	chalk: z.string().optional(),
});
const paragraphSchema = z.object({
	runs: z.array(runSchema),
	list: z.enum(LISTS).optional(),
	level: z.number().int().min(0).max(4).optional(),
	checked: z.boolean().optional(),
});
export const richSchema = z.array(paragraphSchema);
