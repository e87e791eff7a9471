/** Notes among themes with names: the names alone, with notes placed by hand, by words alone. */
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../rehearsal/random';
import { learn, scoresOf, softmax, type Example } from './classifier';
import { placeNotes } from './place-notes';
import { PlacingSpace } from './placing';
import { topicsOf, unit, type Topic } from './topics';

/** A direction of its own for each theme, with some noise. */
function noisy(theme: number, random: () => number, noise: number): Float64Array {
	return unit(
		Float64Array.from({ length: 12 }, (_, k) => (k === theme ? 1 : 0.4) + (random() - 0.5) * noise),
	);
}

describe('the classifier', () => {
	const random = randomFrom(3);
	const examples: Example[] = Array.from({ length: 30 }, (_, i) => ({
		vector: noisy(i % 3, random, 0.8),
		theme: i % 3,
		weight: 1 + (i % 2),
	}));

	it('finds where the slope is nothing: each theme is as likely, on the whole, as it was met', () => {
		const learnt = learn(examples, 3);
		// At the best place, errors and penalty cancel out for every weight.
		for (let t = 0; t < 3; t++)
			for (let k = 0; k <= 12; k++) {
				let slope = k < 12 ? learnt.rows[t]![k]! : 0;
				for (const { vector, theme, weight } of examples) {
					const share = softmax(scoresOf(learnt, vector))[t]!;
					slope += weight * (share - (theme === t ? 1 : 0)) * (k < 12 ? vector[k]! : 1);
				}
				expect(Math.abs(slope)).toBeLessThan(0.02);
			}
	});

	it('comes to the same whether it goes on from less or begins anew', () => {
		const before = learn(
			examples.slice(0, 12).filter(({ theme }) => theme < 2),
			2,
		);
		const [on, anew] = [learn(examples, 3, before), learn(examples, 3)];
		for (const { vector } of examples) {
			const [a, b] = [softmax(scoresOf(on, vector)), softmax(scoresOf(anew, vector))];
			a.forEach((value, t) => expect(value).toBeCloseTo(b[t]!, 2));
		}
	});
});

describe('notes among named themes', () => {
	const themesOf = (...placed: number[][]) =>
		placed.map((each, t) => ({ named: noisy(t, randomFrom(t), 0.1), placed: each }));

	it('are told by the names alone, and each share is one of a whole', () => {
		const random = randomFrom(5);
		const notes = Array.from({ length: 30 }, (_, i) => noisy(i % 3, random, 0.6));
		const placings = new PlacingSpace(notes, undefined).place(themesOf([], [], []));
		const right = placings.filter(({ ranked }, i) => ranked[0] === i % 3);
		expect(right.length).toBeGreaterThan(25);
		for (const { ranked, shares } of placings) {
			expect([...ranked].sort()).toEqual([0, 1, 2]);
			expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1);
			expect(shares[0]).toBeGreaterThanOrEqual(shares[1]!);
		}
	});

	it('follow what was placed by hand rather than the name', () => {
		const random = randomFrom(7);
		const notes = Array.from({ length: 40 }, (_, i) => noisy(i % 4, random, 0.5));
		const space = new PlacingSpace(notes, undefined);
		// Notes of the fourth kind are at home under the first name, says the hand.
		const kind = (k: number) => notes.flatMap((_, i) => (i % 4 === k ? [i] : [])).slice(0, 6);
		const placings = space.place(themesOf([...kind(0), ...kind(3)], kind(1), kind(2)));
		const rest = placings.filter((_, i) => i % 4 === 3 && i > 24);
		expect(rest.every(({ ranked }) => ranked[0] === 0)).toBe(true);
	});

	it('are understood through headings where a name lies far from how notes speak', () => {
		const heading = (k: number): Topic => ({
			heading: { en: `H${k}`, de: `H${k}` },
			named: { en: axis(k), de: axis(k) },
			examples: { en: axis(k + 6), de: axis(k + 6) },
		});
		const axis = (k: number) => Float64Array.from({ length: 12 }, (_, i) => (i === k ? 1 : 0.1));
		const topics = topicsOf([heading(0), heading(1), heading(2)]);
		const notes = Array.from({ length: 9 }, (_, i) => axis((i % 3) + 6));
		const themes = [0, 1, 2].map((k) => ({ named: axis(k), placed: [] }));
		const told = new PlacingSpace(notes, topics).place(themes).map(({ ranked }) => ranked[0]);
		expect(told).toEqual(notes.map((_, i) => i % 3));
	});

	it('are told by words where there is no meaning, and have no place where there is no theme', () => {
		const notes = [
			{ id: 'a', text: 'Spare parts are gone' },
			{ id: 'b', text: 'Queue at the door' },
			{ id: 'c', text: 'The drawer of fuses is empty' },
			{ id: 'd', text: 'Fuses are sold out' },
		];
		const themes = [
			{ name: 'Waiting and queue', noteIds: [] },
			{ name: 'Spare parts', noteIds: ['c'] },
		];
		expect(placeNotes(notes, themes, undefined).placings.map(({ ranked }) => ranked[0])).toEqual([
			1, 0, 1, 1,
		]);
		expect(placeNotes(notes, [], undefined).placings.every(({ ranked }) => ranked.length === 0)).toBe(true);
	});
});
