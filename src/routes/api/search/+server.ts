import { searchBoards } from '$core/contract/search';
import { Refused } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { m } from '$lib/messages';
import { allow } from '$lib/server/limits';
import { searchBoards as search } from '$lib/server/search';

export const GET = handle(searchBoards, async ({ person, query }) => {
	if (!(await allow('search', person.id))) throw new Refused(m.error_too_many());
	return search(person.id, query.words);
});
