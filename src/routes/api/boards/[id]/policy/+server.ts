import { json } from '@sveltejs/kit';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { setPolicy } from '$lib/server/members';
import { followNames } from '$lib/server/veil';
import { settingsSchema } from '$core/access/rights';

const changeSchema = settingsSchema.partial();

/** Sets how a board is run; everybody who has it open follows at once. */
export const PATCH = route(async (event, person) => {
	const id = event.params['id']!;
	const { before, now } = await setPolicy(id, person.id, await body(event, changeSchema));
	// Whoever writes from here on does so behind a voice; then what stands there loses its names.
	await live().attendance.refreshRights(id);
	await followNames(id, before, now);
	await live().attendance.refreshRights(id);
	return json(now);
});
