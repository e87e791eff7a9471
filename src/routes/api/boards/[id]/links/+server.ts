import { json } from '@sveltejs/kit';
import { body, route } from '$lib/server/http';
import { invitation } from '$lib/server/invitation';
import { createLink, linksOf } from '$lib/server/links';
import { GIVEN_ROLES } from '$core/access/roles';
import { z } from 'zod';

/** A link lasts a year at most when it is given an end. */
const linkRequestSchema = z.object({
	role: z.enum(GIVEN_ROLES),
	code: z.boolean().optional(),
	hours: z.number().min(1).max(8784).optional(),
	password: z.string().min(4).max(100).optional(),
});

export const GET = route(async (event, person) => json(await linksOf(event.params['id']!, person.id)));

/** Makes a link. Its address is told once: only a hash of its token is kept. */
export const POST = route(async (event, person) => {
	const request = await body(event, linkRequestSchema);
	const link = await createLink(event.params['id']!, person.id, request);
	return json(await invitation(event.url.origin, link), { status: 201 });
});
