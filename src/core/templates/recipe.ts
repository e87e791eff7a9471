/** Recipes: a run sheet with its fields and prompts, made for a question, a number of people and the time at hand. */
import type { NewObject } from '../board/ops/edits';
import { newStep, SHORTEST, type Step } from '../meeting/steps';
import { scaled } from '../meeting/schedule';
import { Sketch } from './sketch';
import type { Purpose } from './template';

/** A step of a recipe; its place is named, and found when the recipe is made. */
export interface RecipeStep extends Partial<
	Omit<Step, 'id' | 'field' | 'fields' | 'sheet' | 'view' | 'prompt'>
> {
	title: string;
	/** What people read; of several, one stands after the other. */
	prompt?: string | readonly string[];
	kind: Step['kind'];
	minutes: number;
	/** A place that `draw` has named; several where sheets go round. */
	at?: string | readonly string[];
}

/** What a recipe is made for. */
export interface RecipeRequest {
	question: string;
	people: number;
	/** Minutes that there are. */
	minutes: number;
}

export interface Recipe {
	id: string;
	title: string;
	purposes: readonly [Purpose, ...Purpose[]];
	group: readonly [number, number];
	/** Minutes that it usually takes. */
	minutes: number;
	/** One line on how it goes. */
	how: string;
	words?: string;
	/** The question as it stands before anybody has said another. */
	question: string;
	/** Draws the board; returns its fields by the names that steps use. */
	draw(sketch: Sketch, request: RecipeRequest): Record<string, string>;
	steps(request: RecipeRequest): RecipeStep[];
}

export interface Made {
	objects: NewObject[];
	steps: Step[];
}

/** Makes a plan and its board. Ids come from `newId`; everything lies on `sheet`. */
export function make(recipe: Recipe, request: RecipeRequest, newId: () => string, sheet: string): Made {
	const sketch = new Sketch(newId, sheet);
	const asked = { ...request, question: request.question.trim() || recipe.question };
	const places = recipe.draw(sketch, asked);
	const steps = recipe.steps(asked).map(({ at, prompt, ...step }) => {
		const one = typeof at === 'string' ? places[at] : undefined;
		const several = typeof at === 'object' ? at.flatMap((name) => places[name] ?? []) : [];
		return newStep({
			...step,
			id: newId(),
			sheet,
			...(prompt ? { prompt: [prompt].flat().join(' ') } : {}),
			...(one ? { field: one } : {}),
			...(several.length > 1 ? { fields: several } : {}),
		});
	});
	const fitted = scaled(steps, request.minutes).map((step) => ({
		...step,
		minutes: Math.max(SHORTEST, Math.round(step.minutes * 2) / 2),
	}));
	return { objects: sketch.objects, steps: fitted.map(withLeast) };
}

/** A step whose least is not above what it takes now. */
const withLeast = (step: Step): Step =>
	step.least !== undefined && step.least > step.minutes ? { ...step, least: step.minutes } : step;

/** Side of a square block of so many notes in a field, board units: a field for a group has room for what it writes. */
export function fieldSize(people: number, notesEach: number): { w: number; h: number } {
	const count = Math.max(6, people * notesEach);
	const columns = Math.max(3, Math.ceil(Math.sqrt(count * 0.9)));
	return { w: columns * 174 + 44, h: Math.ceil(count / columns) * 110 + 90 };
}
