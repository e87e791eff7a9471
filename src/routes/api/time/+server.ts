import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** The server's time, ms: the one clock of a session. Also says that the server answers. */
export const GET: RequestHandler = () =>
	json({ now: Date.now() }, { headers: { 'cache-control': 'no-store' } });
