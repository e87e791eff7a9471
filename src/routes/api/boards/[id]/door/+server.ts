import { json } from '@sveltejs/kit';
import { may } from '$core/access/rights';
import { membershipOf } from '$lib/server/boards';
import { route } from '$lib/server/http';
import { isBanned } from '$lib/server/members';

/** Whether the person may come in now: asked now and then by whoever waits before a closed board. */
export const GET = route(async (event, person) => {
	const membership = await membershipOf(event.params['id']!, person.id);
	if (!membership)
		return json({ door: (await isBanned(event.params['id']!, person.id)) ? 'banned' : 'gone' });
	return json({ door: may(membership.role, 'enter', membership.policy) ? 'open' : 'closed' });
});
