import { describe, expect, it } from 'vitest';
import { emptyChoice, faultOf, isEmpty, METHODS, termsSchema } from '../decide/vote';
import { ballotOf, nextDoing, type Situation } from './doing';
import { HABITS, pauseOf, teamOf, wordsOf } from './habits';
import { isMadeUp, TEAM_WORDS } from './words';
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
		expect(teamOf(12, 7, 'en')).toEqual(teamOf(12, 7, 'en'));
		expect(teamOf(12, 7, 'en')).not.toEqual(teamOf(12, 8, 'en'));
		const team = teamOf(30, 1, 'en');
		expect(new Set(team.map(({ name }) => name)).size).toBe(30);
		expect(team.every(({ name }) => isMadeUp(name))).toBe(true);
		expect(new Set(team.map(({ habit }) => habit))).toEqual(new Set(HABITS));
		expect([teamOf(1, 1, 'en').length, teamOf(99, 1, 'en').length]).toEqual([3, 30]);
		expect(team.filter(({ habit }) => habit === 'late').every(({ comesAfter }) => comesAfter > 5000)).toBe(
			true,
		);
	});

	it('writes in the language of whoever let it come', () => {
		const [who] = teamOf(3, 4, 'de');
		const random = randomFrom(4);
		const { ideas } = TEAM_WORDS.de;
		for (let i = 0; i < 20; i++) {
			const text = wordsOf({ ...who!, habit: 'steady' }, random, []);
			expect(ideas.some((idea) => text.startsWith(idea))).toBe(true);
		}
		expect(who!.name).toMatch(/\(Probe\)$/);
		expect(isMadeUp(who!.name)).toBe(true);
		// As much to say in one as in the other.
		expect(ideas).toHaveLength(TEAM_WORDS.en.ideas.length);
	});

	it('behaves by its habits', () => {
		const random = randomFrom(3);
		const said = Array.from({ length: 60 }, () =>
			wordsOf({ habit: 'repeats', language: 'en' }, random, ['A second queue']),
		);
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
			const doing = nextDoing({ habit: 'steady', language: 'en' }, random, { ...known, parked });
			if (doing.do === 'park') parked.push(doing.text);
		}
		expect(parked).toHaveLength(3);
		expect(new Set(parked).size).toBe(3);
	});

	it('does only what the step lets people do', () => {
		const doings = (more: Partial<Situation>) => {
			const random = randomFrom(5);
			return new Set(
				Array.from(
					{ length: 200 },
					() => nextDoing({ habit: 'steady', language: 'en' }, random, { ...known, ...more }).do,
				),
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
