import { isNote } from '$core/board/kinds/guards';
import { proposeThemes } from '$core/contract/themes';
import { plainText } from '$core/text/rich';
import { m } from '$lib/messages';
import { Refused, requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { live } from '$lib/server/live/documents';
import * as themes from '$lib/server/themes/service';

export const POST = handle(proposeThemes, async ({ person, params: { id }, body }) => {
	const { noteIds, count, wordsOnly } = body;
	await requireRight(id, person.id, 'write');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const notes = await live().read(id, (model) =>
		[...new Set(noteIds)]
			.flatMap((noteId) => model.find(noteId) ?? [])
			.filter(isNote)
			.map((note) => ({ id: note.id, text: plainText(note.text) })),
	);
	try {
		return await themes.proposeThemes(notes, { count, wordsOnly });
	} catch (error) {
		if (error instanceof themes.NoEncoder) throw new Refused(m.error_no_encoder(), 503);
		throw error;
	}
});
