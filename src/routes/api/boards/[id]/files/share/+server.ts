import { shareFiles } from '$core/contract/boards';
import { DONE } from '$core/contract/endpoint';
import { requireRight } from '$lib/server/boards';
import * as files from '$lib/server/files/store';
import { handle } from '$lib/server/http';

export const POST = handle(shareFiles, async ({ person, params: { id }, body: { from, hashes } }) => {
	await requireRight(id, person.id, 'write');
	// Only what the person could take out there anyway.
	await requireRight(from, person.id, 'export');
	await files.shareFiles(from, id, hashes);
	return DONE;
});
