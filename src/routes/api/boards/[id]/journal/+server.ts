import { json } from '@sveltejs/kit';
import { BadRequest, route } from '$lib/server/http';
import { journalOf, journalQuerySchema } from '$lib/server/journal';
import { m } from '$lib/messages';

/** What happened on a board, a page at a time. */
export const GET = route(async (event, person) => {
	const query = journalQuerySchema.safeParse(Object.fromEntries(event.url.searchParams));
	if (!query.success) throw new BadRequest(m.error_request());
	return json(await journalOf(event.params['id']!, person.id, query.data));
});
