/** How fast, and how rightly, a simulated room sorts. */
import { expect, it } from 'vitest';
import { median } from '../decide/count';
import { randomFrom } from './random';
import { rehearseRound } from './sorting';

const terms = { people: 8, notes: 60, themes: 8, secondsPerNote: 1.6, mistakes: 0.1 };
const seeds = Array.from({ length: 20 }, (_, i) => i + 1);

it('eight people bring sixty notes through within a minute, nearly all as meant', () => {
	const rounds = seeds.map((seed) => rehearseRound(terms, randomFrom(seed)));
	expect(median(rounds.map(({ seconds }) => seconds))).toBeLessThan(60);
	expect(median(rounds.map(({ asMeant }) => asMeant))).toBeGreaterThanOrEqual(0.96);
	// Each note goes to two people; few to a third.
	for (const { answers } of rounds) {
		expect(answers).toBeGreaterThanOrEqual(120);
		expect(answers).toBeLessThanOrEqual(180);
	}
	for (const { agreement } of rounds) expect(agreement).toBeGreaterThan(0.6);
});

it('nobody makes a mistake: all is as meant, and everybody agrees', () => {
	const round = rehearseRound({ ...terms, mistakes: 0 }, randomFrom(1));
	expect(round).toMatchObject({ asMeant: 1, disputed: 0, answers: 120, agreement: 1 });
});

it('one person alone brings all notes through', () => {
	const round = rehearseRound({ ...terms, people: 1, mistakes: 0 }, randomFrom(1));
	expect(round).toMatchObject({ asMeant: 1, answers: 60 });
});
