import { fail, redirect } from '@sveltejs/kit';
import { eq } from 'drizzle-orm';
import { auth } from '$lib/server/auth';
import { membershipOf, Refused } from '$lib/server/boards';
import { database, schema } from '$lib/server/db';
import { orErrorPage } from '$lib/server/http';
import { findLink, requirePassword } from '$lib/server/entry';
import { allow } from '$lib/server/limits';
import { joinThrough } from '$lib/server/links';
import { m } from '$lib/messages';
import { z } from 'zod';
import type { Actions, PageServerLoad } from './$types';

const nameSchema = z.string().trim().min(1).max(40);

export const load: PageServerLoad = async ({ params, locals, getClientAddress }) => {
	const link = await orErrorPage(findLink(params.token, getClientAddress()));
	const { person } = locals;
	// Whoever is in already, or has an account, need not say a name again.
	if (person && (await membershipOf(link.boardId, person.id))) redirect(303, `/board/${link.boardId}`);
	return {
		title: link.title,
		role: link.role,
		name: person?.name ?? '',
		asksPassword: link.passwordHash !== null,
	};
};

export const actions: Actions = {
	default: async ({ request, params, locals, getClientAddress }) => {
		const form = await request.formData();
		const given = String(form.get('name') ?? '');
		const name = nameSchema.safeParse(given);
		if (!name.success) return fail(400, { name: given, problem: m.name_missing() });
		if (!(await allow('join', getClientAddress())))
			return fail(429, { name: given, problem: m.too_many_tries() });
		let boardId: string;
		try {
			const link = await findLink(params.token, getClientAddress());
			boardId = link.boardId;
			await requirePassword(link, String(form.get('password') ?? ''), getClientAddress());
			await joinThrough(link, await personNamed(name.data, locals.person, request.headers));
		} catch (reason) {
			if (reason instanceof Refused) return fail(reason.status, { name: given, problem: reason.message });
			throw reason;
		}
		redirect(303, `/board/${boardId}`);
	},
};

/** The person who asks, under the name given; a guest is made for somebody new. */
async function personNamed(name: string, person: App.Locals['person'], headers: Headers): Promise<string> {
	let id = person?.id;
	if (!id) {
		const made = await auth().api.signInAnonymous({ headers });
		id = made!.user.id;
	}
	if (!person || person.guest) {
		await database().db.update(schema.people).set({ name }).where(eq(schema.people.id, id));
	}
	return id;
}
