import { readJournal } from '$core/contract/journal';
import { handle } from '$lib/server/http';
import { journalOf } from '$lib/server/journal';

export const GET = handle(readJournal, ({ person, params, query }) => journalOf(params.id, person.id, query));
