import { json } from '@sveltejs/kit';
import { newVoteSchema } from '$core/decide/wire';
import { body, route } from '$lib/server/http';
import { beginVote, votesFor } from '$lib/server/votes';

/** All votes of a board, as whoever asks may see them. */
export const GET = route(async (event, person) => json(await votesFor(event.params['id']!, person.id)));

/** Begins a vote. */
export const POST = route(async (event, person) => {
	const request = await body(event, newVoteSchema);
	return json({ id: await beginVote(event.params['id']!, person.id, request) }, { status: 201 });
});
