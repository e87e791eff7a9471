import { BadRequest, route } from '$lib/server/http';
import { findDrawn } from '$lib/server/marks/catalog';
import { m } from '$lib/messages';
import { json } from '@sveltejs/kit';
import { z } from 'zod';

const schema = z.object({ find: z.string().max(80), most: z.coerce.number().int().min(1).max(200) });

/** Pictograms that go with some words. */
export const GET = route(({ url }) => {
	const asked = schema.safeParse({
		find: url.searchParams.get('find') ?? '',
		most: url.searchParams.get('most') ?? 80,
	});
	if (!asked.success) throw new BadRequest(m.error_request());
	return Promise.resolve(
		json(findDrawn(asked.data.find, asked.data.most), {
			headers: { 'cache-control': 'private, max-age=86400' },
		}),
	);
});
