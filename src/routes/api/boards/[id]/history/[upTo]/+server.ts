import { readSegment } from '$core/contract/journal';
import { segmentOf } from '$lib/server/history';
import { handle, read } from '$lib/server/http';
import { z } from 'zod';

const upToSchema = z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER);

export const GET = handle(readSegment, async ({ person, params }) => {
	const segment = await segmentOf(params.id, person.id, read(upToSchema, params.upTo));
	return new Response(segment as Uint8Array<ArrayBuffer>, {
		headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
	});
});
