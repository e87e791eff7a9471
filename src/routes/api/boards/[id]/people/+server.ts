import { leads } from '$core/access/roles';
import { listPeople } from '$core/contract/people';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { bannedFrom, membersOf } from '$lib/server/members';
import { speakerOn } from '$lib/server/names';

export const GET = handle(listPeople, async ({ person, params: { id } }) => {
	const { role, policy } = await requireRight(id, person.id, 'enter');
	const [members, banned] = await Promise.all([
		membersOf(id, person.id),
		leads(role) ? bannedFrom(id, person.id) : [],
	]);
	const me = { ...(await speakerOn(id, person, role, policy)), keeper: person.id };
	return { members, banned, me };
});
