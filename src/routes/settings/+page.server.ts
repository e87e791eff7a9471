import { fail, redirect } from '@sveltejs/kit';
import { APIError } from 'better-auth/api';
import { z } from 'zod';
import { PIGMENTS } from '$core/board/colours';
import { nameSchema } from '$core/contract/people';
import { OFFERED } from '$lib/messages';
import { LANGUAGE_COOKIE } from '$lib/server/language';
import { auth } from '$lib/server/auth';
import { allow } from '$lib/server/limits';
import { live } from '$lib/server/live/documents';
import { m } from '$lib/messages';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, cookies }) => {
	if (!locals.person) redirect(303, '/welcome');
	return {
		person: locals.person,
		light: cookies.get('frame') === 'light',
		language: locals.person.language ?? cookies.get(LANGUAGE_COOKIE) ?? '',
	};
};

const passwordSchema = z.object({
	old: z.string().min(1).max(200),
	password: z.string().min(10).max(200),
});

/** A language that there is, or none: then the browser's counts. */
const languageSchema = z.literal('').or(z.enum(OFFERED));

export const actions: Actions = {
	language: async ({ request, locals, cookies }) => {
		if (!locals.person) redirect(303, '/welcome');
		const parsed = languageSchema.safeParse((await request.formData()).get('language'));
		if (!parsed.success) return fail(400, { problem: m.error_request() });
		const language = parsed.data || null;
		await auth().api.updateUser({ body: { language }, headers: request.headers });
		// The pages before somebody signs in speak it as well.
		const options = { path: '/', maxAge: 60 * 60 * 24 * 365 };
		if (language) cookies.set(LANGUAGE_COOKIE, language, options);
		else cookies.delete(LANGUAGE_COOKIE, options);
		redirect(303, '/settings');
	},
	person: async ({ request, locals }) => {
		if (!locals.person) redirect(303, '/welcome');
		const entered = await request.formData();
		const name = nameSchema.safeParse(entered.get('name'));
		if (!name.success) return fail(400, { problem: m.settings_name_wrong() });
		const pigment = z
			.literal('')
			.or(z.enum(PIGMENTS))
			.safeParse(entered.get('pigment') ?? '');
		if (!pigment.success) return fail(400, { problem: m.error_request() });
		const body = { name: name.data, pigment: pigment.data || null };
		await auth().api.updateUser({ body, headers: request.headers });
		return { done: 'person' };
	},
	password: async ({ request, locals, getClientAddress }) => {
		if (!locals.person || locals.person.guest) redirect(303, '/welcome');
		const parsed = passwordSchema.safeParse(Object.fromEntries(await request.formData()));
		if (!parsed.success) return fail(400, { problem: m.settings_password_short() });
		if (!(await allow('signIn', getClientAddress()))) return fail(429, { problem: m.too_many_tries() });
		try {
			await auth().api.changePassword({
				body: {
					currentPassword: parsed.data.old,
					newPassword: parsed.data.password,
					// Whoever is signed in elsewhere with the old one is not any more.
					revokeOtherSessions: true,
				},
				headers: request.headers,
			});
		} catch (error) {
			if (error instanceof APIError) return fail(400, { problem: m.settings_password_wrong() });
			throw error;
		}
		// Open connections end as well; those with a session that still holds come back.
		live().attendance.cutOffPerson(locals.person.id);
		return { done: 'password' };
	},
};
