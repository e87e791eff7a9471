import { DONE } from '$core/contract/endpoint';
import { changeMember, removeMember } from '$core/contract/people';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { changePart, takeOut } from '$lib/server/projects';

/** Tells everybody who has one of the boards open what they may do now. */
const tell = (boards: readonly string[]): Promise<unknown> =>
	Promise.all(boards.map((board) => live().attendance.refreshRights(board)));

export const PATCH = handle(changeMember, async ({ person, params, body }) => {
	await tell(await changePart(params.id, person.id, params.person, body.role));
	return DONE;
});

export const DELETE = handle(removeMember, async ({ person, params }) => {
	await tell(await takeOut(params.id, person.id, params.person));
	return DONE;
});
