import { fail, redirect } from '@sveltejs/kit';
import { Refused } from '$lib/server/boards';
import { findByCode } from '$lib/server/entry';
import { readCode } from '$lib/server/links';
import type { Actions } from './$types';

export const actions: Actions = {
	default: async ({ request, getClientAddress }) => {
		const code = String((await request.formData()).get('code') ?? '').trim();
		try {
			await findByCode(code, getClientAddress());
		} catch (reason) {
			if (reason instanceof Refused) return fail(reason.status, { code, problem: reason.message });
			throw reason;
		}
		redirect(303, `/join/${readCode(code)}`);
	},
};
