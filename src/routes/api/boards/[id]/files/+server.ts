import { storeFile } from '$core/contract/boards';
import { m } from '$lib/messages';
import { Refused, requireRight } from '$lib/server/boards';
import { LARGEST_FILE } from '$lib/server/files/prepare';
import * as files from '$lib/server/files/store';
import { bytes, handle } from '$lib/server/http';
import { allow } from '$lib/server/limits';

export const POST = handle(storeFile, async ({ event, person, params: { id } }) => {
	await requireRight(id, person.id, 'write');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const megabytes = LARGEST_FILE / 1024 / 1024;
	const file = await bytes(event, LARGEST_FILE, () => new Refused(m.file_too_large({ megabytes }), 409));
	return files.storeFile(id, file);
});
