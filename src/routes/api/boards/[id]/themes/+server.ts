import { proposeThemes } from '$core/contract/themes';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { allowSorting, notesFor, orRefused } from '$lib/server/themes/requests';
import * as themes from '$lib/server/themes/service';

export const POST = handle(proposeThemes, async ({ person, params: { id }, body }) => {
	const { noteIds, count, kept, wordsOnly } = body;
	await requireRight(id, person.id, 'write');
	await allowSorting('heavy', person.id);
	const notes = await notesFor(id, noteIds);
	return orRefused(() => themes.proposeThemes(notes, { count, kept, wordsOnly }));
});
