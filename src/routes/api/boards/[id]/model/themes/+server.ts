import { proposeThemesByModel } from '$core/contract/language-model';
import { themesByModel } from '$core/language-model/themes-by-model';
import { handle } from '$lib/server/http';
import { askModel } from '$lib/server/language-model/ask';

/** Proposes themes as the language model sees them; nothing on the board is changed. */
export const POST = handle(proposeThemesByModel, ({ person, params: { id }, body: { noteIds, count } }) =>
	askModel({ boardId: id, personId: person.id, noteIds }, (notes, complete) =>
		themesByModel(notes, complete, count),
	),
);
