import { isNote } from '$core/board/kinds/guards';
import { m } from '$lib/messages';
import { json } from '@sveltejs/kit';
import { plainText } from '$core/text/rich';
import { Refused, requireRight } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { live } from '$lib/server/live/documents';
import { MOST_NOTES, NoEncoder, proposeThemes } from '$lib/server/themes/service';
import { z } from 'zod';

const schema = z.object({
	noteIds: z
		.array(z.string().max(64))
		.min(2, 'pick at least two notes')
		.max(MOST_NOTES, `at most ${MOST_NOTES} notes at once`),
	count: z.number().int().min(1).max(50).optional(),
	/** Whether words alone may decide, where the encoder does not answer. */
	wordsOnly: z.boolean().optional(),
});

/** Proposes themes for notes of the board; nothing on the board is changed. */
export const POST = route(async (event, person) => {
	const { noteIds, count, wordsOnly } = await body(event, schema);
	const id = event.params['id']!;
	await requireRight(id, person.id, 'write');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const notes = await live().read(id, (model) =>
		[...new Set(noteIds)]
			.flatMap((noteId) => model.find(noteId) ?? [])
			.filter(isNote)
			.map((note) => ({ id: note.id, text: plainText(note.text) })),
	);
	try {
		return json(await proposeThemes(notes, { count, wordsOnly }));
	} catch (error) {
		if (error instanceof NoEncoder) throw new Refused(m.error_no_encoder(), 503);
		throw error;
	}
});
