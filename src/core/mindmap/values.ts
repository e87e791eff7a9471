/** What an object says about the map that it is part of, as it stands in the live document. */
import { z } from 'zod';
import { CHALKS, OWN_COLOUR } from '../board/colours';
import { MOST_EARLIER } from './forest';
import { MAP_LAYOUTS } from './layout';

const id = z.string().min(1).max(64);
const offset = z.number().gte(-1e6).lte(1e6);

/** On what it hangs, and where among the branches there. */
export const branchSchema = z.object({
	of: id,
	/** Its place in their order: a fractional key. */
	at: z.string().min(1).max(256),
	/** When it was hung there, ms. */
	moved: z.number(),
	/** On what it hung before, the latest first. */
	was: z.array(id).max(MOST_EARLIER).optional(),
	/** Its side of a root that spreads to both. */
	side: z.enum(['left', 'right']).optional(),
	/** From the middle of its parent to its own, where it was put by hand. */
	free: z.tuple([offset, offset]).optional(),
});
export type BranchValues = z.infer<typeof branchSchema>;

export const LINE_FORMS = ['curved', 'straight', 'angular'] as const;
export type LineForm = (typeof LINE_FORMS)[number];

/** How what hangs on it is shown; what is left out is as further up. */
export const spreadSchema = z.object({
	layout: z.enum(MAP_LAYOUTS).optional(),
	/** Whether what hangs on it is folded away. */
	folded: z.boolean().optional(),
	line: z.enum(LINE_FORMS).optional(),
	/** Colour of the lines to it and to what hangs on it. */
	chalk: z.union([z.enum(CHALKS), z.string().regex(OWN_COLOUR)]).optional(),
});
export type SpreadValues = z.infer<typeof spreadSchema>;
