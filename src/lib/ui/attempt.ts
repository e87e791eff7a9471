/** Does something that can fail, and says in plain words when it did. */
import { m } from '$lib/messages';
import { messageOf } from '$lib/api/errors';
import { toaster } from './toaster';

/** Returns whether it worked. */
export async function attempt(work: Promise<unknown> | (() => Promise<unknown>)): Promise<boolean> {
	try {
		await (typeof work === 'function' ? work() : work);
		return true;
	} catch (error) {
		toaster.error({ title: m.did_not_work(), description: messageOf(error) });
		return false;
	}
}
