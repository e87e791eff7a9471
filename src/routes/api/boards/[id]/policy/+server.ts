import { changePolicy } from '$core/contract/boards';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { setPolicy } from '$lib/server/members';
import { followNames } from '$lib/server/veil';

/** Sets how a board is run; everybody who has it open follows at once. */
export const PATCH = handle(changePolicy, async ({ person, params: { id }, body }) => {
	const { before, now } = await setPolicy(id, person.id, body);
	// Whoever writes from here on does so behind a voice; then what stands there loses its names.
	await live().attendance.refreshRights(id);
	await followNames(id, before, now);
	await live().attendance.refreshRights(id);
	return now;
});
