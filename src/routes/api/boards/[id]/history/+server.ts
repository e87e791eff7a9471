import { readHistory } from '$core/contract/journal';
import { historyOf } from '$lib/server/history';
import { handle } from '$lib/server/http';

export const GET = handle(readHistory, ({ person, params }) => historyOf(params.id, person.id));
