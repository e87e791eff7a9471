import { json } from '@sveltejs/kit';
import { goingBackstage, putBackstage } from '$core/meeting/backstage';
import { requireRight } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { documentName } from '$lib/server/live/names';
import { bringOnStage } from '$lib/server/step-effects';
import { z } from 'zod';

const orderSchema = z.object({
	do: z.enum(['put', 'bring on']),
	ids: z.array(z.string().min(1).max(64)).min(1).max(20_000),
});

/** Puts objects backstage, or brings them on. */
export const POST = route(async (event, person) => {
	const id = event.params['id']!;
	const order = await body(event, orderSchema);
	await requireRight(id, person.id, 'lead');
	if (order.do === 'bring on') return json({ count: await bringOnStage(id, person.id, order.ids) });
	const going = await live().read(id, (model) => goingBackstage(model, order.ids));
	const [stage, backstage] = [documentName(id, 'stage'), documentName(id, 'backstage')];
	const count = await live().editTogether(id, [stage, backstage], (docs, as) => {
		let moved = 0;
		as(person.id, () => (moved = putBackstage(docs.get(stage)!, docs.get(backstage)!, going)));
		return moved;
	});
	return json({ count });
});
