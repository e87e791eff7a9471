import { createFromArchive } from '$core/contract/boards';
import { m } from '$lib/messages';
import { bringIn, LARGEST_ARCHIVE } from '$lib/server/archives';
import { Refused } from '$lib/server/boards';
import { bytes, handle } from '$lib/server/http';
import { allow } from '$lib/server/limits';

export const POST = handle(createFromArchive, async ({ event, person }) => {
	if (person.guest) throw new Refused(m.error_account());
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const megabytes = LARGEST_ARCHIVE / 1024 / 1024;
	const tooLarge = () => new Refused(m.error_archive_large({ megabytes }), 409);
	return bringIn(person, await bytes(event, LARGEST_ARCHIVE, tooLarge));
});
