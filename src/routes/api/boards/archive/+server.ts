import { json } from '@sveltejs/kit';
import { bringIn, LARGEST_ARCHIVE } from '$lib/server/archives';
import { Refused } from '$lib/server/boards';
import { bytes, route } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { m } from '$lib/messages';

/** Makes a board from an archive: the body is the file itself. */
export const POST = route(async (event, person) => {
	if (person.guest) throw new Refused(m.error_account());
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const megabytes = LARGEST_ARCHIVE / 1024 / 1024;
	const tooLarge = () => new Refused(m.error_archive_large({ megabytes }), 409);
	return json(await bringIn(person, await bytes(event, LARGEST_ARCHIVE, tooLarge)), { status: 201 });
});
