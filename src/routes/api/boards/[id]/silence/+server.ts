import { json } from '@sveltejs/kit';
import { requireRight } from '$lib/server/boards';
import { route } from '$lib/server/http';
import { waitingNotes } from '$lib/server/live/silence';

/** How many silent notes everybody has written: nothing else of them is known to anybody. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	await requireRight(id, person.id, 'lead');
	return json(await waitingNotes(id));
});
