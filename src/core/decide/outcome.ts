/** What came of a vote: the order with its ties, turnout, agreement, and whether another counting rule would change the top. */
import { consensus, gathering, kendallW } from './agreement';
import { borda, deviation, mean, median, placesOf, plurality, schulze, type Scores } from './count';
import { isEmpty, type Choice, type Option, type Vote } from './vote';

/**
 * How votes are counted, or could be: what the server tells is checked against this list, and each
 * has its words.
 */
export const RULES = [
	'dots',
	'heads',
	'borda',
	'plurality',
	'schulze',
	'mean',
	'median',
	'mean product',
	'median product',
] as const;
export type Rule = (typeof RULES)[number];

/** Measures of agreement. */
export const MEASURES = ['W', 'consensus', 'gathering'] as const;
type Measure = (typeof MEASURES)[number];

export interface Result {
	option: Option;
	/** Place, 1 for the best; tied ones have the same. */
	rank: number;
	/** What counts: dots, points, a mean. */
	score: number;
	/** How many people chose it at all. */
	voters: number;
	/** How far ratings lie apart (standard deviation), and their agreement. */
	spread?: number;
	agreement?: number | undefined;
	/** Means on the two scales of a matrix. */
	place?: [number, number];
}

export interface Outcome {
	rule: Rule;
	/** Best first. */
	results: Result[];
	/** Objects that share the first place, where there are several. */
	tied: Option[];
	/** How many voted, and how many may have. */
	turnout: { voted: number; entitled: number };
	/** Agreement from 0 to 1, and by which measure; undefined when it cannot be told. */
	agreement: { measure: Measure; value: number } | undefined;
	/** What stands on top by other rules. */
	others: { rule: Rule; top: Option[]; isSame: boolean }[];
}

/** Counts ballots. Empty ones do not count as votes. */
export function outcomeOf(vote: Vote, ballots: readonly Choice[], entitled: number): Outcome {
	const cast = ballots.filter((choice) => !isEmpty(choice));
	const counted = COUNTS[vote.method](vote, cast);
	const [main, ...rest] = counted.scores;
	const places = placesOf(main![1]);
	const byId = new Map(vote.options.map((option) => [option.id, option]));
	const top = places[0] ?? [];
	let before = 0;
	const results = places.flatMap((group) => {
		const rank = before + 1;
		before += group.length;
		return group.map((id): Result => ({
			option: byId.get(id)!,
			rank,
			score: main![1].get(id)!,
			...counted.more(id),
		}));
	});
	const hasVotes = cast.length > 0;
	return {
		rule: main![0],
		results,
		tied: hasVotes && top.length > 1 ? top.map((id) => byId.get(id)!) : [],
		turnout: { voted: cast.length, entitled: Math.max(entitled, cast.length) },
		agreement: counted.agreement,
		others: hasVotes
			? rest.map(([rule, scores]) => {
					const first = placesOf(scores)[0] ?? [];
					const isSame = first.length === top.length && first.every((id) => top.includes(id));
					return { rule, top: first.map((id) => byId.get(id)!), isSame };
				})
			: [],
	};
}

interface Counted {
	/** Scores by rule, the one that counts first. */
	scores: [Rule, Scores][];
	more(id: string): Pick<Result, 'voters' | 'spread' | 'agreement' | 'place'>;
	agreement: Outcome['agreement'];
}

const some = (measure: Measure, value: number | undefined): Outcome['agreement'] =>
	value === undefined ? undefined : { measure, value };

const COUNTS: Record<Vote['method'], (vote: Vote, cast: readonly Choice[]) => Counted> = {
	dots: countDots,
	ranking: countRankings,
	rating: countRatings,
	matrix: countMatrix,
};

function countDots({ options }: Vote, cast: readonly Choice[]): Counted {
	const dots: Scores = new Map(options.map(({ id }) => [id, 0]));
	const heads: Scores = new Map(options.map(({ id }) => [id, 0]));
	for (const choice of cast) {
		if (!('dots' in choice)) continue;
		for (const [id, count] of Object.entries(choice.dots)) {
			if (!dots.has(id) || count === 0) continue;
			dots.set(id, dots.get(id)! + count);
			heads.set(id, heads.get(id)! + 1);
		}
	}
	return {
		scores: [
			['dots', dots],
			['heads', heads],
		],
		more: (id) => ({ voters: heads.get(id)! }),
		agreement: some('gathering', gathering([...dots.values()])),
	};
}

function countRankings({ options }: Vote, cast: readonly Choice[]): Counted {
	const ids = options.map(({ id }) => id);
	const ballots = cast.flatMap((choice) => ('order' in choice ? [choice.order] : []));
	return {
		scores: [
			['borda', borda(ids, ballots)],
			['plurality', plurality(ids, ballots)],
			['schulze', schulze(ids, ballots)],
		],
		more: (id) => ({ voters: ballots.filter((ballot) => ballot.includes(id)).length }),
		agreement: some('W', kendallW(ids, ballots)),
	};
}

/** The mean of what is known of several. */
function overall(values: readonly (number | undefined)[]): number | undefined {
	const known = values.filter((value) => value !== undefined);
	return known.length === 0 ? undefined : mean(known);
}

function countRatings({ options, steps }: Vote, cast: readonly Choice[]): Counted {
	const ratings = new Map(
		options.map(({ id }) => [
			id,
			cast.flatMap((choice) => ('steps' in choice ? (choice.steps[id] ?? []) : [])),
		]),
	);
	const by = (count: (values: readonly number[]) => number): Scores =>
		new Map([...ratings].map(([id, values]) => [id, count(values)]));
	const agreementOn = (id: string): number | undefined => consensus(ratings.get(id)!, steps);
	return {
		scores: [
			['mean', by(mean)],
			['median', by(median)],
		],
		more: (id) => ({
			voters: ratings.get(id)!.length,
			spread: deviation(ratings.get(id)!),
			agreement: agreementOn(id),
		}),
		agreement: some('consensus', overall(options.map(({ id }) => agreementOn(id)))),
	};
}

function countMatrix({ options, steps }: Vote, cast: readonly Choice[]): Counted {
	const places = new Map(
		options.map(({ id }) => [
			id,
			cast.flatMap((choice) => ('places' in choice && choice.places[id] ? [choice.places[id]] : [])),
		]),
	);
	const on = (id: string, axis: 0 | 1): number[] => places.get(id)!.map((place) => place[axis]);
	const by = (count: (values: readonly number[]) => number): Scores =>
		new Map(options.map(({ id }) => [id, count(on(id, 0)) * count(on(id, 1))]));
	const agreementOn = (id: string): number | undefined =>
		overall([consensus(on(id, 0), steps), consensus(on(id, 1), steps)]);
	return {
		scores: [
			['mean product', by(mean)],
			['median product', by(median)],
		],
		more: (id) => ({
			voters: places.get(id)!.length,
			agreement: agreementOn(id),
			place: [mean(on(id, 0)), mean(on(id, 1))],
		}),
		agreement: some('consensus', overall(options.map(({ id }) => agreementOn(id)))),
	};
}
