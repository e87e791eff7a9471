import { orderParking } from '$core/contract/session';
import { DONE } from '$core/contract/endpoint';
import { park, readParking, removeParked } from '$core/meeting/parking';
import { Refused, requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { live } from '$lib/server/live/documents';
import { speakerOn } from '$lib/server/names';
import { m } from '$lib/messages';
import { nanoid } from 'nanoid';

/** In whatever step. Putting the lot in order is for those who lead, in the document. */
export const POST = handle(orderParking, async ({ person, params: { id }, body: order }) => {
	const { role, policy } = await requireRight(id, person.id, 'park');
	if (!(await allow('parking', person.id))) throw new Refused(m.error_too_many());
	const speaker = await speakerOn(id, person, role, policy);
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
	return DONE;
});
