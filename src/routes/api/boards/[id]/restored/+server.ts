import { json } from '@sveltejs/kit';
import { requireRight } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { speakerOn } from '$lib/server/names';
import { z } from 'zod';

/** The moment that was brought back, server time, ms. */
const restoredSchema = z.object({ to: z.number().gte(0).lte(8.64e15) });

/**
 * Tells everybody that somebody has brought the board back to an earlier moment: their screens
 * change all at once.
 */
export const POST = route(async (event, person) => {
	const { to } = await body(event, restoredSchema);
	const id = event.params['id']!;
	const { role, policy } = await requireRight(id, person.id, 'edit');
	const by = await speakerOn(id, person, role, policy);
	live().attendance.tellAll(id, { is: 'restored', by, to });
	return json({ done: true });
});
