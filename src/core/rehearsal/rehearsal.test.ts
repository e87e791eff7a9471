import { describe, expect, it } from 'vitest';
import { emptyChoice, faultOf, isEmpty, METHODS, termsSchema } from '../decide/vote';
import { ballotOf, nextDoing, type Situation } from './doing';
import { HABITS, MARK, pauseOf, teamOf, wordsOf } from './habits';
import { randomFrom } from './random';

const known: Situation = {
	gathers: true,
	may: 'everything',
	kind: 'gather',
	own: ['mine'],
	others: ['theirs'],
	texts: ['A second queue'],
	parked: [],
	written: 0,
};

describe('a simulated team', () => {
	it('is the same from the same seed, and says that it is not real', () => {
		expect(teamOf(12, 7)).toEqual(teamOf(12, 7));
		expect(teamOf(12, 7)).not.toEqual(teamOf(12, 8));
		const team = teamOf(30, 1);
		expect(new Set(team.map(({ name }) => name)).size).toBe(30);
		expect(team.every(({ name }) => name.endsWith(MARK))).toBe(true);
		expect(new Set(team.map(({ habit }) => habit))).toEqual(new Set(HABITS));
		expect([teamOf(1, 1).length, teamOf(99, 1).length]).toEqual([3, 30]);
		expect(team.filter(({ habit }) => habit === 'late').every(({ comesAfter }) => comesAfter > 5000)).toBe(
			true,
		);
	});

	it('behaves by its habits', () => {
		const random = randomFrom(3);
		const said = Array.from({ length: 60 }, () => wordsOf('repeats', random, ['A second queue']));
		expect(said.filter((text) => text.startsWith('A second queue')).length).toBeGreaterThan(20);
		const mean = (habit: (typeof HABITS)[number]): number =>
			Array.from({ length: 50 }, () => pauseOf(habit, random)).reduce((sum, ms) => sum + ms, 0) / 50;
		expect(mean('quick')).toBeLessThan(mean('steady'));
		expect(mean('steady')).toBeLessThan(mean('silent'));
	});

	it('parks each question once', () => {
		const random = randomFrom(5);
		const parked: string[] = [];
		for (let i = 0; i < 2000; i++) {
			const doing = nextDoing('steady', random, { ...known, parked });
			if (doing.do === 'park') parked.push(doing.text);
		}
		expect(parked).toHaveLength(3);
		expect(new Set(parked).size).toBe(3);
	});

	it('does only what the step lets people do', () => {
		const doings = (more: Partial<Situation>) => {
			const random = randomFrom(5);
			return new Set(
				Array.from({ length: 200 }, () => nextDoing('steady', random, { ...known, ...more }).do),
			);
		};
		expect(doings({ may: 'watch', gathers: false })).toEqual(new Set(['nothing', 'park']));
		expect(doings({ may: 'line' })).toEqual(new Set(['write', 'park']));
		expect(doings({ may: 'line', written: 9 })).toEqual(new Set(['nothing', 'park']));
		expect(doings({ may: 'nod', gathers: false })).toEqual(new Set(['nod', 'nothing', 'park']));
		expect(doings({ may: 'own', gathers: false, kind: 'warm-up' })).toContain('colour');
	});

	it('casts ballots that count', () => {
		for (const method of METHODS)
			for (let seed = 1; seed < 40; seed++) {
				const vote = {
					...termsSchema.parse({ method, question: '?' }),
					options: [...'abcdef'].map((id) => ({ id, text: id })),
				};
				const choice = ballotOf(vote, randomFrom(seed), emptyChoice(method));
				expect(faultOf(vote, choice)).toBeUndefined();
				expect(isEmpty(choice)).toBe(false);
			}
	});
});
