import { json } from '@sveltejs/kit';
import { deleteBoard, renameBoard, restoreBoard } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { z } from 'zod';

const renameSchema = z.object({ title: z.string().trim().min(1).max(120) });
const restoreSchema = z.object({ do: z.literal('restore') });

export const PATCH = route(async (event, person) => {
	const { title } = await body(event, renameSchema);
	const id = event.params['id']!;
	await renameBoard(id, person.id, title);
	await live().edit(id, 'session', (doc) => doc.getMap('session').set('title', title), person.id);
	return json({ title });
});

export const DELETE = route(async (event, person) => {
	const id = event.params['id']!;
	await deleteBoard(id, person.id);
	live().cutOff(id, () => true);
	return json({ deleted: true });
});

export const POST = route(async (event, person) => {
	await body(event, restoreSchema);
	await restoreBoard(event.params['id']!, person.id);
	return json({ restored: true });
});
