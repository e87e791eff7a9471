import { m } from '$lib/messages';
import { Refused, requireRight } from '$lib/server/boards';
import { LARGEST_FILE } from '$lib/server/files/prepare';
import { storeFile } from '$lib/server/files/store';
import { bytes, route } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { json } from '@sveltejs/kit';

/** Takes a picture in: the body is the file itself. */
export const POST = route(async (event, person) => {
	const id = event.params['id']!;
	await requireRight(id, person.id, 'write');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const megabytes = LARGEST_FILE / 1024 / 1024;
	const file = await bytes(event, LARGEST_FILE, () => new Refused(m.file_too_large({ megabytes }), 409));
	return json(await storeFile(id, file), { status: 201 });
});
