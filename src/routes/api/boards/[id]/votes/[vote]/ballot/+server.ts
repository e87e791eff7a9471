import { json } from '@sveltejs/kit';
import { ballotSchema } from '$core/decide/wire';
import { body, route } from '$lib/server/http';
import { castBallot } from '$lib/server/votes';

/** Takes one's ballot, in place of the one before; one that does not go on from what stands is not taken, and the answer says what stands. */
export const PUT = route(async (event, person) => {
	const ballot = await body(event, ballotSchema);
	const cast = await castBallot(event.params['id']!, person.id, event.params['vote']!, ballot);
	return json(cast);
});
