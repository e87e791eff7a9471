import { expect, it } from 'vitest';
import { randomFrom } from '../rehearsal/random';
import { bandsOf, roundsOf, sortByValue } from './sort-by';

it('puts notes with the same value together, by rank, else the largest group first', () => {
	const groups = sortByValue([
		{ id: 'a', value: 'Moss' },
		{ id: 'b', value: 'Clay' },
		{ id: 'c', value: 'Clay' },
	]);
	expect(groups).toEqual([
		{ name: 'Clay', noteIds: ['b', 'c'] },
		{ name: 'Moss', noteIds: ['a'] },
	]);
	const ranked = sortByValue([
		{ id: 'a', value: 'late', rank: 2 },
		{ id: 'b', value: 'late', rank: 2 },
		{ id: 'c', value: 'early', rank: 1 },
	]);
	expect(ranked.map(({ name }) => name)).toEqual(['early', 'late']);
});

it('parts numbers into bands that hold each of them, equal ones together', () => {
	expect(bandsOf([0, 2, 2, 5])).toEqual([
		{ least: 5, most: 5 },
		{ least: 2, most: 2 },
		{ least: 0, most: 0 },
	]);
	expect(bandsOf([])).toEqual([]);
	for (let seed = 1; seed < 40; seed++) {
		const random = randomFrom(seed);
		const numbers = Array.from({ length: 30 }, () => Math.floor(random() ** 2 * 12));
		const bands = bandsOf(numbers);
		expect(bands.length).toBeLessThanOrEqual(4);
		for (const number of numbers)
			expect(bands.filter(({ least, most }) => number >= least && number <= most)).toHaveLength(1);
	}
});

it('tells rounds of writing by the pauses between them', () => {
	const minute = 60_000;
	expect(roundsOf([50 * minute, 0, 5 * minute, 52 * minute, 14 * minute])).toEqual([1, 0, 0, 1, 0]);
});
