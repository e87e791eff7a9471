import { hashSchema, readFile } from '$core/contract/boards';
import { requireRight } from '$lib/server/boards';
import * as files from '$lib/server/files/store';
import { handle, read } from '$lib/server/http';

/** A picture of the board. Its address is its content, so it may be kept. */
export const GET = handle(readFile, async ({ person, params: { id, hash: asked }, query: { w } }) => {
	await requireRight(id, person.id, 'enter');
	const hash = read(hashSchema, asked);
	const headers = {
		'cache-control': 'private, max-age=31536000, immutable',
		'x-content-type-options': 'nosniff',
		// Opened by itself, a drawing is a picture and nothing more.
		'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox",
	};
	if (w) {
		const body = await files.readScaled(id, hash, w);
		return new Response(body as BodyInit, { headers: { ...headers, 'content-type': 'image/webp' } });
	}
	const file = await files.readFile(id, hash);
	return new Response(file.body as BodyInit, { headers: { ...headers, 'content-type': file.type } });
});
