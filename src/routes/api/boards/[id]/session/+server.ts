import { leadSession } from '$core/contract/session';
import { handle } from '$lib/server/http';
import * as session from '$lib/server/session';

/** Leads the session: only those who lead may, and the time is the server's. */
export const POST = handle(leadSession, ({ person, params, body }) =>
	session.leadSession(params.id, person, body),
);
