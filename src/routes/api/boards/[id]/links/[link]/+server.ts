import { json } from '@sveltejs/kit';
import { body, route } from '$lib/server/http';
import { invitation } from '$lib/server/invitation';
import { renewLink, withdrawLink } from '$lib/server/links';
import { live } from '$lib/server/live/documents';
import { z } from 'zod';

const renewSchema = z.object({ do: z.literal('renew') });

/** Withdraws a link; whoever came through it is out at once, unless they are to stay. */
export const DELETE = route(async (event, person) => {
	const { id, link } = event.params as { id: string; link: string };
	await withdrawLink(id, link, person.id, event.url.searchParams.get('keep') === 'people');
	await live().attendance.refreshRights(id);
	return json({ withdrawn: true });
});

/** Gives a link another address and code. */
export const POST = route(async (event, person) => {
	await body(event, renewSchema);
	const { id, link } = event.params as { id: string; link: string };
	return json(await invitation(event.url.origin, await renewLink(id, link, person.id)));
});
