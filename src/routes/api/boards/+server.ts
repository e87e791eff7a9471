import type { z } from 'zod';
import { createBoard, listBoards, type newBoardSchema } from '$core/contract/boards';
import { withId } from '$core/templates';
import { m } from '$lib/messages';
import { boardsOf } from '$lib/server/board-list';
import { Refused } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { makeBlank, makeFromPiece, makeFromRecipe } from '$lib/server/new-board';
import { pieceFor } from '$lib/server/pieces';
import { moveBoard } from '$lib/server/projects';
import { recipes } from '$lib/templates/tables';

async function make(
	person: Parameters<typeof makeBlank>[0],
	request: z.output<typeof newBoardSchema>,
): Promise<string> {
	const sheet = m.sheet_number({ number: 1 });
	if (request.start === 'blank') return makeBlank(person, { title: m.new_board(), sheet });
	const { question, people, minutes } = request;
	const recipe = withId(recipes(), request.recipe);
	if (!recipe) {
		// Not one of ours: one that somebody has kept.
		const piece = await pieceFor(person.id, request.recipe);
		if (!piece.content.steps) throw new Refused(m.error_recipe_gone(), 404);
		return makeFromPiece(person, piece, minutes, {
			title: question.trim().slice(0, 120) || piece.name,
			sheet,
		});
	}
	const asked = { question: question.trim(), people, minutes: minutes ?? recipe.minutes };
	return makeFromRecipe(person, recipe, asked, {
		title: asked.question.slice(0, 120) || recipe.title,
		sheet,
	});
}

export const GET = handle(listBoards, async ({ person }) => {
	const boards = (await boardsOf(person.id)).filter(({ open, deletedAt }) => open && deletedAt === undefined);
	boards.sort((a, b) => (b.openedAt ?? 0) - (a.openedAt ?? 0));
	return { boards: boards.map(({ id, title }) => ({ id, title })) };
});

export const POST = handle(createBoard, async ({ person, body: request }) => {
	if (person.guest) throw new Refused(m.error_account());
	const id = await make(person, request);
	if (request.project) await moveBoard(id, person.id, request.project);
	return { id };
});
