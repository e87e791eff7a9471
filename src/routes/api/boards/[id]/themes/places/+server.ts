import { placeAmongThemes } from '$core/contract/themes';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { allowSorting, notesFor, orRefused } from '$lib/server/themes/requests';
import * as service from '$lib/server/themes/service';

export const POST = handle(placeAmongThemes, async ({ person, params: { id }, body }) => {
	const { noteIds, themes, wordsOnly, last } = body;
	await requireRight(id, person.id, 'write');
	await allowSorting('sorting', person.id);
	const notes = await notesFor(id, noteIds);
	return orRefused(() => service.placeAmong(notes, themes, { wordsOnly, last }));
});
