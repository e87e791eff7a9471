import { json } from '@sveltejs/kit';
import { body, route } from '$lib/server/http';
import { leadSession, orderSchema } from '$lib/server/session';

/** Leads the session: only those who lead may, and the time is the server's. */
export const POST = route(async (event, person) => {
	const order = await body(event, orderSchema);
	return json(await leadSession(event.params['id']!, person, order));
});
