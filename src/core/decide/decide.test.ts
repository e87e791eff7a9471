import { describe, expect, it } from 'vitest';
import { consensus, gathering, gini, kendallW, strengthOf } from './agreement';
import { borda, deviation, mean, median, pairwise, placesOf, plurality, schulze } from './count';
import { outcomeOf } from './outcome';
import {
	dotsLeft,
	faultOf,
	isEmpty,
	mayVote,
	placed,
	onMatrix,
	rated,
	termsSchema,
	usualQuestion,
	withDot,
	withoutDot,
	type Choice,
	type Vote,
} from './vote';

const times = (count: number, order: string): string[][] => Array.from({ length: count }, () => [...order]);

describe('counting rules on published examples', () => {
	// M. Schulze (2011), example 1: 45 voters; the order is E, A, C, B, D.
	const paper = [
		...times(5, 'ACBED'),
		...times(5, 'ADECB'),
		...times(8, 'BEDAC'),
		...times(3, 'CABED'),
		...times(7, 'CAEBD'),
		...times(2, 'CBADE'),
		...times(7, 'DCEBA'),
		...times(8, 'EBADC'),
	];
	// Tennessee chooses its capital: the textbook case in which first places, points and pairs differ.
	const CITIES = ['Memphis', 'Nashville', 'Chattanooga', 'Knoxville'];
	const [M, N, C, K] = CITIES as [string, string, string, string];
	const tennessee = [
		...Array.from({ length: 42 }, () => [M, N, C, K]),
		...Array.from({ length: 26 }, () => [N, C, K, M]),
		...Array.from({ length: 15 }, () => [C, K, N, M]),
		...Array.from({ length: 17 }, () => [K, C, N, M]),
	];

	it('Schulze: strongest paths', () => {
		expect(pairwise([...'ABCDE'], paper)[0]).toEqual([0, 20, 26, 30, 22]);
		expect(placesOf(schulze([...'ABCDE'], paper))).toEqual([['E'], ['A'], ['C'], ['B'], ['D']]);
		expect(placesOf(schulze(CITIES, tennessee))).toEqual([[N], [C], [K], [M]]);
	});

	it('Borda: points by place', () => {
		expect(Object.fromEntries(borda(CITIES, tennessee))).toEqual({ [M]: 126, [N]: 194, [C]: 173, [K]: 107 });
	});

	it('plurality: first places', () => {
		expect(Object.fromEntries(plurality(CITIES, tennessee))).toEqual({ [M]: 42, [N]: 26, [C]: 15, [K]: 17 });
	});

	it('share points among what was left out', () => {
		expect(Object.fromEntries(borda(['a', 'b', 'c'], [['b']]))).toEqual({ a: 0.5, b: 2, c: 0.5 });
		expect(placesOf(schulze(['a', 'b', 'c'], [['b']]))).toEqual([['b'], ['a', 'c']]);
	});

	it('Condorcet: whoever beats everybody in pairs is first by Schulze', () => {
		for (let seed = 1; seed < 120; seed++) {
			let state = seed;
			const random = (): number => (state = (state * 16807) % 2147483647) / 2147483647;
			const options = [...'abcde'];
			const ballots = Array.from({ length: 3 + Math.floor(random() * 9) }, () =>
				[...options].sort(() => random() - 0.5),
			);
			const wins = pairwise(options, ballots);
			const winner = options.findIndex((_, a) =>
				options.every((__, b) => a === b || wins[a]![b]! > wins[b]![a]!),
			);
			if (winner >= 0) expect(placesOf(schulze(options, ballots))[0]).toEqual([options[winner]]);
		}
	});

	it('mean, median, deviation', () => {
		expect([mean([1, 2, 6]), median([6, 1, 2]), median([1, 2, 3, 10])]).toEqual([3, 2, 2.5]);
		expect(deviation([2, 4, 4, 4, 5, 5, 7, 9])).toBe(2);
		expect([mean([]), median([])]).toEqual([0, 0]);
	});
});

describe('agreement', () => {
	it('of rankings is Kendall’s W: three judges, six applicants (S. Siegel, Nonparametric Statistics, 1956)', () => {
		const applicants = [...'abcdef'];
		const ranks = [
			[1, 6, 3, 2, 5, 4],
			[1, 5, 6, 4, 2, 3],
			[6, 3, 2, 5, 4, 1],
		];
		const ballots = ranks.map((places) =>
			[...applicants].sort((a, b) => places[applicants.indexOf(a)]! - places[applicants.indexOf(b)]!),
		);
		expect(kendallW(applicants, ballots)).toBeCloseTo(0.162, 3);
	});

	it('of rankings is 1 when all agree, 0 when two are opposed, and not known for one', () => {
		expect(kendallW([...'abc'], times(4, 'abc'))).toBeCloseTo(1);
		expect(kendallW([...'abc'], [[...'abc'], [...'cba']])).toBeCloseTo(0);
		expect(kendallW([...'abc'], [[...'abc']])).toBeUndefined();
		expect(kendallW([...'abc'], [[], []])).toBeUndefined();
		// With the correction for ties, people who agree on all they say agree wholly.
		expect(kendallW([...'abcd'], [['a'], ['a'], ['a']])).toBeCloseTo(1);
	});

	it('of ratings is 1 when all rate alike and 0 when half stand at each end', () => {
		expect(consensus([4, 4, 4], 5)).toBe(1);
		expect(consensus([1, 1, 5, 5], 5)).toBeCloseTo(0);
		expect(consensus([3, 4], 5)!).toBeGreaterThan(consensus([2, 5], 5)!);
		expect(consensus([3], 5)).toBeUndefined();
	});

	it('of dots is how much they gather', () => {
		expect(gathering([9, 0, 0])).toBeCloseTo(1);
		expect(gathering([3, 3, 3])).toBeCloseTo(0);
		expect(gathering([0, 0])).toBeUndefined();
		expect([0.1, 0.4, 0.6, 0.9].map(strengthOf)).toEqual(['weak', 'some', 'clear', 'strong']);
	});

	it('evenness of a room is Gini’s coefficient', () => {
		expect(gini([5, 5, 5, 5])).toBeCloseTo(0);
		expect(gini([0, 0, 0, 8])).toBeCloseTo(0.75);
		expect(gini([1, 2, 3, 4])).toBeCloseTo(0.25);
		expect([gini([]), gini([0, 0])]).toEqual([undefined, undefined]);
	});
});

const vote = (terms: object): Vote => ({
	...termsSchema.parse({ question: 'Which?', ...terms }),
	options: [...'abc'].map((id) => ({ id, text: `Option ${id}` })),
});

describe('the question of a vote', () => {
	it('is never what a step tells people to do, where anything else asks', () => {
		const [tells, asks, board] = ['Place your dots.', 'Which one first?', 'How do we shorten the queue?'];
		expect(usualQuestion('Ideas for Saturday', asks, board)).toBe('Ideas for Saturday');
		expect(usualQuestion('', asks, board)).toBe(asks);
		expect(usualQuestion('', tells, board)).toBe(board);
		expect(usualQuestion('', tells, '')).toBe(tells);
	});
});

describe('ballots', () => {
	const dots = vote({ method: 'dots', each: 4, most: 3 });
	it.each<[string, Vote, Choice, string | undefined]>([
		['as many dots as there are', dots, { dots: { a: 3, b: 1 } }, undefined],
		['none', dots, { dots: {} }, undefined],
		['too many', dots, { dots: { a: 3, b: 2 } }, 'too many'],
		['too many on one', dots, { dots: { a: 4 } }, 'too many on one'],
		['for what is not asked', dots, { dots: { z: 1 } }, 'option'],
		['of another kind', dots, { order: ['a'] }, 'method'],
		['an order', vote({ method: 'ranking' }), { order: ['c', 'a'] }, undefined],
		['twice', vote({ method: 'ranking' }), { order: ['c', 'c'] }, 'twice'],
		['ratings', vote({ method: 'rating', steps: 5 }), { steps: { a: 1, b: 5 } }, undefined],
		['beyond the scale', vote({ method: 'rating', steps: 5 }), { steps: { a: 6 } }, 'scale'],
		['two scales', vote({ method: 'matrix', steps: 5 }), { places: { a: [1, 5] } }, undefined],
		['beyond one of them', vote({ method: 'matrix', steps: 5 }), { places: { a: [1, 0] } }, 'scale'],
	])('%s', (_, what, choice, fault) => expect(faultOf(what, choice)).toBe(fault));

	it('are changed by clicks, never beyond what they may hold', () => {
		let choice: Choice = { dots: {} };
		for (let i = 0; i < 10; i++) choice = withDot(dots, choice, 'a');
		for (let i = 0; i < 10; i++) choice = withDot(dots, choice, 'b');
		expect(choice).toEqual({ dots: { a: 3, b: 1 } });
		expect(dotsLeft(dots, choice)).toBe(0);
		choice = withoutDot(withoutDot(choice, 'b'), 'b');
		expect(choice).toEqual({ dots: { a: 3 } });
		expect(isEmpty(withoutDot({ dots: { a: 1 } }, 'a'))).toBe(true);
		const order = placed(placed(placed({ order: [] }, 'a', 0), 'b', 0), 'a', 1);
		expect(order).toEqual({ order: ['b', 'a'] });
		expect(placed(order, 'b', undefined)).toEqual({ order: ['a'] });
		expect(onMatrix({ places: { b: [1, 1] } }, 'a', [2, 5])).toEqual({ places: { a: [2, 5], b: [1, 1] } });
		expect(onMatrix({ places: { a: [2, 5] } }, 'a', undefined)).toEqual({ places: {} });
		expect(onMatrix({ steps: {} }, 'a', [2, 5])).toEqual({ steps: {} });
		expect(rated({ steps: { a: 3 } }, 'a', undefined)).toEqual({ steps: {} });
	});

	it('are for those who may vote', () => {
		expect(mayVote({ who: 'all', chosen: [] }, 'commenter', 'p')).toBe(true);
		expect(mayVote({ who: 'all', chosen: [] }, 'viewer', 'p')).toBe(false);
		expect(mayVote({ who: 'participants', chosen: [] }, 'facilitator', 'p')).toBe(false);
		expect(mayVote({ who: 'chosen', chosen: ['p'] }, 'editor', 'p')).toBe(true);
		expect(mayVote({ who: 'chosen', chosen: ['q'] }, 'owner', 'p')).toBe(false);
	});
});

describe('the outcome', () => {
	it('of dots has order, ties, turnout and another way to count', () => {
		const outcome = outcomeOf(
			vote({ method: 'dots' }),
			[{ dots: { a: 3, b: 1 } }, { dots: { b: 1, c: 1 } }, { dots: { b: 1 } }, { dots: {} }],
			6,
		);
		expect(
			outcome.results.map(({ option, rank, score, voters }) => [option.id, rank, score, voters]),
		).toEqual([
			['a', 1, 3, 1],
			['b', 1, 3, 3],
			['c', 3, 1, 1],
		]);
		expect(outcome.tied.map(({ id }) => id)).toEqual(['a', 'b']);
		expect(outcome.turnout).toEqual({ voted: 3, entitled: 6 });
		expect(outcome.others).toMatchObject([{ rule: 'heads', top: [{ id: 'b' }], isSame: false }]);
	});

	it('of rankings says whether the top changes under another rule', () => {
		const ballots = [...times(4, 'abc'), ...times(3, 'bca'), ...times(2, 'cba')].map((order) => ({ order }));
		const outcome = outcomeOf(vote({ method: 'ranking' }), ballots, 9);
		expect(outcome.results[0]!.option.id).toBe('b');
		expect(outcome.others.map(({ rule, top, isSame }) => [rule, top[0]!.id, isSame])).toEqual([
			['plurality', 'a', false],
			['schulze', 'b', true],
		]);
		expect(outcome.agreement?.measure).toBe('W');
	});

	it('of ratings has mean against median, and spread', () => {
		const outcome = outcomeOf(
			vote({ method: 'rating' }),
			[{ steps: { a: 5, b: 4 } }, { steps: { a: 5, b: 4 } }, { steps: { a: 1, b: 4 } }],
			3,
		);
		expect(outcome.results[0]).toMatchObject({ option: { id: 'b' }, score: 4, spread: 0, agreement: 1 });
		expect(outcome.others[0]).toMatchObject({ rule: 'median', top: [{ id: 'a' }], isSame: false });
	});

	it('of two scales has a place for each', () => {
		const outcome = outcomeOf(
			vote({ method: 'matrix' }),
			[{ places: { a: [1, 5], b: [4, 4] } }, { places: { a: [3, 5] } }],
			2,
		);
		expect(outcome.results.map(({ option, place }) => [option.id, place])).toEqual([
			['b', [4, 4]],
			['a', [2, 5]],
			['c', [0, 0]],
		]);
	});

	it('of nothing is no decision', () => {
		const outcome = outcomeOf(vote({ method: 'dots' }), [{ dots: {} }], 4);
		expect(outcome).toMatchObject({
			tied: [],
			others: [],
			agreement: undefined,
			turnout: { voted: 0, entitled: 4 },
		});
	});
});
