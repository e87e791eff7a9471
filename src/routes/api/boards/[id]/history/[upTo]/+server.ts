import { BadRequest, route } from '$lib/server/http';
import { segmentOf } from '$lib/server/history';
import { m } from '$lib/messages';
import { z } from 'zod';

const upToSchema = z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER);

/** A piece of a board's history: a state, and the updates from there to the next piece. */
export const GET = route(async (event, person) => {
	const upTo = upToSchema.safeParse(event.params['upTo']);
	if (!upTo.success) throw new BadRequest(m.error_request());
	const segment = await segmentOf(event.params['id']!, person.id, upTo.data);
	return new Response(segment as Uint8Array<ArrayBuffer>, {
		headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
	});
});
