/** Sends a form from where it is: where that fails, it stays as it was filled in. */
import type { SubmitFunction } from '@sveltejs/kit';
import { m } from '$lib/messages';
import { toaster } from './toaster';

interface Options {
	/** Whether a form that was taken is emptied. */
	reset?: boolean;
	/** What is done instead of following where the server leads. */
	onredirect?: () => void;
	/** What puts the form back when it could not be sent. */
	onfailure?: () => void;
}

/** How a form is sent, for `use:enhance`. */
export const keepForm =
	({ reset = true, onredirect, onfailure }: Options = {}): SubmitFunction =>
	() =>
	async ({ result, update }) => {
		if (result.type === 'error') {
			onfailure?.();
			// Without a status the server never answered.
			const words = result.status ? (result.error as App.Error).message : m.error_offline();
			toaster.error({ title: m.did_not_work(), description: words });
		} else if (result.type === 'redirect' && onredirect) onredirect();
		else await update({ reset });
	};
