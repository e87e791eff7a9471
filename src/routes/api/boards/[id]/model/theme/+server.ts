import { summarizeByModel } from '$core/contract/language-model';
import { summaryByModel } from '$core/language-model/themes-by-model';
import { handle } from '$lib/server/http';
import { askModel } from '$lib/server/language-model/ask';

/** Says in one sentence what a theme says; nothing on the board is changed. */
export const POST = handle(summarizeByModel, ({ person, params: { id }, body: { name, noteIds } }) =>
	askModel({ boardId: id, personId: person.id, noteIds }, (notes, complete) =>
		summaryByModel(name, notes, complete),
	),
);
