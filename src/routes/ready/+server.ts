import { text } from '@sveltejs/kit';
import { unready } from '$lib/server/state';

/** Whether requests can be sent here now. */
export const GET = async (): Promise<Response> => {
	const why = await unready();
	return text(`${why ?? 'ready'}\n`, {
		status: why ? 503 : 200,
		headers: { 'cache-control': 'no-store' },
	});
};
