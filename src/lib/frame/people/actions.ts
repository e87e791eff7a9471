/** What the people panel asks of the server. */
import type { BoardPolicy } from '$core/access/rights';
import { type GivenRole, ROLES } from '$core/access/roles';
import { z } from 'zod';
import { ask, send } from '../../ui/api';

const peopleSchema = z.object({
	members: z.array(
		z.object({
			id: z.string(),
			name: z.string(),
			role: z.enum(ROLES),
			guest: z.boolean(),
			/** The name behind a voice, where one is told it. */
			behind: z.string().optional(),
		}),
	),
	banned: z.array(z.object({ id: z.string(), name: z.string(), at: z.string() })),
});
export type People = z.infer<typeof peopleSchema>;
export type Member = People['members'][number];

const at = (boardId: string): string => `/api/boards/${encodeURIComponent(boardId)}`;
const order = (boardId: string, person: string, what: object) =>
	send('POST', `${at(boardId)}/people/${encodeURIComponent(person)}`, what);

export const people = (boardId: string) => ask(peopleSchema, 'GET', `${at(boardId)}/people`);
export const setPolicy = (boardId: string, policy: Partial<BoardPolicy>) =>
	send('PATCH', `${at(boardId)}/policy`, policy);
export const changeRole = (boardId: string, person: string, role: GivenRole) =>
	order(boardId, person, { do: 'change', role });
export const sendOut = (boardId: string, person: string, ban: boolean) =>
	order(boardId, person, { do: 'send out', ban });
export const liftBan = (boardId: string, person: string) => order(boardId, person, { do: 'lift ban' });
export const handOver = (boardId: string, person: string) => order(boardId, person, { do: 'hand over' });
export const leave = (boardId: string, person: string) => order(boardId, person, { do: 'leave' });
