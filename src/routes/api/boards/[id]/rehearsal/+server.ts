import { json } from '@sveltejs/kit';
import { body, route } from '$lib/server/http';
import { endRehearsal, rehearsalOf, startRehearsal, steerRehearsal } from '$lib/server/rehearsals';
import { z } from 'zod';

const speed = z.number().gte(0.2).lte(50);
const orderSchema = z.discriminatedUnion('do', [
	z.object({
		do: z.literal('start'),
		people: z.number().int().gte(3).lte(30),
		seed: z
			.number()
			.int()
			.gte(0)
			.lte(2 ** 31 - 1)
			.default(1),
		speed: speed.default(1),
		/** Also with real people in the room. */
		even: z.boolean().default(false),
	}),
	z.object({ do: z.literal('steer'), isPaused: z.boolean().optional(), speed: speed.optional() }),
	z.object({ do: z.literal('end') }),
]);

/** How a rehearsal stands. */
export const GET = route(async (event, person) => json(await rehearsalOf(event.params['id']!, person.id)));

/** Lets a simulated team come, steers it, sends it home. */
export const POST = route(async (event, person) => {
	const id = event.params['id']!;
	const order = await body(event, orderSchema);
	if (order.do === 'start') {
		// The team comes in by the same door as everybody; from here it is on this very machine.
		const { HOST: host, PORT: port = event.url.port } = process.env;
		const here = host && !['0.0.0.0', '::'].includes(host) ? host : '127.0.0.1';
		const where = { base: `http://${here}:${port}`, origin: event.url.origin };
		await startRehearsal(id, person, order, where);
	} else if (order.do === 'steer') await steerRehearsal(id, person.id, order);
	else await endRehearsal(id, person.id);
	return json(await rehearsalOf(id, person.id));
});
