/** What is asked of the server about one's drawer. */
import { isNote, isPicture } from '$core/board/kinds/guards';
import { copyOut } from '$core/board/ops/clip';
import * as contract from '$core/contract/drawer';
import type { Piece, PieceContent, Scope } from '$core/templates/piece';
import { call } from '$lib/api/client';
import type { Board } from '../board/board.svelte';

export const drawer = (): Promise<Piece[]> => call(contract.listDrawer, {});

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
	call(contract.keepPiece, { body: { ...piece, board: board.room.info.boardId } });

export const renamePiece = (piece: string, name: string) =>
	call(contract.changePiece, { params: { piece }, body: { name } });

export const replacePiece = (board: Board, piece: string, content: PieceContent) =>
	call(contract.changePiece, {
		params: { piece },
		body: { replace: { board: board.room.info.boardId, content } },
	});

export const deletePiece = (piece: string) => call(contract.deletePiece, { params: { piece } });

/** Brings the pictures of a piece onto the board, if it has any. */
export async function bringPictures(board: Board, piece: Piece): Promise<void> {
	if (!piece.content.objects.some(isPicture)) return;
	const body = { board: board.room.info.boardId };
	await call(contract.bringPieceFiles, { params: { piece: piece.id }, body });
}
