import { DONE } from '$core/contract/endpoint';
import { readyNotes } from '$core/contract/themes';
import { requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { allowSorting, notesFor, orRefused } from '$lib/server/themes/requests';
import { encodeNotes } from '$lib/server/themes/service';

export const POST = handle(readyNotes, async ({ person, params: { id }, body: { noteIds } }) => {
	await requireRight(id, person.id, 'write');
	await allowSorting('sorting', person.id);
	const notes = await notesFor(id, noteIds);
	await orRefused(() => encodeNotes(notes));
	return DONE;
});
