import { orderRound, readRound } from '$core/contract/sorting-round';
import { handle } from '$lib/server/http';
import { orderInRound, shownRound } from '$lib/server/sorting-round/round';

export const GET = handle(readRound, async ({ person, params }) => {
	const round = await shownRound(params.id, person.id);
	return round ? { round } : {};
});

export const POST = handle(orderRound, async ({ person, params, body }) => {
	const round = await orderInRound(params.id, person.id, body);
	return round ? { round } : {};
});
