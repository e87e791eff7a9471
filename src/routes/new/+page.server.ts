import { redirect } from '@sveltejs/kit';
import { drawerOf } from '$lib/server/pieces';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url, cookies }) => {
	const { person } = locals;
	if (!person || person.guest) redirect(303, '/sign-in');
	const own = (await drawerOf(person.id)).flatMap(({ id, name, content }) =>
		content.steps ? [{ id, name, minutes: content.steps.reduce((sum, step) => sum + step.minutes, 0) }] : [],
	);
	return {
		person,
		own,
		light: cookies.get('look') === 'light',
		recipe: url.searchParams.get('recipe') ?? undefined,
		project: url.searchParams.get('project') ?? undefined,
	};
};
