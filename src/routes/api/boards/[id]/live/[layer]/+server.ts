import { Refused, requireRight } from '$lib/server/boards';
import { route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { ALL_LAYERS, TO_READ } from '$core/access/layers';
import { m } from '$lib/messages';
import { z } from 'zod';

const layerSchema = z.enum(ALL_LAYERS);

/** A live document as one packed update, for whoever opens the board for the first time; the sync goes on from there. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	const layer = layerSchema.safeParse(event.params['layer']);
	if (!layer.success) throw new Refused(m.error_request(), 404);
	await requireRight(id, person.id, TO_READ[layer.data]);
	// Silent notes are one's own and nobody else's: whoever asks gets theirs.
	const state = await live().state(id, layer.data, { writer: person.id });
	return new Response(state as Uint8Array<ArrayBuffer>, {
		headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
	});
});
