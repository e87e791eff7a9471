import { copyBoard } from '$core/contract/boards';
import { m } from '$lib/messages';
import { Refused } from '$lib/server/boards';
import * as copies from '$lib/server/copy-board';
import { handle } from '$lib/server/http';

export const POST = handle(copyBoard, async ({ person, params }) => {
	if (person.guest) throw new Refused(m.error_account());
	return { id: await copies.copyBoard(params.id, person, (title) => m.copy_of({ title })) };
});
