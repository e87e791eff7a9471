import { redirect } from '@sveltejs/kit';
import { listSettingsSchema, pickBoards, type ListSettings } from '$core/boards/list';
import { projectsOf } from '$lib/server/projects';
import { picturesFor } from '$lib/server/board-pictures';
import { boardsOf } from '$lib/server/board-list';
import type { PageServerLoad } from './$types';

/** How the person wants the list, as their browser keeps it. */
function settingsFrom(cookie: string | undefined): ListSettings {
	const [order, as] = (cookie ?? '').split('.');
	return listSettingsSchema.parse({ order, as });
}

export const load: PageServerLoad = async ({ locals, cookies }) => {
	if (!locals.person) redirect(303, '/welcome');
	const settings = settingsFrom(cookies.get('boards'));
	const boards = await boardsOf(locals.person.id);
	const first = pickBoards(boards, { part: 'all', words: '', order: settings.order, project: undefined });
	return {
		person: locals.person,
		boards,
		pictures: await picturesFor(first),
		projects: await projectsOf(locals.person.id),
		settings,
		now: Date.now(),
		light: cookies.get('frame') === 'light',
	};
};
