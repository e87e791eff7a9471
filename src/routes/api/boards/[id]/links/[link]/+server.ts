import { json } from '@sveltejs/kit';
import { route } from '$lib/server/http';
import { withdrawLink } from '$lib/server/links';
import { live } from '$lib/server/live/documents';

/** Withdraws a link; whoever came through it is out at once. */
export const DELETE = route(async (event, person) => {
	const { id, link } = event.params as { id: string; link: string };
	await withdrawLink(id, link, person.id);
	live().cutOff(id, (context) => context.linkId === link);
	return json({ withdrawn: true });
});
