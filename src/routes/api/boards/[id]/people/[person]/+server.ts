import { json } from '@sveltejs/kit';
import { body, route } from '$lib/server/http';
import { GIVEN_ROLES } from '$core/access/roles';
import { live } from '$lib/server/live/documents';
import { changeRole, handOver, leaveBoard, liftBan, sendOut } from '$lib/server/members';
import { z } from 'zod';

const orderSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('change'), role: z.enum(GIVEN_ROLES) }),
	z.object({ do: z.literal('send out'), ban: z.boolean() }),
	z.object({ do: z.literal('lift ban') }),
	z.object({ do: z.literal('hand over') }),
	/** Only oneself. */
	z.object({ do: z.literal('leave') }),
]);

/** Changes what one person is on a board; open connections follow at once. */
export const POST = route(async (event, person) => {
	const order = await body(event, orderSchema);
	const { id, person: whom } = event.params as { id: string; person: string };
	if (order.do === 'change') await changeRole(id, person.id, whom, order.role);
	else if (order.do === 'send out') await sendOut(id, person.id, whom, order.ban);
	else if (order.do === 'lift ban') await liftBan(id, person.id, whom);
	else if (order.do === 'hand over') await handOver(id, person.id, whom);
	else await leaveBoard(id, person.id);
	await live().attendance.refreshRights(id);
	return json({ done: true });
});
