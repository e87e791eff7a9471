import { m } from '$lib/paraglide/messages';
import { json } from '@sveltejs/kit';
import { addMinutes, endSession, startStep } from '$core/session/runsheet';
import { Refused, requireRight } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { z } from 'zod';

const schema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('start'), step: z.string().min(1).max(64) }),
	z.object({ do: z.literal('add'), minutes: z.number().min(0.5).max(120) }),
	z.object({ do: z.literal('end') }),
]);

/** Leads the session: only its owner may, and the time is the server's. */
export const POST = route(async (event, person) => {
	const order = await body(event, schema);
	const id = event.params['id']!;
	await requireRight(id, person.id, 'lead');
	try {
		await live().edit(
			id,
			'session',
			(doc) => {
				if (order.do === 'start') startStep(doc, order.step, Date.now());
				else if (order.do === 'add') addMinutes(doc, order.minutes, Date.now());
				else endSession(doc);
			},
			person.id,
		);
	} catch (reason) {
		if (reason instanceof RangeError) throw new Refused(m.error_step_gone(), 409);
		throw reason;
	}
	return json({ done: true });
});
