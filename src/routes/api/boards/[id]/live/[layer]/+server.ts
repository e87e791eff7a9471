import { TO_READ } from '$core/access/layers';
import { layerSchema, readDocument } from '$core/contract/boards';
import { m } from '$lib/messages';
import { Refused, requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';

/** The sync goes on from there. */
export const GET = handle(readDocument, async ({ person, params }) => {
	const layer = layerSchema.safeParse(params.layer);
	if (!layer.success) throw new Refused(m.error_request(), 404);
	await requireRight(params.id, person.id, TO_READ[layer.data]);
	// Silent notes are one's own and nobody else's: whoever asks gets theirs.
	const state = await live().state(params.id, layer.data, { writer: person.id });
	return new Response(state as Uint8Array<ArrayBuffer>, {
		headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
	});
});
