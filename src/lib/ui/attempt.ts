/** Does something that can fail, and says in plain words when it did. */
import { m } from '$lib/paraglide/messages';
import { messageOf } from './api';
import { toaster } from './toaster';

export async function attempt(work: Promise<unknown>): Promise<void> {
	try {
		await work;
	} catch (error) {
		toaster.error({ title: m.did_not_work(), description: messageOf(error) });
	}
}
