import { json } from '@sveltejs/kit';
import { route } from '$lib/server/http';
import { bannedFrom, membersOf } from '$lib/server/members';
import { requireRight } from '$lib/server/boards';
import { speakerOn } from '$lib/server/names';
import { leads } from '$core/access/roles';

/** Everybody who belongs to a board; for those who lead, also who may not come back. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	const { role, policy } = await requireRight(id, person.id, 'enter');
	const [members, banned] = await Promise.all([
		membersOf(id, person.id),
		leads(role) ? bannedFrom(id, person.id) : [],
	]);
	/** Under what whoever asks goes here, and who they are beside that. */
	const me = { ...(await speakerOn(id, person, role, policy)), keeper: person.id };
	return json({ members, banned, me });
});
