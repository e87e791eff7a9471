import { json } from '@sveltejs/kit';
import { route } from '$lib/server/http';
import { bannedFrom, membersOf } from '$lib/server/members';
import { requireRight } from '$lib/server/boards';
import { leads } from '$core/session/rights';

/** Everybody who belongs to a board; for those who lead, also who may not come back. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	const { role } = await requireRight(id, person.id, 'enter');
	const [members, banned] = await Promise.all([
		membersOf(id, person.id),
		leads(role) ? bannedFrom(id, person.id) : [],
	]);
	return json({ members, banned });
});
