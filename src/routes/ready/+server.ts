import { text } from '@sveltejs/kit';
import { live } from '$lib/server/live/documents';
import { unready } from '$lib/server/state';

/** Whether requests can be sent here now. */
export const GET = async (): Promise<Response> => {
	const why = await unready();
	// Without the others it serves its people all the same: taking it away would leave them with nothing.
	const state = live().isTogether ? 'ready' : 'ready, but alone: Redis cannot be reached';
	return text(`${why ?? state}\n`, {
		status: why ? 503 : 200,
		headers: { 'cache-control': 'no-store' },
	});
};
