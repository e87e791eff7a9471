import { json } from '@sveltejs/kit';
import { pieceContentSchema, pieceName, SCOPES } from '$core/templates/piece';
import { body, route } from '$lib/server/http';
import { drawerOf, keepPiece } from '$lib/server/pieces';
import { z } from 'zod';

const schema = z.object({
	name: pieceName,
	scope: z.enum(SCOPES),
	projectId: z.string().min(1).max(64).optional(),
	board: z.string().min(1).max(64),
	content: pieceContentSchema,
});

/** What lies in one's drawer. */
export const GET = route(async (_, person) => json(await drawerOf(person.id)));

/** Puts a piece into it. */
export const POST = route(async (event, person) => {
	const piece = await body(event, schema);
	return json({ id: await keepPiece(person, piece) }, { status: 201 });
});
