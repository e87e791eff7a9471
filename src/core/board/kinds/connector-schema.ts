/** Connectors as they stand in the live document. */
import { z } from 'zod';
import { chalk, common, coordinate, dash, identifier, thickness } from './common';

export const ROUTES = ['straight', 'curved', 'right-angled'] as const;
/** What stands at an end of a line. */
export const TIPS = ['none', 'arrow', 'open', 'dot', 'rhomb', 'bar'] as const;
export type Tip = (typeof TIPS)[number];

const point = z.tuple([coordinate, coordinate]);
const endSchema = z.union([z.object({ object: identifier }), z.object({ point })]);
/** One end of a connector: tied to an object, or loose at a point. */
export type ConnectorEnd = z.infer<typeof endSchema>;

export const connectorSchema = z.object({
	...common,
	kind: z.literal('connector'),
	style: z.object({
		route: z.enum(ROUTES),
		start: z.enum(TIPS),
		end: z.enum(TIPS),
		chalk,
		width: thickness.optional(),
		dash: dash.optional(),
	}),
	ends: z.tuple([endSchema, endSchema]),
	/** Corners set by hand, in board coordinates; none where the route is computed. */
	bends: z.array(point).max(64).optional(),
});
