/** The made-up team of the repair café: names, habits, and what they would write. */
import { pick, randomFrom, type Random } from './random';

/** Quick ones write much, silent ones little; some write off the topic, some come late, some repeat what others said. */
export const HABITS = ['steady', 'quick', 'silent', 'off topic', 'late', 'repeats'] as const;
export type Habit = (typeof HABITS)[number];

export interface Simulated {
	name: string;
	habit: Habit;
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

/** That somebody is not real is said in their name. */
export const MARK = '(rehearsal)';

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
export function teamOf(people: number, seed: number): Simulated[] {
	const count = Math.max(3, Math.min(30, Math.round(people)));
	const random = randomFrom(seed);
	const names = [...NAMES].sort(() => random() - 0.5);
	return Array.from({ length: count }, (_, i) => {
		const habit = MIX[i % MIX.length]!;
		return {
			name: `${names[i]!} ${MARK}`,
			habit,
			seed: Math.floor(random() * 2 ** 31),
			comesAfter: habit === 'late' ? 8000 + Math.floor(random() * 12_000) : Math.floor(random() * 1500),
		};
	});
}

const IDEAS = [
	'A second queue for small things',
	'Numbers at the door',
	'Somebody who greets and sorts',
	'Book a slot by phone',
	'Toasters on the first Saturday only',
	'A list of spare parts at the door',
	'Fuses in every drawer',
	'Two more electricians',
	'Train three testers for mains plugs',
	'A board that says who can mend what',
	'Visitors help while they wait',
	'Coffee at the end of the queue',
	'A shelf for what waits for parts',
	'Pick up on Wednesday evening',
	'Say no to what cannot be mended',
	'A sign with the ten most frequent faults',
	'Open one hour earlier',
	'A quiet corner for sewing',
	'Heaters before the cold comes',
	'Mend the roof above bench three',
	'A donation box that says what things cost',
	'Ask the hardware shop for a discount',
	'Photos of what was mended',
	'A drawer for each bench',
	'Labels on all cables',
	'Safety check as the last step, always',
	'A form that takes a minute',
	'Somebody only for lamps',
	'A young team on Fridays',
	'Lend out the good drill',
	'Write the queue on the wall',
	'Half an hour for one thing at most',
	'Two benches for quick repairs',
	'A bell for the next one',
	'Chairs where people wait',
	'Tell by message when it is your turn',
	'A poster in the bakery',
	'Ask who comes back and why',
	'Mend together instead of for them',
	'A course on soldering',
] as const;
const OFF_TOPIC = [
	'Who brings cake next time?',
	'My bicycle has a flat tyre',
	'When are the summer holidays?',
	'The parking is dreadful',
	'Has anybody seen my scarf?',
	'Can we have the window open?',
] as const;
const ADDED = ['', '', ' on Saturdays', ' for newcomers', ', tried for a month', ' with a sign'] as const;

/** What somebody would write next; those who repeat write what stands there already, in nearly the same words. */
export function wordsOf(habit: Habit, random: Random, there: readonly string[]): string {
	if (habit === 'off topic' && random() < 0.7) return pick(random, OFF_TOPIC);
	if (habit === 'repeats' && there.length > 0 && random() < 0.6) {
		const said = pick(random, there);
		return random() < 0.5 ? said : `${said}!`;
	}
	return `${pick(random, IDEAS)}${pick(random, ADDED)}`;
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
