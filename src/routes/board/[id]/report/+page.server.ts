import { redirect } from '@sveltejs/kit';
import { boardTitle } from '$lib/server/boards';
import { orErrorPage } from '$lib/server/http';
import { reportFor } from '$lib/server/report';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
	const { person } = locals;
	if (!person) redirect(303, '/sign-in');
	const shown = await orErrorPage(reportFor(params.id, person.id));
	return { boardId: params.id, title: (await boardTitle(params.id)) ?? '', ...shown };
};
