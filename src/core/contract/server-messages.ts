/** What the server says beside the documents: somebody's rights changed, everyone is called to a place, the board is full. */
import { callSchema } from '../meeting/calls';
import { sharedRoundSchema } from './sorting-round';
import { policySchema } from '../access/rights';
import { ROLES } from '../access/roles';
import { z } from 'zod';

const messageSchema = z.discriminatedUnion('is', [
	/** `person` is the id under which one goes from now on. */
	z.object({ is: z.literal('rights'), role: z.enum(ROLES), policy: policySchema, person: z.string() }),
	callSchema.extend({ is: z.literal('call') }),
	z.object({ is: z.literal('full') }),
	/** Somebody has written silently, or taken something back: how many there are can be asked. */
	z.object({ is: z.literal('silence') }),
	/** Notes of somebody who was offline came onto the board after they were revealed. */
	z.object({ is: z.literal('late notes'), count: z.number(), name: z.string().optional() }),
	/** Objects of one's own stood on a sheet that was deleted: they are on another one now. */
	z.object({ is: z.literal('found'), count: z.number(), sheet: z.string() }),
	/** Somebody has brought the board back to an earlier moment. */
	z.object({
		is: z.literal('restored'),
		by: z.object({ id: z.string(), name: z.string() }),
		/** Server time, ms. */
		to: z.number(),
	}),
	/** People have said more about where notes belong. */
	z.object({ is: z.literal('sorting round'), round: sharedRoundSchema }),
	/** Something about a vote has changed. */
	z.object({ is: z.literal('vote'), id: z.string() }),
]);
export type ServerMessage = z.infer<typeof messageSchema>;
export type RightsMessage = Extract<ServerMessage, { is: 'rights' }>;

/** How a message travels. */
export const asText = (message: ServerMessage): string => JSON.stringify(message);

/** Reads a message; undefined when it is none that is known here. */
export function readMessage(payload: string): ServerMessage | undefined {
	const heard = messageSchema.safeParse(JSON.parse(payload));
	return heard.success ? heard.data : undefined;
}
