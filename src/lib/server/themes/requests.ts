/** What routes for themes have in common. */
import { isNote } from '$core/board/kinds/guards';
import { plainText } from '$core/text/rich';
import type { NoteText } from '$core/themes';
import { m } from '$lib/messages';
import { Refused } from '../boards';
import { allow } from '../limits';
import { live } from '../live/documents';
import { NoEncoder } from './service';

/** So many notes are looked through many times a minute. */
const FEW = 300;
/** The limit under which sorting by hand falls: with many notes each answer is heavy work. */
export const sortingLimit = (noteIds: readonly string[]): 'heavy' | 'sorting' =>
	noteIds.length > FEW ? 'heavy' : 'sorting';

/** @throws Refused where a person asks too often */
export async function allowSorting(limit: 'heavy' | 'sorting', personId: string): Promise<void> {
	if (!(await allow(limit, personId))) throw new Refused(m.error_too_many());
}

/** The notes of a board that are asked about, each once; what is none is passed over. */
export const notesFor = (boardId: string, noteIds: readonly string[]): Promise<NoteText[]> =>
	live().read(boardId, (model) =>
		[...new Set(noteIds)]
			.flatMap((noteId) => model.find(noteId) ?? [])
			.filter(isNote)
			.map((note) => ({ id: note.id, text: plainText(note.text) })),
	);

/** Says in words that there is no encoder. */
export async function orRefused<T>(work: () => Promise<T>): Promise<T> {
	try {
		return await work();
	} catch (error) {
		if (error instanceof NoEncoder) throw new Refused(m.error_no_encoder(), 503);
		throw error;
	}
}
