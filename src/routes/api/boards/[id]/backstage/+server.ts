import { moveBackstage } from '$core/contract/boards';
import { goingBackstage, putBackstage } from '$core/meeting/backstage';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { documentName } from '$lib/server/live/names';
import { bringOnStage } from '$lib/server/step-effects';

export const POST = handle(moveBackstage, async ({ person, params: { id }, body: order }) => {
	await requireRight(id, person.id, 'lead');
	if (order.do === 'bring on') return { count: await bringOnStage(id, person.id, order.ids) };
	const going = await live().read(id, (model) => goingBackstage(model, order.ids));
	const [stage, backstage] = [documentName(id, 'stage'), documentName(id, 'backstage')];
	const count = await live().editTogether(id, [stage, backstage], (docs, as) => {
		let moved = 0;
		as(person.id, () => (moved = putBackstage(docs.get(stage)!, docs.get(backstage)!, going)));
		return moved;
	});
	return { count };
});
