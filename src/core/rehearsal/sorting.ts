/**
 * A round in which simulated people sort, in time of its own: each needs so long for a note, and
 * now and then puts one into a theme that is not meant.
 */
import { RoundReading, type Answer } from '../themes/together/round';
import { pick, type Random } from './random';

export interface RoundRehearsal {
	people: number;
	notes: number;
	themes: number;
	/** How long each needs for a note, s. */
	secondsPerNote: number;
	/** How often a note is put into another theme, 0 to 1. */
	mistakes: number;
}

export interface RehearsedRound {
	/** Until no note needed anybody any more, s. */
	seconds: number;
	/** Shares of all notes: in the theme that is meant, and disputed. */
	asMeant: number;
	disputed: number;
	answers: number;
	/** Krippendorff's alpha. */
	agreement: number | undefined;
}

/** The theme that a note is meant for. */
export const themeMeant = (note: number, themes: number): string => `t${note % themes}`;

/** What somebody says about a note: what is meant, or by mistake another theme. */
export function answerOf(
	note: number,
	{ themes, mistakes }: Pick<RoundRehearsal, 'themes' | 'mistakes'>,
	random: Random,
): string {
	const meant = themeMeant(note, themes);
	if (random() >= mistakes) return meant;
	const others = Array.from({ length: themes }, (_, t) => `t${t}`).filter((theme) => theme !== meant);
	return others.length > 0 ? pick(random, others) : meant;
}

export function rehearseRound(terms: RoundRehearsal, random: Random): RehearsedRound {
	const notes = Array.from({ length: terms.notes }, (_, i) => String(i));
	const people = Array.from({ length: terms.people }, (_, i) => `p${i}`);
	const answers: Answer[] = [];
	/** What lies before each, and until when they look at it. */
	const looking = new Map<string, { note: string; until: number }>();
	const read = (): RoundReading =>
		new RoundReading({
			notes,
			answers,
			joined: new Map(),
			people,
			dealt: [...looking].map(([person, { note }]) => ({ note, person })),
		});
	const deal = (person: string, now: number): void => {
		const [note] = read().dealFor(person, 1);
		// People are not all as fast: a fifth more or less.
		const needs = terms.secondsPerNote * (0.8 + 0.4 * random());
		if (note !== undefined) looking.set(person, { note, until: now + needs });
	};
	for (const person of people) deal(person, 0);
	let now = 0;
	while (looking.size > 0) {
		const [person, { note, until }] = [...looking].reduce((first, next) =>
			next[1].until < first[1].until ? next : first,
		);
		now = until;
		looking.delete(person);
		answers.push({ note, person, theme: answerOf(Number(note), terms, random) });
		deal(person, now);
		// Where two differ, somebody who had nothing to do has something again.
		const isSplit = read().verdictOf(note).is === 'open';
		const idle = people.filter((each) => !looking.has(each));
		for (const each of isSplit ? idle : []) deal(each, now);
	}
	const last = read();
	const isAsMeant = (note: string): boolean => {
		const verdict = last.verdictOf(note);
		return verdict.is === 'agreed' && verdict.theme === themeMeant(Number(note), terms.themes);
	};
	return {
		seconds: now,
		asMeant: notes.filter(isAsMeant).length / notes.length,
		disputed: last.progress.disputed / notes.length,
		answers: answers.length,
		agreement: last.agreement,
	};
}
