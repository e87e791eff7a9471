import { json } from '@sveltejs/kit';
import { BadRequest, route } from '$lib/server/http';
import { journalOf, journalWishSchema } from '$lib/server/journal';
import { m } from '$lib/messages';

/** What happened on a board, a page at a time. */
export const GET = route(async (event, person) => {
	const wish = journalWishSchema.safeParse(Object.fromEntries(event.url.searchParams));
	if (!wish.success) throw new BadRequest(m.error_request());
	return json(await journalOf(event.params['id']!, person.id, wish.data));
});
