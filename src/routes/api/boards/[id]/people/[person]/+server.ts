import { DONE } from '$core/contract/endpoint';
import { orderPerson } from '$core/contract/people';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { changeRole, handOver, leaveBoard, liftBan, sendOut } from '$lib/server/members';

/** Open connections follow at once. */
export const POST = handle(orderPerson, async ({ person, params, body: order }) => {
	const { id, person: whom } = params;
	if (order.do === 'change') await changeRole(id, person.id, whom, order.role);
	else if (order.do === 'send out') await sendOut(id, person.id, whom, order.ban);
	else if (order.do === 'lift ban') await liftBan(id, person.id, whom);
	else if (order.do === 'hand over') await handOver(id, person.id, whom);
	else await leaveBoard(id, person.id);
	await live().attendance.refreshRights(id);
	return DONE;
});
