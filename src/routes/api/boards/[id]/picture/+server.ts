import { boardPicture } from '$core/contract/boards';
import { requireRight } from '$lib/server/boards';
import { thumbnail } from '$lib/server/export';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';

const EMPTY =
	'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 30 14"><rect width="30" height="14" fill="#25322E"/></svg>';

/** The address carries the time of the last change, so it may be kept. */
export const GET = handle(boardPicture, async ({ person, params: { id } }) => {
	await requireRight(id, person.id, 'enter');
	const svg = await live().read(id, (model) => thumbnail(model) ?? EMPTY);
	return new Response(svg, {
		headers: { 'content-type': 'image/svg+xml', 'cache-control': 'private, max-age=86400' },
	});
});
