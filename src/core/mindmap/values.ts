/** What an object says about the map that it is part of, as it stands in the live document. */
import { z } from 'zod';
import { CHALKS, OWN_COLOUR } from '../board/colours';
import { MAX_EARLIER_PARENTS } from './forest';
import { MAP_LAYOUTS } from './layout';

const id = z.string().min(1).max(64);
const distance = z.number().gte(-1e6).lte(1e6);

/** On what a branch hangs, and where among its siblings. */
export const branchSchema = z.object({
	parent: id,
	/** Its place among its siblings: a fractional key. */
	order: z.string().min(1).max(256),
	/** When it was hung there, ms. */
	movedAt: z.number(),
	/** On what it hung before, the latest first. */
	earlierParents: z.array(id).max(MAX_EARLIER_PARENTS).optional(),
	/** Its side of a root with branches on both. */
	side: z.enum(['left', 'right']).optional(),
	/** From the middle of its parent to its own, where it was put by hand. */
	offset: z.tuple([distance, distance]).optional(),
});
export type BranchValues = z.infer<typeof branchSchema>;

export const LINE_FORMS = ['curved', 'straight', 'angular'] as const;
export type LineForm = (typeof LINE_FORMS)[number];

/** How what hangs on it is shown; what is left out is as further up. */
export const mapStyleSchema = z.object({
	layout: z.enum(MAP_LAYOUTS).optional(),
	/** Whether what hangs on it is folded away. */
	folded: z.boolean().optional(),
	line: z.enum(LINE_FORMS).optional(),
	/** Colour of the lines to it and to what hangs on it. */
	chalk: z.union([z.enum(CHALKS), z.string().regex(OWN_COLOUR)]).optional(),
	/** Whether a frame runs round it and all that hangs on it. */
	framed: z.boolean().optional(),
	/** A note on the line to it. */
	lineNote: z.string().min(1).max(120).optional(),
});
export type MapStyle = z.infer<typeof mapStyleSchema>;
