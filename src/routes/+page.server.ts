import { redirect } from '@sveltejs/kit';
import { boardsOf } from '$lib/server/boards';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, cookies }) => {
	if (!locals.person) redirect(303, '/sign-in');
	return {
		person: locals.person,
		boards: await boardsOf(locals.person.id),
		light: cookies.get('frame') === 'light',
	};
};
