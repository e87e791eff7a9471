import { text } from '@sveltejs/kit';

/** The process answers; nothing is said about the database. */
export const GET = (): Response => text('ok\n', { headers: { 'cache-control': 'no-store' } });
