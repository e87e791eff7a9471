import { redirect } from '@sveltejs/kit';
import { listSettingsSchema, type ListSettings } from '$core/boards/list';
import { projectsOf } from '$lib/server/projects';
import { boardsOf } from '$lib/server/board-list';
import type { PageServerLoad } from './$types';

/** How the person wants the list, as their browser keeps it. */
function settingsFrom(cookie: string | undefined): ListSettings {
	const [order, as] = (cookie ?? '').split('.');
	return listSettingsSchema.parse({ order, as });
}

export const load: PageServerLoad = async ({ locals, cookies }) => {
	if (!locals.person) redirect(303, '/sign-in');
	return {
		person: locals.person,
		boards: await boardsOf(locals.person.id),
		projects: await projectsOf(locals.person.id),
		settings: settingsFrom(cookies.get('boards')),
		now: Date.now(),
		light: cookies.get('frame') === 'light',
	};
};
