import { json } from '@sveltejs/kit';
import { historyOf } from '$lib/server/history';
import { route } from '$lib/server/http';

/** When something happened on a board, and in what pieces its history can be had. */
export const GET = route(async (event, person) => json(await historyOf(event.params['id']!, person.id)));
