import { castBallot } from '$core/contract/votes';
import { handle } from '$lib/server/http';
import * as votes from '$lib/server/votes';

export const PUT = handle(castBallot, ({ person, params, body }) =>
	votes.castBallot(params.id, person.id, params.vote, body),
);
