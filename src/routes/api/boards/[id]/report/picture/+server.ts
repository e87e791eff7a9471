import { Refused, requireRight } from '$lib/server/boards';
import { route } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { pictureAsked, reportPicture } from '$lib/server/report';
import { m } from '$lib/messages';

/** The picture of a field, for the report. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	await requireRight(id, person.id, 'export');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const what = pictureAsked(event.url.searchParams);
	if (!what) throw new Refused(m.error_field_gone(), 404);
	const png = await reportPicture(id, what);
	return new Response(png as Uint8Array<ArrayBuffer>, {
		headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=60' },
	});
});
