/** Votes and ballots: what can be asked, and what an answer may hold. The server checks every ballot here. */
import { z } from 'zod';
import { leads, type Role, talks } from '../access/roles';

/** Dots shared out; objects put in order; each rated on a scale; each placed on two scales. */
export const METHODS = ['dots', 'ranking', 'rating', 'matrix'] as const;
export type Method = (typeof METHODS)[number];

/** Who may vote: all who take part, or all of them but those who lead, or people who are named. Onlookers never. */
export const VOTERS = ['all', 'participants', 'chosen'] as const;
export type Voters = (typeof VOTERS)[number];

const id = z.string().min(1).max(64);

export const optionSchema = z.object({
	/** The object that is voted on. */
	id,
	/** What it said when the vote began. */
	text: z.string().max(500),
});
export type Option = z.infer<typeof optionSchema>;

export const MAX_OPTIONS = 300;

/** What a vote asks, and how. */
export const termsSchema = z.object({
	method: z.enum(METHODS),
	question: z.string().min(1).max(400),
	/** Dots that everybody has, and how many of them one object can get from one person. */
	each: z.number().int().gte(1).lte(100).default(5),
	most: z.number().int().gte(1).lte(100).default(3),
	/** The steps of a scale, from 1 up. */
	steps: z.number().int().gte(2).lte(10).default(5),
	/** What the ends of the scales are called: low and high of the first, low and high of the second. */
	ends: z.array(z.string().max(60)).max(4).default([]),
	/** Whether nobody ever learns who voted for what, and nobody sees how it stands before the close. */
	secret: z.boolean().default(true),
	who: z.enum(VOTERS).default('all'),
	/** Those who may vote, where they are named. */
	chosen: z.array(id).max(500).default([]),
});
export type Terms = z.infer<typeof termsSchema>;

export interface Vote extends Terms {
	options: Option[];
}

/** Dots by object; objects from the best on; steps by object; a step on each scale by object. */
export const choiceSchema = z.union([
	z.object({ dots: z.record(id, z.number().int().gte(0).lte(100)) }),
	z.object({ order: z.array(id).max(MAX_OPTIONS) }),
	z.object({ steps: z.record(id, z.number().int()) }),
	z.object({ places: z.record(id, z.tuple([z.number().int(), z.number().int()])) }),
]);
export type Choice = z.infer<typeof choiceSchema>;

/** Why a ballot cannot be counted. */
export type Fault = 'method' | 'option' | 'too many' | 'too many on one' | 'twice' | 'scale';

/** What is wrong with a ballot; undefined when it can be counted. An empty one can. */
export function faultOf(vote: Vote, choice: Choice): Fault | undefined {
	const known = new Set(vote.options.map((option) => option.id));
	const isKnown = (ids: readonly string[]): boolean => ids.every((each) => known.has(each));
	const isStep = (step: number): boolean => step >= 1 && step <= vote.steps;
	if ('dots' in choice) {
		if (vote.method !== 'dots') return 'method';
		const counts = Object.values(choice.dots);
		if (!isKnown(Object.keys(choice.dots))) return 'option';
		if (counts.some((count) => count > vote.most)) return 'too many on one';
		return counts.reduce((sum, count) => sum + count, 0) > vote.each ? 'too many' : undefined;
	}
	if ('order' in choice) {
		if (vote.method !== 'ranking') return 'method';
		if (!isKnown(choice.order)) return 'option';
		return new Set(choice.order).size < choice.order.length ? 'twice' : undefined;
	}
	if ('steps' in choice) {
		if (vote.method !== 'rating') return 'method';
		if (!isKnown(Object.keys(choice.steps))) return 'option';
		return Object.values(choice.steps).every(isStep) ? undefined : 'scale';
	}
	if (vote.method !== 'matrix') return 'method';
	if (!isKnown(Object.keys(choice.places))) return 'option';
	return Object.values(choice.places).every(([a, b]) => isStep(a) && isStep(b)) ? undefined : 'scale';
}

/** A ballot on which nothing stands yet. */
export function emptyChoice(method: Method): Choice {
	switch (method) {
		case 'dots':
			return { dots: {} };
		case 'ranking':
			return { order: [] };
		case 'rating':
			return { steps: {} };
		case 'matrix':
			return { places: {} };
	}
}

/** Whether nothing stands on a ballot: such ballots do not count as votes. */
export function isEmpty(choice: Choice): boolean {
	if ('dots' in choice) return Object.values(choice.dots).every((count) => count === 0);
	if ('order' in choice) return choice.order.length === 0;
	return Object.keys('steps' in choice ? choice.steps : choice.places).length === 0;
}

/** Dots that are left to somebody. */
export const dotsLeft = (vote: Pick<Vote, 'each'>, choice: Choice): number =>
	'dots' in choice ? vote.each - Object.values(choice.dots).reduce((sum, count) => sum + count, 0) : 0;

/** Whether somebody with that part may vote. */
export function mayVote({ who, chosen }: Pick<Terms, 'who' | 'chosen'>, role: Role, person: string): boolean {
	if (!talks(role)) return false;
	if (who === 'chosen') return chosen.includes(person);
	return who === 'all' || !leads(role);
}

// Changing a ballot by one click or key.

/** One dot more on an object, as far as there are any left; the same ballot when that cannot be. */
export function withDot(vote: Vote, choice: Choice, option: string): Choice {
	if (!('dots' in choice)) return choice;
	const next = { dots: { ...choice.dots, [option]: (choice.dots[option] ?? 0) + 1 } };
	return faultOf(vote, next) === undefined ? next : choice;
}

export function withoutDot(choice: Choice, option: string): Choice {
	if (!('dots' in choice)) return choice;
	const { [option]: now = 0, ...others } = choice.dots;
	return { dots: now > 1 ? { ...others, [option]: now - 1 } : others };
}

/** Puts an object at a place in the order, 0 for the best; takes it out where `at` is undefined. */
export function placed(choice: Choice, option: string, at: number | undefined): Choice {
	if (!('order' in choice)) return choice;
	const others = choice.order.filter((each) => each !== option);
	return { order: at === undefined ? others : [...others.slice(0, at), option, ...others.slice(at)] };
}

/** Rates an object; takes the rating back where `step` is undefined. */
export function rated(choice: Choice, option: string, step: number | undefined): Choice {
	if (!('steps' in choice)) return choice;
	const { [option]: _, ...others } = choice.steps;
	return { steps: step === undefined ? others : { ...others, [option]: step } };
}

/** Places an object on the two scales of a matrix; takes it off where `place` is undefined. */
export function onMatrix(
	choice: Choice,
	option: string,
	place: readonly [number, number] | undefined,
): Choice {
	if (!('places' in choice)) return choice;
	const { [option]: _, ...others } = choice.places;
	return { places: place === undefined ? others : { ...others, [option]: [place[0], place[1]] } };
}

/**
 * What a vote asks when nobody says otherwise: the title of the field it is about, the prompt of
 * the step where that is a question, or what the whole board asks. A prompt that tells people what
 * to do is none: it would stand over the decision in the report.
 */
export const usualQuestion = (title: string, prompt: string, board: string): string =>
	title || (/[?？]\s*$/.test(prompt) ? prompt : board || prompt);
