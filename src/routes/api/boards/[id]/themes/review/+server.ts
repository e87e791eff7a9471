import { reviewThemes } from '$core/contract/themes';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { allowSorting, notesFor, orRefused, sortingLimit } from '$lib/server/themes/requests';
import * as service from '$lib/server/themes/service';

export const POST = handle(reviewThemes, async ({ person, params: { id }, body }) => {
	const { noteIds, themes, unsettled, wordsOnly } = body;
	await requireRight(id, person.id, 'write');
	await allowSorting(sortingLimit(noteIds), person.id);
	const notes = await notesFor(id, noteIds);
	return orRefused(() => service.reviewThemes(notes, themes, { unsettled, wordsOnly }));
});
