/**
 * Templates and recipes in the language of whoever puts them on a board. They are written in
 * English; a table for each other language says what stands in its place.
 */
import { GERMAN } from './german';
import type { Recipe, RecipeStep } from './recipe';
import type { Template } from './template';

/** A text of a template in another language; as it is where there is no other. */
export type Say = (text: string) => string;

const TABLES: Readonly<Record<string, Readonly<Record<string, string>>>> = { de: GERMAN };

/** Texts with numbers in them stand once in a table, with `{n}` for each number. */
const NUMBER = /\d+/g;

/**
 * @param language tag of a language, as in `de`
 */
export function sayIn(language: string): Say {
	// A made-up language, by which tests see that nothing is said past this table.
	if (language.endsWith('-XA')) return (text) => (text === '' ? '' : `⟦${text}⟧`);
	const table = TABLES[language];
	if (!table) return (text) => text;
	return (text) => {
		const exact = table[text];
		if (exact !== undefined) return exact;
		const numbers = text.match(NUMBER) ?? [];
		const pattern = numbers.length > 0 ? table[text.replace(NUMBER, '{n}')] : undefined;
		let next = 0;
		return pattern?.replace(/\{n\}/g, () => numbers[next++]!) ?? text;
	};
}

interface Described {
	title: string;
	how: string;
	words?: string;
}

/** Found by the words of both languages. */
const described = <T extends Described>(one: T, say: Say): T => ({
	...one,
	title: say(one.title),
	how: say(one.how),
	words: `${one.words ?? ''} ${one.title} ${say(one.words ?? '')}`,
});

const asked = (step: RecipeStep, say: Say): RecipeStep => ({
	...step,
	title: say(step.title),
	...(step.prompt ? { prompt: [step.prompt].flat().map(say) } : {}),
	...(step.aside ? { aside: say(step.aside) } : {}),
});

/** Templates in a language, by its tag. */
export function templatesIn(language: string, templates: readonly Template[]): Template[] {
	const say = sayIn(language);
	return templates.map((template) => ({
		...described(template, say),
		draw(sketch) {
			sketch.say = say;
			template.draw(sketch);
		},
	}));
}

/** Recipes in a language, by its tag. The question that somebody asks stays as they wrote it. */
export function recipesIn(language: string, recipes: readonly Recipe[]): Recipe[] {
	const say = sayIn(language);
	return recipes.map((recipe) => {
		const sayAround =
			(question: string): Say =>
			(text) =>
				text === question ? text : say(text);
		return {
			...described(recipe, say),
			question: say(recipe.question),
			draw(sketch, request) {
				sketch.say = sayAround(request.question);
				return recipe.draw(sketch, request);
			},
			steps: (request) => recipe.steps(request).map((step) => asked(step, sayAround(request.question))),
		};
	});
}
