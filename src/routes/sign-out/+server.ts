import { redirect } from '@sveltejs/kit';
import { auth } from '$lib/server/auth';
import { live } from '$lib/server/live/documents';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request, locals }) => {
	await auth().api.signOut({ headers: request.headers });
	// Open connections end as well; those of other machines come back with their own session.
	if (locals.person) live().attendance.cutOffPerson(locals.person.id);
	redirect(303, '/sign-in');
};
