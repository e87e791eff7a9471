/** Making boards with something on them: blank, or from a recipe that is ready to start. */
import { addObjects } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { BoardModel } from '$core/board/model/model';
import { addSheet } from '$core/board/ops/sheets';
import { asidesOf } from '$core/meeting/backstage';
import { sessionMap, writeSteps, type Step } from '$core/meeting/runsheet';
import { putRecipe, type Piece } from '$core/templates/piece';
import { make, type Recipe, type RecipeRequest } from '$core/templates/recipe';
import { newId } from '$lib/new-id';
import type { Person } from './auth';
import { createBoard } from './boards';
import { live } from './live/documents';
import { shareOut } from './pieces';

/** A hand of the server's, editing for somebody. */
const handOf = (doc: EditContext['doc'], person: Person): EditContext => ({
	doc,
	person,
	origin: 'server',
	now: () => Date.now(),
	newId,
});

export async function makeBlank(person: Person, words: { title: string; sheet: string }): Promise<string> {
	const id = await createBoard(person.id, words.title);
	await live().edit(
		id,
		'stage',
		(doc) => {
			const model = new BoardModel(doc, 0);
			addSheet(handOf(doc, person), model, words.sheet);
			model.destroy();
		},
		person.id,
	);
	return id;
}

/** Makes a board from a recipe: its fields, and the run sheet for the people and the time at hand. */
export async function makeFromRecipe(
	person: Person,
	recipe: Recipe,
	request: RecipeRequest,
	words: { title: string; sheet: string },
): Promise<string> {
	const id = await createBoard(person.id, words.title);
	const steps = await live().edit(
		id,
		'stage',
		(doc) => {
			const editContext = handOf(doc, person);
			const model = new BoardModel(doc, 0);
			const sheet = addSheet(editContext, model, words.sheet);
			const made = make(recipe, request, editContext.newId, sheet);
			addObjects(editContext, model, made.objects);
			model.destroy();
			return made.steps;
		},
		person.id,
	);
	await writePlan(id, person, steps, request.question || recipe.question);
	return id;
}

/** Makes a board from a recipe of somebody's own. The caller checks that they may use it. */
export async function makeFromPiece(
	person: Person,
	piece: Piece,
	minutes: number | undefined,
	words: { title: string; sheet: string },
): Promise<string> {
	const id = await createBoard(person.id, words.title);
	await shareOut(piece.id, id);
	const steps = await live().edit(
		id,
		'stage',
		(doc) => {
			const editContext = handOf(doc, person);
			const model = new BoardModel(doc, 0);
			const sheet = addSheet(editContext, model, words.sheet);
			const made = putRecipe(editContext, model, piece.content, { sheet, minutes });
			model.destroy();
			return made;
		},
		person.id,
	);
	await writePlan(id, person, steps, '');
	return id;
}

/** Writes a run sheet; notes for those who lead go where only those see them. */
async function writePlan(
	id: string,
	person: Person,
	steps: readonly Step[],
	question: string,
): Promise<void> {
	await live().edit(id, 'backstage', (doc) => {
		for (const { id: step, aside } of steps) if (aside !== '') asidesOf(doc).set(step, aside);
	});
	await live().edit(
		id,
		'session',
		(doc) => {
			writeSteps(
				doc,
				steps.map((step) => ({ ...step, aside: '' })),
			);
			if (question !== '') sessionMap(doc).set('question', question);
		},
		person.id,
	);
}
