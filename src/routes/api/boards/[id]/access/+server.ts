import { may } from '$core/access/rights';
import { boardAccess } from '$core/contract/boards';
import { membershipOf } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { isBanned } from '$lib/server/members';

/** Asked now and then by whoever waits before a closed board. */
export const GET = handle(boardAccess, async ({ person, params }) => {
	const membership = await membershipOf(params.id, person.id);
	if (!membership)
		return { access: (await isBanned(params.id, person.id)) ? ('banned' as const) : ('gone' as const) };
	const { role, policy } = membership;
	return { access: may(role, 'enter', policy) ? ('open' as const) : ('closed' as const) };
});
