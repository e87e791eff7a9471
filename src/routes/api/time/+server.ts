import { json } from '@sveltejs/kit';
import type { readTime } from '$core/contract/session';
import type { Answered } from '$core/contract/endpoint';

/** Asked by everybody, also by those who are not signed in. */
export const GET = (): Response => {
	const answer: Answered<typeof readTime, never> = { now: Date.now() };
	return json(answer, { headers: { 'cache-control': 'no-store' } });
};
