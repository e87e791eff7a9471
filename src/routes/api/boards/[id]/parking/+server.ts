import { json } from '@sveltejs/kit';
import { LONGEST_PARKED, park, readParking, removeParked } from '$core/meeting/parking';
import { Refused, requireRight } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { live } from '$lib/server/live/documents';
import { speakerOn } from '$lib/server/names';
import { m } from '$lib/messages';
import { nanoid } from 'nanoid';
import { z } from 'zod';

const orderSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('park'), text: z.string().trim().min(1).max(LONGEST_PARKED) }),
	z.object({ do: z.literal('take back'), id: z.string().min(1).max(64) }),
]);

/** Parks a question, in whatever step; or takes one's own back. Putting the lot in order is for those who lead, in the document. */
export const POST = route(async (event, person) => {
	const id = event.params['id']!;
	const order = await body(event, orderSchema);
	const { role, policy } = await requireRight(id, person.id, 'park');
	if (!(await allow('parking', person.id))) throw new Refused(m.error_too_many());
	const speaker = await speakerOn(id, person, role, policy);
	try {
		await live().edit(
			id,
			'session',
			(doc) => {
				if (order.do === 'park')
					return park(doc, nanoid(10), {
						by: [speaker.id, speaker.name],
						made: Date.now(),
						text: order.text,
					});
				const own = readParking(doc).find((each) => each.id === order.id);
				if (!own || own.by[0] !== speaker.id) throw new Refused(m.error_not_yours());
				removeParked(doc, order.id);
			},
			speaker.id,
		);
	} catch (reason) {
		if (reason instanceof RangeError) throw new Refused(m.parking_full(), 409);
		throw reason;
	}
	return json({ done: true });
});
