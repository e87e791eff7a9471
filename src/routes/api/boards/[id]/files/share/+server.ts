import { requireRight } from '$lib/server/boards';
import { shareFiles } from '$lib/server/files/store';
import { body, route } from '$lib/server/http';
import { json } from '@sveltejs/kit';
import { z } from 'zod';

const schema = z.object({
	from: z.string().max(64),
	hashes: z.array(z.string().regex(/^[0-9a-f]{64}$/)).max(2000),
});

/** Brings pictures along that were copied on another board which the person may enter. */
export const POST = route(async (event, person) => {
	const { from, hashes } = await body(event, schema);
	const id = event.params['id']!;
	await requireRight(id, person.id, 'write');
	await requireRight(from, person.id, 'export');
	await shareFiles(from, id, hashes);
	return json({ shared: true });
});
