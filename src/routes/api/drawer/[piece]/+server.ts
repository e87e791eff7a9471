import { json } from '@sveltejs/kit';
import { pieceContentSchema, pieceName } from '$core/templates/piece';
import { body, route } from '$lib/server/http';
import { bringFiles, changePiece, removePiece } from '$lib/server/pieces';
import { z } from 'zod';

const id = z.string().min(1).max(64);
const changeSchema = z.object({
	name: pieceName.optional(),
	replace: z.object({ board: id, content: pieceContentSchema }).optional(),
});

/** Renames a piece, or puts something else in its place. */
export const PATCH = route(async (event, person) => {
	await changePiece(person, event.params['piece']!, await body(event, changeSchema));
	return json({ done: true });
});

export const DELETE = route(async (event, person) => {
	await removePiece(person.id, event.params['piece']!);
	return json({ done: true });
});

/** Brings its pictures onto a board. */
export const POST = route(async (event, person) => {
	const { board } = await body(event, z.object({ board: id }));
	await bringFiles(person.id, event.params['piece']!, board);
	return json({ done: true });
});
