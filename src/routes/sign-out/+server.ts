import { redirect } from '@sveltejs/kit';
import { auth } from '$lib/server/auth';
import { LANGUAGE_COOKIE } from '$lib/server/language';
import { live } from '$lib/server/live/documents';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request, locals, cookies }) => {
	// Whoever comes next may speak another language.
	cookies.delete(LANGUAGE_COOKIE, { path: '/' });
	await auth().api.signOut({ headers: request.headers });
	// Open connections end as well; those of other machines come back with their own session.
	if (locals.person) live().attendance.cutOffPerson(locals.person.id);
	redirect(303, '/sign-in');
};
