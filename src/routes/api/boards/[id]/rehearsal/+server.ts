import { orderRehearsal, readRehearsal } from '$core/contract/session';
import { handle } from '$lib/server/http';
import { endRehearsal, rehearsalOf, startRehearsal, steerRehearsal } from '$lib/server/rehearsals';

export const GET = handle(readRehearsal, ({ person, params }) => rehearsalOf(params.id, person.id));

/** Lets a simulated team come, steers it, sends it home. */
export const POST = handle(orderRehearsal, async ({ event, person, params: { id }, body: order }) => {
	if (order.do === 'start') {
		// The team comes in by the same door as everybody; from here it is on this very machine.
		const { HOST: host, PORT: port = event.url.port } = process.env;
		const here = host && !['0.0.0.0', '::'].includes(host) ? host : '127.0.0.1';
		const where = { base: `http://${here}:${port}`, origin: event.url.origin };
		await startRehearsal(id, person, order, where);
	} else if (order.do === 'steer') await steerRehearsal(id, person.id, order);
	else await endRehearsal(id, person.id);
	return rehearsalOf(id, person.id);
});
