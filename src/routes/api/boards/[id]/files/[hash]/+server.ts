import { requireRight } from '$lib/server/boards';
import { readFile, readScaled, WIDTHS } from '$lib/server/files/store';
import { route } from '$lib/server/http';
import { z } from 'zod';

const paramsSchema = z.object({
	hash: z.string().regex(/^[0-9a-f]{64}$/),
	w: z.coerce
		.number()
		.refine((width) => WIDTHS.some((each) => each === width))
		.optional(),
});

/** A picture of the board; `w` asks for one of our widths. Its address is its content, so it may be kept. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	await requireRight(id, person.id, 'enter');
	const parsed = paramsSchema.safeParse({
		hash: event.params['hash'],
		w: event.url.searchParams.get('w') ?? undefined,
	});
	if (!parsed.success) return new Response(null, { status: 400 });
	const { hash, w } = parsed.data;
	const headers = {
		'cache-control': 'private, max-age=31536000, immutable',
		'x-content-type-options': 'nosniff',
		// Opened by itself, a drawing is a picture and nothing more.
		'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox",
	};
	if (w) {
		const body = await readScaled(id, hash, w as (typeof WIDTHS)[number]);
		return new Response(body as BodyInit, { headers: { ...headers, 'content-type': 'image/webp' } });
	}
	const file = await readFile(id, hash);
	return new Response(file.body as BodyInit, { headers: { ...headers, 'content-type': file.type } });
});
