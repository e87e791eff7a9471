import { boardPicture } from '$core/contract/boards';
import { requireRight } from '$lib/server/boards';
import { pictureOf } from '$lib/server/board-pictures';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';

/** The address carries the time of the last change, so it may be kept. */
export const GET = handle(boardPicture, async ({ person, params: { id } }) => {
	await requireRight(id, person.id, 'enter');
	let picture = await pictureOf(id);
	if (!picture || picture.isOld) {
		await live().summaries.make(id);
		picture = await pictureOf(id);
	}
	return new Response(picture && Buffer.from(picture.data), {
		status: picture ? 200 : 404,
		headers: {
			'content-type': 'image/webp',
			'cache-control': picture && !picture.isOld ? 'private, max-age=86400' : 'no-store',
		},
	});
});
