import { tellRestored } from '$core/contract/boards';
import { DONE } from '$core/contract/endpoint';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { speakerOn } from '$lib/server/names';

/** Everybody's screens change all at once: they are told who did it. */
export const POST = handle(tellRestored, async ({ person, params: { id }, body: { to } }) => {
	const { role, policy } = await requireRight(id, person.id, 'edit');
	const by = await speakerOn(id, person, role, policy);
	live().attendance.tellAll(id, { is: 'restored', by, to });
	return DONE;
});
