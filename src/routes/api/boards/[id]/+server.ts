import { deleteBoard, orderBoard, renameBoard } from '$core/contract/boards';
import { DONE } from '$core/contract/endpoint';
import { star } from '$lib/server/board-list';
import * as boards from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { live } from '$lib/server/live/documents';
import { moveBoard } from '$lib/server/projects';

export const PATCH = handle(renameBoard, async ({ person, params: { id }, body: { title } }) => {
	await boards.renameBoard(id, person.id, title);
	await live().edit(id, 'session', (doc) => doc.getMap('session').set('title', title), person.id);
	return { title };
});

export const DELETE = handle(deleteBoard, async ({ person, params: { id } }) => {
	await boards.deleteBoard(id, person.id);
	live().attendance.cutOff(id);
	return DONE;
});

export const POST = handle(orderBoard, async ({ person, params: { id }, body: order }) => {
	if (order.do === 'star') await star(id, person.id, order.starred);
	else if (order.do === 'move') {
		await moveBoard(id, person.id, order.project);
		await live().attendance.refreshRights(id);
	} else await boards.restoreBoard(id, person.id);
	return DONE;
});
