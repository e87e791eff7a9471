import { json } from '@sveltejs/kit';
import { titleSchema } from '$core/boards/title';
import { moveBoard } from '$lib/server/projects';
import { star } from '$lib/server/board-list';
import { deleteBoard, Refused, renameBoard, restoreBoard } from '$lib/server/boards';
import { copyBoard } from '$lib/server/copy-board';
import { body, route } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { m } from '$lib/messages';
import { z } from 'zod';

const orderSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('restore') }),
	z.object({ do: z.literal('star'), starred: z.boolean() }),
	z.object({ do: z.literal('copy') }),
	/** Into a project, or out of all of them. */
	z.object({ do: z.literal('move'), project: z.string().min(1).max(64).nullable() }),
]);

export const PATCH = route(async (event, person) => {
	const { title } = await body(event, titleSchema);
	const id = event.params['id']!;
	await renameBoard(id, person.id, title);
	await live().edit(id, 'session', (doc) => doc.getMap('session').set('title', title), person.id);
	return json({ title });
});

export const DELETE = route(async (event, person) => {
	const id = event.params['id']!;
	await deleteBoard(id, person.id);
	live().attendance.cutOff(id);
	return json({ deleted: true });
});

export const POST = route(async (event, person) => {
	const order = await body(event, orderSchema);
	const id = event.params['id']!;
	if (order.do === 'copy') {
		if (person.guest) throw new Refused(m.error_account());
		const copy = await copyBoard(id, person, (title) => m.copy_of({ title }));
		return json({ id: copy }, { status: 201 });
	}
	if (order.do === 'star') await star(id, person.id, order.starred);
	else if (order.do === 'move') {
		await moveBoard(id, person.id, order.project);
		await live().attendance.refreshRights(id);
	} else await restoreBoard(id, person.id);
	return json({ done: true });
});
