/** The made-up team of the repair café: names, habits, and what they would write. */
import { pick, randomFrom, type Random } from './random';
import { TEAM_WORDS, type TeamLanguage } from './words';

/** Quick ones write much, silent ones little; some write off the topic, some come late, some repeat what others said. */
export const HABITS = ['steady', 'quick', 'silent', 'off topic', 'late', 'repeats'] as const;
export type Habit = (typeof HABITS)[number];

export interface Simulated {
	name: string;
	habit: Habit;
	language: TeamLanguage;
	/** Of this person alone. */
	seed: number;
	/** When they come, ms after the start. */
	comesAfter: number;
}

const NAMES = [
	'Aurel',
	'Branka',
	'Cosmin',
	'Dunja',
	'Edda',
	'Farid',
	'Gesine',
	'Hilde',
	'Imre',
	'Jolanta',
	'Kerem',
	'Lioba',
	'Mirko',
	'Nadja',
	'Ove',
	'Pilar',
	'Quirin',
	'Rosa',
	'Sefa',
	'Thore',
	'Ulla',
	'Vito',
	'Wanda',
	'Xenia',
	'Yusuf',
	'Zora',
	'Anouk',
	'Bengt',
	'Carmen',
	'Dario',
] as const;

/** How often each habit is met among ten. */
const MIX: readonly Habit[] = [
	'steady',
	'quick',
	'steady',
	'silent',
	'repeats',
	'steady',
	'late',
	'quick',
	'off topic',
	'silent',
];

/** A team of so many, 3 to 30. */
export function teamOf(people: number, seed: number, language: TeamLanguage): Simulated[] {
	const count = Math.max(3, Math.min(30, Math.round(people)));
	const random = randomFrom(seed);
	const names = [...NAMES].sort(() => random() - 0.5);
	return Array.from({ length: count }, (_, i) => {
		const habit = MIX[i % MIX.length]!;
		return {
			name: `${names[i]!} ${TEAM_WORDS[language].mark}`,
			habit,
			language,
			seed: Math.floor(random() * 2 ** 31),
			comesAfter: habit === 'late' ? 8000 + Math.floor(random() * 12_000) : Math.floor(random() * 1500),
		};
	});
}

/** What somebody would write next; those who repeat write what stands there already, in nearly the same words. */
export function wordsOf(
	{ habit, language }: Pick<Simulated, 'habit' | 'language'>,
	random: Random,
	there: readonly string[],
): string {
	const { ideas, offTopic, endings } = TEAM_WORDS[language];
	if (habit === 'off topic' && random() < 0.7) return pick(random, offTopic);
	if (habit === 'repeats' && there.length > 0 && random() < 0.6) {
		const said = pick(random, there);
		return random() < 0.5 ? said : `${said}!`;
	}
	return `${pick(random, ideas)}${pick(random, endings)}`;
}

/** How long somebody waits before they do the next thing, ms. */
export function pauseOf(habit: Habit, random: Random): number {
	const slow: Record<Habit, number> = {
		quick: 4000,
		steady: 9000,
		repeats: 10_000,
		late: 9000,
		'off topic': 12_000,
		silent: 26_000,
	};
	return Math.round(slow[habit] * (0.5 + random()));
}
