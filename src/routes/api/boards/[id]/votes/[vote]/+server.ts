import { json } from '@sveltejs/kit';
import { voteOrderSchema } from '$core/decide/wire';
import { Refused } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { orderVote, votesFor } from '$lib/server/votes';
import { m } from '$lib/messages';

export const GET = route(async (event, person) => {
	const [vote] = await votesFor(event.params['id']!, person.id, event.params['vote']!);
	if (!vote) throw new Refused(m.error_vote_gone(), 404);
	return json(vote);
});

/** Closes it, asks it again, or takes it away. */
export const POST = route(async (event, person) => {
	const order = await body(event, voteOrderSchema);
	return json({ id: await orderVote(event.params['id']!, person.id, event.params['vote']!, order) });
});
