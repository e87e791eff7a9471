import { json } from '@sveltejs/kit';
import { GIVEN_ROLES } from '$core/access/roles';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { changePart, takeOut } from '$lib/server/projects';
import { z } from 'zod';

const partSchema = z.object({ role: z.enum(GIVEN_ROLES) });

/** Tells everybody who has one of the boards open what they may do now. */
const tell = (boards: readonly string[]): Promise<unknown> =>
	Promise.all(boards.map((board) => live().attendance.refreshRights(board)));

/** Gives a member another part. */
export const PATCH = route(async (event, person) => {
	const { role } = await body(event, partSchema);
	const { id, person: whom } = event.params as { id: string; person: string };
	await tell(await changePart(id, person.id, whom, role));
	return json({ done: true });
});

/** Takes a member out; oneself as well. */
export const DELETE = route(async (event, person) => {
	const { id, person: whom } = event.params as { id: string; person: string };
	await tell(await takeOut(id, person.id, whom));
	return json({ done: true });
});
