/** What is asked of the server about one's drawer. */
import { isNote, isPicture } from '$core/board/kinds/guards';
import { copyOut } from '$core/board/clip';
import { pieceSchema, type Piece, type PieceContent, type Scope } from '$core/templates/piece';
import { z } from 'zod';
import type { Board } from '../board/board.svelte';
import { ask, send } from '../ui/api';

export const drawer = (): Promise<Piece[]> => ask(z.array(pieceSchema), 'GET', '/api/drawer');

/** What is selected, as it would be kept. */
export const selectedPiece = (board: Board): PieceContent => ({
	objects: copyOut(board.model, board.selection).objects,
});

/** The sheet that is looked at and the run sheet, as a recipe. */
export function recipeFrom(board: Board): PieceContent {
	const { room, model } = board;
	const { id: me } = room.info.person;
	const ids = model.onSheet(board.sheet).map(({ id }) => id);
	// What others wrote belongs to the session they wrote it in; notes of one's own may be examples.
	const objects = copyOut(model, ids).objects.filter(({ kind, by }) => !isNote({ kind }) || by[0] === me);
	const steps = room.plan.steps.map(({ cut: _, ...step }) => ({
		...step,
		aside: room.backstage?.asideOf(step.id) ?? '',
	}));
	return { objects, steps };
}

export interface Keeping {
	name: string;
	scope: Scope;
	projectId?: string | undefined;
	content: PieceContent;
}

export const keepPiece = (board: Board, piece: Keeping) =>
	send('POST', '/api/drawer', { ...piece, board: board.room.info.boardId });

export const renamePiece = (id: string, name: string) => send('PATCH', `/api/drawer/${id}`, { name });

export const replacePiece = (board: Board, id: string, content: PieceContent) =>
	send('PATCH', `/api/drawer/${id}`, { replace: { board: board.room.info.boardId, content } });

export const deletePiece = (id: string) => send('DELETE', `/api/drawer/${id}`);

/** Brings the pictures of a piece onto the board, if it has any. */
export async function bringPictures(board: Board, piece: Piece): Promise<void> {
	if (piece.content.objects.some(isPicture))
		await send('POST', `/api/drawer/${piece.id}`, { board: board.room.info.boardId });
}
