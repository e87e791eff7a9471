/** The tables of templates and recipes, and looking something up in them. */
import { IDEA_LAYOUTS } from './layouts-ideas';
import { PEOPLE_LAYOUTS } from './layouts-people';
import { PLAN_LAYOUTS } from './layouts-plans';
import type { Recipe } from './recipe';
import { IDEA_RECIPES } from './recipes-ideas';
import { TEAM_RECIPES } from './recipes-teams';
import { WORK_RECIPES } from './recipes-work';
import type { Purpose, Template } from './template';

export const TEMPLATES: readonly Template[] = [...IDEA_LAYOUTS, ...PEOPLE_LAYOUTS, ...PLAN_LAYOUTS];

export const RECIPES: readonly Recipe[] = [...IDEA_RECIPES, ...TEAM_RECIPES, ...WORK_RECIPES];

/** One of a list by its id. */
export const withId = <T extends { id: string }>(all: readonly T[], id: string): T | undefined =>
	all.find((one) => one.id === id);

/** What can be looked for. */
export interface Wanted {
	words?: string;
	purpose?: Purpose | undefined;
	/** How many people there are. */
	people?: number | undefined;
}

interface Described {
	title: string;
	purposes: readonly Purpose[];
	group: readonly [number, number];
	how: string;
	words?: string;
}

const normal = (text: string): string =>
	text
		.toLowerCase()
		.normalize('NFD')
		.replace(/\p{Diacritic}/gu, '');

/** How well something fits what is wanted; undefined when it does not. A purpose that comes first counts more than one beside it. */
function fit(one: Described, { words = '', purpose, people }: Wanted): number | undefined {
	if (purpose && !one.purposes.includes(purpose)) return undefined;
	if (people !== undefined && (people < one.group[0] || people > one.group[1])) return undefined;
	let score = purpose ? (one.purposes[0] === purpose ? 2 : 1) : 0;
	const [title, rest] = [
		normal(one.title),
		normal(`${one.how} ${one.words ?? ''} ${one.purposes.join(' ')}`),
	];
	for (const word of normal(words).split(/\s+/).filter(Boolean)) {
		if (title.startsWith(word)) score += 6;
		else if (title.includes(word)) score += 4;
		else if (rest.includes(word)) score += 2;
		else return undefined;
	}
	return score;
}

/** What fits, best first; ties in the order of the table. */
export function find<T extends Described>(all: readonly T[], wanted: Wanted): T[] {
	return all
		.flatMap((one, i) => {
			const score = fit(one, wanted);
			return score === undefined ? [] : [{ one, score, i }];
		})
		.sort((a, b) => b.score - a.score || a.i - b.i)
		.map(({ one }) => one);
}

export { PURPOSES, type Purpose, type Template } from './template';
export { recipesIn, templatesIn } from './language';
