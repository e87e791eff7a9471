/** What an object says about itself as a step of a flow, as it stands in the live document. */
import { z } from 'zod';
import { FINDING_TYPES } from './check';

/** A year of minutes: more than that is a slip. */
const minutes = z.number().gte(0).lte(525_600);

export const estimateSchema = z
	.object({ least: minutes, likely: minutes, most: minutes })
	.refine(({ least, likely, most }) => least <= likely && likely <= most);

export const workSchema = z.object({
	minutes: estimateSchema.optional(),
	/** Of one pass, in whatever currency. */
	cost: z.number().gte(0).lte(1e9).optional(),
	who: z.string().min(1).max(80).optional(),
});
/** What a step takes, and who does it. */
export type Work = z.infer<typeof workSchema>;

/** Findings that are set aside, by their type, each with the reason. */
export const waiversSchema = z.partialRecord(z.enum(FINDING_TYPES), z.string().min(1).max(300));
export type Waivers = z.infer<typeof waiversSchema>;
