import { redirect } from '@sveltejs/kit';
import { asidesOf } from '$core/meeting/backstage';
import { readSession } from '$core/meeting/runsheet';
import { plainText } from '$core/text/rich';
import { boardTitle, requireRight } from '$lib/server/boards';
import { orErrorPage } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import type { PageServerLoad } from './$types';

/** The plan of a session on one page, for those who lead: with their own notes on the steps. */
export const load: PageServerLoad = async ({ params, locals }) => {
	const { person } = locals;
	if (!person) redirect(303, '/sign-in');
	await orErrorPage(requireRight(params.id, person.id, 'lead'));
	const session = await live().readLayer(params.id, 'session', readSession);
	const asides = await live().readLayer(params.id, 'backstage', (doc) => Object.fromEntries(asidesOf(doc)));
	const places = await live().read(params.id, (model) =>
		Object.fromEntries(
			session.steps.map(({ id, field, sheet }) => {
				const found = field ? model.find(field) : undefined;
				const words = found && plainText(found.text);
				return [id, words ?? model.sheets.find((each) => each.id === sheet)?.title ?? ''];
			}),
		),
	);
	return { title: (await boardTitle(params.id)) ?? '', session, asides, places, now: Date.now() };
};
