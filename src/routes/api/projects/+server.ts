import { json } from '@sveltejs/kit';
import { Refused } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { makeProject, projectsOf } from '$lib/server/projects';
import { m } from '$lib/messages';
import { titleSchema } from '$core/boards/title';

/** The projects that one belongs to. */
export const GET = route(async (_, person) =>
	json((await projectsOf(person.id)).map(({ id, title, role }) => ({ id, title, role }))),
);

/** Makes a project. */
export const POST = route(async (event, person) => {
	const { title } = await body(event, titleSchema);
	if (person.guest) throw new Refused(m.error_account());
	return json({ id: await makeProject(person.id, title) }, { status: 201 });
});
