import { DONE } from '$core/contract/endpoint';
import { renewLink, withdrawLink } from '$core/contract/people';
import { handle } from '$lib/server/http';
import { invitation } from '$lib/server/invitation';
import * as links from '$lib/server/links';
import { live } from '$lib/server/live/documents';

export const DELETE = handle(withdrawLink, async ({ person, params: { id, link }, query }) => {
	await links.withdrawLink(id, link, person.id, query.keep === 'people');
	await live().attendance.refreshRights(id);
	return DONE;
});

export const POST = handle(renewLink, async ({ event, person, params: { id, link } }) =>
	invitation(event.url.origin, await links.renewLink(id, link, person.id)),
);
