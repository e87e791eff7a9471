import { json } from '@sveltejs/kit';
import { recipeOf } from '$core/templates';
import { Refused } from '$lib/server/boards';
import { body, route } from '$lib/server/http';
import { moveBoard } from '$lib/server/projects';
import { pieceFor } from '$lib/server/pieces';
import { makeBlank, makeFromPiece, makeFromRecipe } from '$lib/server/new-board';
import { m } from '$lib/messages';
import { z } from 'zod';

/** The project to put it into. */
const project = z.string().min(1).max(64).optional();
const schema = z.discriminatedUnion('start', [
	z.object({ start: z.literal('blank'), project }),
	z.object({
		start: z.literal('recipe'),
		recipe: z.string().min(1).max(64),
		question: z.string().max(200).default(''),
		people: z.number().int().gte(1).lte(200).default(8),
		/** How long the session is to take; as long as the recipe usually does where nothing is said. */
		minutes: z
			.number()
			.gte(2)
			.lte(24 * 60)
			.optional(),
		project,
	}),
]);

async function make(
	person: Parameters<typeof makeBlank>[0],
	request: z.output<typeof schema>,
): Promise<string> {
	const sheet = m.sheet_number({ number: 1 });
	if (request.start === 'blank') return makeBlank(person, { title: m.new_board(), sheet });
	const { question, people, minutes } = request;
	const recipe = recipeOf(request.recipe);
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

export const POST = route(async (event, person) => {
	const request = await body(event, schema);
	if (person.guest) throw new Refused(m.error_account());
	const id = await make(person, request);
	if (request.project) await moveBoard(id, person.id, request.project);
	return json({ id }, { status: 201 });
});
