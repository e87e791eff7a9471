import { fail, redirect } from '@sveltejs/kit';
import { APIError } from 'better-auth/api';
import { auth } from '$lib/server/auth';
import { allow } from '$lib/server/limits';
import { m } from '$lib/messages';
import { nameSchema } from '$core/contract/people';
import { z } from 'zod';
import type { Actions } from './$types';

const formSchema = z.object({
	name: nameSchema,
	email: z.email(),
	password: z.string().min(10).max(200),
});

export const actions: Actions = {
	default: async ({ request, getClientAddress }) => {
		const form = Object.fromEntries(await request.formData());
		const kept = { name: String(form['name'] ?? ''), email: String(form['email'] ?? '') };
		const parsed = formSchema.safeParse(form);
		if (!parsed.success) {
			const wrong = parsed.error.issues[0]?.path[0];
			const problem =
				wrong === 'name' ? m.name_missing() : wrong === 'email' ? m.email_wrong() : m.password_short();
			return fail(400, { ...kept, problem });
		}
		if (!(await allow('join', getClientAddress())))
			return fail(429, { ...kept, problem: m.too_many_tries() });
		try {
			await auth().api.signUpEmail({ body: parsed.data, headers: request.headers });
		} catch (error) {
			if (error instanceof APIError) return fail(400, { ...kept, problem: m.email_taken() });
			throw error;
		}
		redirect(303, '/');
	},
};
