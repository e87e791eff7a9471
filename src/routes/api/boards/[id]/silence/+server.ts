import { countSilentNotes } from '$core/contract/session';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { waitingNotes } from '$lib/server/live/silence';

export const GET = handle(countSilentNotes, async ({ person, params: { id } }) => {
	await requireRight(id, person.id, 'lead');
	return waitingNotes(id);
});
