import { createProject, listProjects } from '$core/contract/people';
import { m } from '$lib/messages';
import { Refused } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { makeProject, projectsOf } from '$lib/server/projects';

export const GET = handle(listProjects, async ({ person }) =>
	(await projectsOf(person.id)).map(({ id, title, role }) => ({ id, title, role })),
);

export const POST = handle(createProject, async ({ person, body }) => {
	if (person.guest) throw new Refused(m.error_account());
	return { id: await makeProject(person.id, body.title) };
});
