import { createVote, listVotes } from '$core/contract/votes';
import { handle } from '$lib/server/http';
import { beginVote, votesFor } from '$lib/server/votes';

export const GET = handle(listVotes, ({ person, params }) => votesFor(params.id, person.id));

export const POST = handle(createVote, async ({ person, params, body }) => ({
	id: await beginVote(params.id, person.id, body),
}));
