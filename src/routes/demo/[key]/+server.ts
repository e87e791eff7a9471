/** One click signs in as the demo facilitator: in demo mode only, and only from this machine. */
import { m } from '$lib/messages';
import { error, redirect } from '@sveltejs/kit';
import { auth } from '$lib/server/auth';
import { demoPassword } from '$lib/server/demo';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params, getClientAddress, request }) => {
	const password = demoPassword(params.key, getClientAddress());
	if (password === undefined) error(404, m.error_nothing_here());
	await auth().api.signInEmail({
		body: { email: 'ilka@zweite-runde.example', password },
		headers: request.headers,
	});
	redirect(303, '/board/season-planning');
};
