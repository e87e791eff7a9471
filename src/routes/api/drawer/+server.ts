import { keepPiece, listDrawer } from '$core/contract/drawer';
import { handle } from '$lib/server/http';
import * as pieces from '$lib/server/pieces';

export const GET = handle(listDrawer, ({ person }) => pieces.drawerOf(person.id));

export const POST = handle(keepPiece, async ({ person, body }) => ({
	id: await pieces.keepPiece(person, body),
}));
