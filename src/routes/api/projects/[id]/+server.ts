import { json } from '@sveltejs/kit';
import { titleSchema } from '$core/boards/title';
import { GIVEN_ROLES } from '$core/access/roles';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { addMember, dissolveProject, renameProject } from '$lib/server/projects';
import { z } from 'zod';

const memberSchema = z.object({ email: z.email().max(200), role: z.enum(GIVEN_ROLES) });

export const PATCH = route(async (event, person) => {
	const { title } = await body(event, titleSchema);
	await renameProject(event.params['id']!, person.id, title);
	return json({ title });
});

/** Lets somebody in. */
export const POST = route(async (event, person) => {
	const { email, role } = await body(event, memberSchema);
	await addMember(event.params['id']!, person.id, email, role);
	return json({ done: true }, { status: 201 });
});

export const DELETE = route(async (event, person) => {
	const touched = await dissolveProject(event.params['id']!, person.id);
	await Promise.all(touched.map((board) => live().attendance.refreshRights(board)));
	return json({ done: true });
});
