import { Refused, requireRight } from '$lib/server/boards';
import { route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { LAYERS } from '$core/session/layers';
import { m } from '$lib/paraglide/messages';
import { z } from 'zod';

const layerSchema = z.enum(LAYERS);

/** A live document as one packed update, for whoever opens the board for the first time; the sync goes on from there. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	await requireRight(id, person.id, 'enter');
	const layer = layerSchema.safeParse(event.params['layer']);
	if (!layer.success) throw new Refused(m.error_request(), 404);
	const state = await live().state(id, layer.data);
	return new Response(state as Uint8Array<ArrayBuffer>, {
		headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
	});
});
