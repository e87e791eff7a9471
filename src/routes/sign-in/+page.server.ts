import { fail, redirect } from '@sveltejs/kit';
import { APIError } from 'better-auth/api';
import { auth } from '$lib/server/auth';
import { allow } from '$lib/server/limits';
import { m } from '$lib/messages';
import { z } from 'zod';
import type { Actions, PageServerLoad } from './$types';

const formSchema = z.object({ email: z.email(), password: z.string().min(1).max(200) });

export const load: PageServerLoad = ({ locals }) => {
	if (locals.person && !locals.person.guest) redirect(303, '/');
};

export const actions: Actions = {
	default: async ({ request, getClientAddress }) => {
		const form = Object.fromEntries(await request.formData());
		const email = typeof form['email'] === 'string' ? form['email'] : '';
		const parsed = formSchema.safeParse(form);
		if (!parsed.success) return fail(400, { email, problem: m.sign_in_wrong() });
		if (!(await allow('signIn', getClientAddress())))
			return fail(429, { email, problem: m.too_many_tries() });
		try {
			await auth().api.signInEmail({ body: parsed.data, headers: request.headers });
		} catch (error) {
			if (error instanceof APIError) return fail(400, { email, problem: m.sign_in_wrong() });
			throw error;
		}
		redirect(303, '/');
	},
};
