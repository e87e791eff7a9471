/** A room that sorts at once: nobody waits, nothing is asked twice, and what came of it holds. */
import { describe, expect, it } from 'vitest';
import { pick, randomFrom } from '../../rehearsal/random';
import { krippendorffAlpha } from './agreement';
import { isNearlySame } from './names';
import { RoundReading, type Answer, type Round } from './round';

const notes = (count: number): string[] => Array.from({ length: count }, (_, i) => `n${i}`);
const round = (values: Partial<Round>): Round => ({
	notes: notes(4),
	answers: [],
	joined: new Map(),
	people: ['a', 'b', 'c'],
	dealt: [],
	...values,
});
const said = (note: string, ...themes: (string | undefined)[]): Answer[] =>
	themes.map((theme, i) => ({ note, person: 'abc'.charAt(i), theme }));

describe('agreement', () => {
	const unitsOf = (...observers: string[]): string[][] =>
		[...observers[0]!].map((_, i) => observers.map((row) => row[i]!).filter((value) => value !== '.'));

	it("is Krippendorff's alpha, as in his worked examples", () => {
		// K. Krippendorff, "Computing Krippendorff's alpha-reliability", 2011, sections B to D.
		expect(krippendorffAlpha(unitsOf('0100000010', '1110010000'))).toBeCloseTo(0.095, 3);
		expect(krippendorffAlpha(unitsOf('aabbdcccedda', 'babbbcccedddd'.slice(0, 12)))).toBeCloseTo(0.692, 3);
		const four = ['123321412...', '1233224125.3', '.3332342251.', '1233244125 1.'.replace(' ', '')];
		expect(krippendorffAlpha(unitsOf(...four.map((row) => row.slice(0, 12))))).toBeCloseTo(0.743, 3);
	});

	it('copes with notes that one or three people looked at, and with none', () => {
		expect(krippendorffAlpha([['a', 'a'], ['b', 'b', 'b'], ['a']])).toBe(1);
		expect(
			krippendorffAlpha([
				['a', 'b'],
				['b', 'a'],
			]),
		).toBeLessThan(0);
		const always = [
			['a', 'a'],
			['a', 'a'],
		];
		expect(krippendorffAlpha(always)).toBeUndefined();
		expect(krippendorffAlpha([])).toBeUndefined();
	});
});

describe('what came of a note', () => {
	const verdict = (answers: Answer[], people = ['a', 'b', 'c']) =>
		new RoundReading(round({ answers, people })).verdictOf('n0');

	it('is agreed by two, asked of a third where two differ, and disputed where three do', () => {
		expect(verdict(said('n0', 'x'))).toEqual({ is: 'open' });
		expect(verdict(said('n0', 'x', 'x'))).toEqual({ is: 'agreed', theme: 'x' });
		expect(verdict(said('n0', 'x', 'y'))).toEqual({ is: 'open' });
		expect(verdict(said('n0', 'x', 'y', 'y'))).toEqual({ is: 'agreed', theme: 'y' });
		expect(verdict(said('n0', 'x', 'y', 'z'))).toEqual({ is: 'disputed' });
		expect(verdict(said('n0', undefined, undefined))).toEqual({ is: 'agreed', theme: undefined });
	});

	it('does not wait for people who are not there', () => {
		expect(verdict(said('n0', 'x'), ['a'])).toEqual({ is: 'agreed', theme: 'x' });
		expect(verdict(said('n0', 'x', 'y'), ['a', 'b'])).toEqual({ is: 'disputed' });
		expect(verdict(said('n0', 'x', 'y'), ['c'])).toEqual({ is: 'open' });
	});

	it('counts themes that were joined as one, also in a circle', () => {
		const joined = new Map([['y', 'x']]);
		const reading = new RoundReading(round({ answers: said('n0', 'x', 'y'), joined }));
		expect(reading.verdictOf('n0')).toEqual({ is: 'agreed', theme: 'x' });
		const circle = new Map([
			['y', 'x'],
			['x', 'y'],
		]);
		expect(() => new RoundReading(round({ answers: said('n0', 'x', 'y'), joined: circle }))).not.toThrow();
	});
});

describe('dealing', () => {
	it('gives people other notes than their neighbours, and never one twice', () => {
		const reading = new RoundReading(round({ notes: notes(9) }));
		const first = ['a', 'b', 'c'].map((person) => reading.dealFor(person, 3));
		expect(first.map(({ length }) => length)).toEqual([3, 3, 3]);
		expect(new Set(first.flat()).size).toBe(9);
		const answered = new RoundReading(
			round({ notes: notes(9), answers: [{ note: first[0]![0]!, person: 'a', theme: 'x' }] }),
		);
		expect(answered.dealFor('a', 9)).not.toContain(first[0]![0]);
	});

	it('leaves some for everybody where there are few, and takes none away that somebody reads', () => {
		const few = new RoundReading(round({ notes: notes(2) }));
		expect(['a', 'b', 'c'].map((person) => few.dealFor(person, 3).length)).toEqual([1, 1, 1]);
		const dealt = ['a', 'b', 'c'].map((person) => ({ note: 'n0', person }));
		const held = new RoundReading(round({ notes: notes(1), dealt }));
		expect(held.dealFor('c', 3)).toEqual(['n0']);
		expect(new RoundReading(round({ notes: notes(1), dealt: dealt.slice(0, 2) })).dealFor('c', 3)).toEqual(
			[],
		);
	});

	it('leaves the order of what lies before somebody, and asks again about what they took back', () => {
		const dealt = ['n3', 'n1'].map((note) => ({ note, person: 'b' }));
		const reading = new RoundReading(round({ notes: notes(6), dealt }));
		expect(reading.dealFor('b', 3).slice(0, 2)).toEqual(['n3', 'n1']);
		expect(reading.deal('b', 3, 'n5')).toEqual(['n5', 'n3', 'n1']);
		expect(reading.deal('b', 3, 'gone')).not.toContain('gone');
	});

	it('counts what was dealt before in one go', () => {
		const reading = new RoundReading(round({ notes: notes(3), people: ['a', 'b', 'c', 'd', 'e', 'f'] }));
		const all = ['a', 'b', 'c', 'd', 'e', 'f'].flatMap((person) => reading.deal(person, 3));
		// Three notes, two people each.
		expect([...all].sort()).toEqual(['n0', 'n0', 'n1', 'n1', 'n2', 'n2']);
	});

	it('does not wait for notes that lie before somebody who has gone', () => {
		const dealt = notes(4).map((note) => ({ note, person: 'gone' }));
		const reading = new RoundReading(round({ dealt, people: ['a'] }));
		expect(reading.dealFor('a', 9)).toHaveLength(4);
	});

	it('brings every note through, whoever comes and goes', () => {
		for (let seed = 1; seed <= 30; seed++) {
			const random = randomFrom(seed);
			const all = notes(20);
			const answers: Answer[] = [];
			let people = ['a', 'b', 'c', 'd'].slice(0, 1 + Math.floor(random() * 4));
			for (let turn = 0; turn < 500; turn++) {
				if (random() < 0.05) people = ['a', 'b', 'c', 'd', 'e'].filter(() => random() < 0.7);
				if (people.length === 0) people = ['a'];
				const person = pick(random, people);
				const reading = new RoundReading(round({ notes: all, answers, people }));
				const [note] = reading.dealFor(person, 1);
				if (note === undefined) continue;
				expect(answers.some((each) => each.note === note && each.person === person)).toBe(false);
				answers.push({ note, person, theme: pick(random, ['x', 'y', 'z']) });
			}
			const reading = new RoundReading(round({ notes: all, answers, people: ['a', 'b', 'c', 'd', 'e'] }));
			for (const person of ['a', 'b', 'c', 'd', 'e'])
				for (const note of reading.dealFor(person, 20)) answers.push({ note, person, theme: 'x' });
			const after = new RoundReading(round({ notes: all, answers, people }));
			const { themes, disputed, left } = after.outcome;
			expect([...[...themes.values()].flat(), ...disputed, ...left].sort()).toEqual([...all].sort());
			for (const note of all) expect(after.saidOf(note).length).toBeLessThanOrEqual(5);
		}
	});
});

it('tells which themes are mixed up', () => {
	const answers = [
		...said('n0', 'x', 'y'),
		...said('n1', 'x', 'y', 'x'),
		...said('n2', 'x', 'x'),
		...said('n3', 'x', 'z'),
	];
	expect(new RoundReading(round({ answers })).overlaps).toEqual([{ themes: ['x', 'y'], notes: 2 }]);
});

it('takes names for the same that differ by a slip, their order or a sign', () => {
	for (const [a, b] of [
		['Long waits', 'long  waits!'],
		['Waiting times', 'Waitng times'],
		['Tools and parts', 'Parts and tools'],
		['Öffnungszeiten', 'Offnungszeiten'],
	] as const)
		expect(isNearlySame(a, b)).toBe(true);
	for (const [a, b] of [
		['Door', 'Floor'],
		['Parts', 'Ports'],
		['Tools', 'Rules'],
		['', '…'],
	] as const)
		expect(isNearlySame(a, b)).toBe(false);
});
