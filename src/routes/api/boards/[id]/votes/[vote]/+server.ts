import { orderVote, readVote } from '$core/contract/votes';
import { m } from '$lib/messages';
import { Refused } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import * as votes from '$lib/server/votes';

export const GET = handle(readVote, async ({ person, params }) => {
	const [vote] = await votes.votesFor(params.id, person.id, params.vote);
	if (!vote) throw new Refused(m.error_vote_gone(), 404);
	return vote;
});

export const POST = handle(orderVote, async ({ person, params, body }) => ({
	id: await votes.orderVote(params.id, person.id, params.vote, body),
}));
