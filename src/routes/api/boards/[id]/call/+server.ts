import { callEverybody } from '$core/contract/boards';
import { DONE } from '$core/contract/endpoint';
import { writeLeader } from '$core/meeting/calls';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';

export const POST = handle(callEverybody, async ({ person, params: { id }, body: order }) => {
	await requireRight(id, person.id, 'lead');
	const by = { id: person.id, name: person.name };
	if (order.do === 'call') {
		const { sheet, view } = order;
		live().attendance.call(id, { by, sheet, view });
	} else {
		const leader = order.do === 'lead' ? by : undefined;
		await live().edit(id, 'session', (doc) => writeLeader(doc, leader), person.id);
	}
	return DONE;
});
