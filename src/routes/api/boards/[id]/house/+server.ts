import { json } from '@sveltejs/kit';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { setHouse } from '$lib/server/members';
import { houseSchema } from '$core/session/rights';

const wishSchema = houseSchema.partial();

/** Sets how a board is run; everybody who has it open follows at once. */
export const PATCH = route(async (event, person) => {
	const id = event.params['id']!;
	const house = await setHouse(id, person.id, await body(event, wishSchema));
	await live().refreshRights(id);
	return json(house);
});
