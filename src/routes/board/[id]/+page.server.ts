import { error, redirect } from '@sveltejs/kit';
import { eq } from 'drizzle-orm';
import { may } from '$core/access/rights';
import { writes } from '$core/access/roles';
import { noteOpening } from '$lib/server/board-list';
import { membershipOf } from '$lib/server/boards';
import { languageModel } from '$lib/server/language-model/client';
import { pigmentsOn, speakerOn } from '$lib/server/names';
import { database, schema } from '$lib/server/db';
import { m } from '$lib/messages';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
	const { person } = locals;
	if (!person) redirect(303, '/sign-in');
	const membership = await membershipOf(params.id, person.id);
	if (!membership) error(404, m.board_no_access());
	const [board] = await database()
		.db.select({ title: schema.boards.title })
		.from(schema.boards)
		.where(eq(schema.boards.id, params.id));
	const access = may(membership.role, 'enter', membership.policy) ? ('open' as const) : ('closed' as const);
	const lastHere = access === 'open' ? await noteOpening(params.id, person.id) : undefined;
	const speaker = await speakerOn(params.id, person, membership.role, membership.policy);
	const model = writes(membership.role) ? languageModel() : undefined;
	return {
		boardId: params.id,
		title: board!.title,
		role: membership.role,
		policy: membership.policy,
		access,
		person: { guest: person.guest, ...speaker },
		pigments: await pigmentsOn(params.id, membership.policy),
		/** Whose store in the browser it is. */
		keeper: person.id,
		madeAt: membership.madeAt,
		lastHere,
		/** The language model of the house, for those who might ask it. */
		...(model ? { model: { name: model.name, host: model.host } } : {}),
	};
};
