import { json } from '@sveltejs/kit';
import { Refused } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { moveBoard } from '$lib/server/projects';
import { BOARD_STARTS, makeBoard } from '$lib/server/new-board';
import { m } from '$lib/paraglide/messages';
import { z } from 'zod';

const schema = z.object({
	start: z.enum(BOARD_STARTS),
	/** The project to put it into. */
	project: z.string().min(1).max(64).optional(),
});

export const POST = route(async (event, person) => {
	const { start, project } = await body(event, schema);
	if (person.guest) throw new Refused(m.error_account());
	const id = await makeBoard(person, start, {
		title: start === 'blank' ? m.new_board() : m.start_ideas(),
		sheet: m.sheet_number({ number: 1 }),
		question: m.idea_question(),
		parked: m.idea_parked(),
		prompt: m.idea_prompt(),
		steps: {
			welcome: m.idea_welcome(),
			gather: m.idea_gather(),
			read: m.idea_read(),
			sort: m.idea_sort(),
			close: m.idea_close(),
		},
	});
	if (project) await moveBoard(id, person.id, project);
	return json({ id }, { status: 201 });
});
