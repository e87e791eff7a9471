import { readWhatIsSent } from '$core/contract/language-model';
import { handle } from '$lib/server/http';
import { modelFor, notesToSend, questionsLeft } from '$lib/server/language-model/ask';

/** Says what would be sent where; nothing is sent. */
export const POST = handle(readWhatIsSent, async ({ person, params: { id }, body }) => {
	const { name, host } = await modelFor(id, person.id);
	const notes = await notesToSend(id, body.noteIds);
	return { model: { name, host }, notes: notes.length, questions: await questionsLeft(id) };
});
