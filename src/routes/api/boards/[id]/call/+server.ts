import { json } from '@sveltejs/kit';
import { callOrderSchema, writeLeader } from '$core/meeting/calls';
import { requireRight } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';

/** Calls everybody to a place, or makes everybody follow one's view, until they are let go. */
export const POST = route(async (event, person) => {
	const order = await body(event, callOrderSchema);
	const id = event.params['id']!;
	await requireRight(id, person.id, 'lead');
	const by = { id: person.id, name: person.name };
	if (order.do === 'call') {
		const { sheet, view } = order;
		live().attendance.tellAll(id, { is: 'call', by, sheet, view });
	} else {
		const leader = order.do === 'lead' ? by : undefined;
		await live().edit(id, 'session', (doc) => writeLeader(doc, leader), person.id);
	}
	return json({ done: true });
});
