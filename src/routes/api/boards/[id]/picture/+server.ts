import { boardPicture } from '$core/contract/boards';
import { requireRight } from '$lib/server/boards';
import { pictureKept } from '$lib/server/board-pictures';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';

/** The address carries the time of the last change, so it may be kept. */
export const GET = handle(boardPicture, async ({ person, params: { id }, query: { at = 0 } }) => {
	await requireRight(id, person.id, 'enter');
	let kept = await pictureKept(id);
	if (!kept || kept.madeAt.getTime() < at) {
		await live().pictures.make(id);
		kept = await pictureKept(id);
	}
	return new Response(kept && Buffer.from(kept.data), {
		status: kept ? 200 : 404,
		headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=86400' },
	});
});
