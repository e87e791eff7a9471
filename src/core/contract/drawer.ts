/** One's drawer of pieces and recipes, and pictograms. */
import { z } from 'zod';
import { PATH_DATA } from '../board/kinds/mark';
import { pieceContentSchema, pieceName, pieceSchema, SCOPES } from '../templates/piece';
import { done, endpoint, id, made } from './endpoint';

const PIECE = '/api/drawer/[piece]';

export const newPieceSchema = z.object({
	name: pieceName,
	scope: z.enum(SCOPES),
	projectId: id.optional(),
	/** The board that it is taken from. */
	board: id,
	content: pieceContentSchema,
});
export const listDrawer = endpoint({
	method: 'GET',
	path: '/api/drawer',
	response: z.array(pieceSchema),
});
export const keepPiece = endpoint({
	method: 'POST',
	path: '/api/drawer',
	request: newPieceSchema,
	response: made,
	status: 201,
});
/** Renames a piece, or puts something else in its place. */
export const changePiece = endpoint({
	method: 'PATCH',
	path: PIECE,
	request: z.object({
		name: pieceName.optional(),
		replace: z.object({ board: id, content: pieceContentSchema }).optional(),
	}),
	response: done,
});
export const deletePiece = endpoint({ method: 'DELETE', path: PIECE, response: done });
/** Brings the pictures of a piece onto a board. */
export const bringPieceFiles = endpoint({
	method: 'POST',
	path: PIECE,
	request: z.object({ board: id }),
	response: done,
});

const pictogramSchema = z.object({
	name: z.string(),
	label: z.string(),
	d: z.string().regex(PATH_DATA),
	solid: z.boolean(),
});
export type FoundPictogram = z.infer<typeof pictogramSchema>;
/** Pictograms that go with some words. */
export const findPictograms = endpoint({
	method: 'GET',
	path: '/api/marks',
	query: z.object({
		find: z.string().max(80).default(''),
		max: z.coerce.number().int().min(1).max(200).default(80),
	}),
	response: z.array(pictogramSchema),
});
