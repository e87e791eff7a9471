import { bringPieceFiles, changePiece, deletePiece } from '$core/contract/drawer';
import { DONE } from '$core/contract/endpoint';
import { handle } from '$lib/server/http';
import * as pieces from '$lib/server/pieces';

export const PATCH = handle(changePiece, async ({ person, params, body }) => {
	await pieces.changePiece(person, params.piece, body);
	return DONE;
});

export const DELETE = handle(deletePiece, async ({ person, params }) => {
	await pieces.removePiece(person.id, params.piece);
	return DONE;
});

export const POST = handle(bringPieceFiles, async ({ person, params, body }) => {
	await pieces.bringFiles(person.id, params.piece, body.board);
	return DONE;
});
