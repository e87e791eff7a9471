import { json } from '@sveltejs/kit';
import { Refused } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { makeProject } from '$lib/server/projects';
import { m } from '$lib/paraglide/messages';
import { titleSchema } from '$core/boards/title';

/** Makes a project. */
export const POST = route(async (event, person) => {
	const { title } = await body(event, titleSchema);
	if (person.guest) throw new Refused(m.error_account());
	return json({ id: await makeProject(person.id, title) }, { status: 201 });
});
