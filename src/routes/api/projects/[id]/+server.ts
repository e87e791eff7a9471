import { DONE } from '$core/contract/endpoint';
import { addMember, dissolveProject, renameProject } from '$core/contract/people';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import * as projects from '$lib/server/projects';

export const PATCH = handle(renameProject, async ({ person, params, body: { title } }) => {
	await projects.renameProject(params.id, person.id, title);
	return { title };
});

export const POST = handle(addMember, async ({ person, params, body: { email, role } }) => {
	await projects.addMember(params.id, person.id, email, role);
	return DONE;
});

export const DELETE = handle(dissolveProject, async ({ person, params }) => {
	const touched = await projects.dissolveProject(params.id, person.id);
	await Promise.all(touched.map((board) => live().attendance.refreshRights(board)));
	return DONE;
});
