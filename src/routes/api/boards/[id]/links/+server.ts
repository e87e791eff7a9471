import { createLink, listLinks } from '$core/contract/people';
import { handle } from '$lib/server/http';
import { invitation } from '$lib/server/invitation';
import * as links from '$lib/server/links';

export const GET = handle(listLinks, ({ person, params }) => links.linksOf(params.id, person.id));

/** The address is told once: only a hash of its token is kept. */
export const POST = handle(createLink, async ({ event, person, params, body }) =>
	invitation(event.url.origin, await links.createLink(params.id, person.id, body)),
);
