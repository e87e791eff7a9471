import { json } from '@sveltejs/kit';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { setHouse } from '$lib/server/members';
import { z } from 'zod';

const houseSchema = z
	.object({
		editorsShare: z.boolean(),
		onlookersTakeOut: z.boolean(),
		watching: z.boolean(),
		closed: z.boolean(),
	})
	.partial()
	.strict();

/** Sets how a board is run; everybody who has it open follows at once. */
export const PATCH = route(async (event, person) => {
	const id = event.params['id']!;
	const house = await setHouse(id, person.id, await body(event, houseSchema));
	await live().refreshRights(id);
	return json(house);
});
