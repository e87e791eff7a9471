/** Arguing about a sorting: every step in every order keeps every note in exactly one place. */
import { describe, expect, it } from 'vitest';
import { pick, randomFrom, type Random } from '../rehearsal/random';
import type { ProposedTheme } from './index';
import {
	addTheme,
	dissolveTheme,
	joinThemes,
	lockTheme,
	moveNotes,
	orderThemes,
	pinNote,
	questionAnew,
	renameTheme,
	renewSorting,
	shiftTheme,
	splitTheme,
	themeOfNote,
	type Sorting,
} from './sorting';

const NOTES = Array.from({ length: 12 }, (_, i) => `n${i}`);

const theme = (key: string, noteIds: string[]) => ({
	key,
	name: key.toUpperCase(),
	noteIds,
	isNamed: false,
	isLocked: false,
});
const start = (): Sorting => ({
	themes: [theme('a', NOTES.slice(0, 4)), theme('b', NOTES.slice(4, 8)), theme('c', NOTES.slice(8, 10))],
	left: NOTES.slice(10),
	pinned: new Set(),
});
const found = (name: string, noteIds: string[], kept?: number): ProposedTheme => ({
	name,
	noteIds,
	otherNames: [],
	words: [],
	typical: [],
	...(kept === undefined ? {} : { kept }),
});
const keyOf = (sorting: Sorting, id: string): string | undefined => themeOfNote(sorting, id)?.key;

/** All notes, wherever they are. */
const allOf = ({ themes, left }: Sorting): string[] =>
	[...themes.flatMap(({ noteIds }) => noteIds), ...left].sort();

describe('a step of the argument', () => {
	it('names, moves, joins, splits and dissolves', () => {
		let now = renameTheme(start(), 'a', ' Queues ');
		expect(now.themes[0]).toMatchObject({ name: 'Queues', isNamed: true });
		expect(renameTheme(now, 'a', '  ')).toBe(now);
		now = moveNotes(now, ['n0', 'n10'], 'b');
		expect(now.themes[1]!.noteIds).toEqual(['n4', 'n5', 'n6', 'n7', 'n0', 'n10']);
		expect([...now.pinned]).toEqual(['n0', 'n10']);
		now = splitTheme(now, 'b', [found('First', ['n4', 'n0']), found('Second', ['n5', 'n6', 'x'])], 'd');
		expect(now.themes.map(({ key, name, noteIds }) => [key, name, noteIds.length])).toEqual([
			['a', 'Queues', 3],
			['b', 'First', 4],
			['d', 'Second', 2],
			['c', 'C', 2],
		]);
		now = joinThemes(now, 'd', 'a');
		expect(now.themes[0]!.noteIds).toEqual(['n1', 'n2', 'n3', 'n5', 'n6']);
		now = dissolveTheme(now, 'b');
		expect(now.left).toEqual(['n11', 'n4', 'n7', 'n0', 'n10']);
		expect(now.pinned.size).toBe(0);
	});

	it('leaves locked themes alone, and the name that somebody gave', () => {
		const now = lockTheme(renameTheme(start(), 'b', 'Parts'), 'a', true);
		for (const same of [
			moveNotes(now, ['n0'], 'b'),
			moveNotes(now, ['n4'], 'a'),
			joinThemes(now, 'a', 'b'),
			joinThemes(now, 'b', 'a'),
			dissolveTheme(now, 'a'),
			splitTheme(now, 'a', [found('x', ['n0']), found('y', ['n1'])], 'd'),
		])
			expect(same).toBe(now);
		const [, first] = splitTheme(now, 'b', [found('x', ['n4']), found('y', ['n5'])], 'd').themes;
		expect(first!.name).toBe('Parts');
	});

	it('makes a theme from notes, and orders themes', () => {
		const now = addTheme(start(), { key: 'd', name: 'New' }, ['n0', 'n11']);
		expect(now.themes.at(-1)).toMatchObject({ key: 'd', noteIds: ['n0', 'n11'], isNamed: true });
		expect(shiftTheme(now, 'd', -9).themes[0]!.key).toBe('d');
		expect(orderThemes(now, ({ noteIds }) => -noteIds.length).themes.map(({ key }) => key)).toEqual([
			'c',
			'd',
			'a',
			'b',
		]);
	});
});

describe('what is sorted anew', () => {
	it('keeps names, moved notes and locked themes, and does not ask about what was taken out', () => {
		let now = lockTheme(renameTheme(start(), 'b', 'Parts'), 'c', true);
		now = moveNotes(moveNotes(now, ['n0'], 'b'), ['n1'], undefined);
		const question = questionAnew(now);
		expect(question.kept).toEqual([
			{ name: 'Parts', noteIds: ['n4', 'n5', 'n6', 'n7', 'n0'], pinned: ['n0'] },
		]);
		expect(question.noteIds).not.toContain('n1');
		expect(question.noteIds).not.toContain('n8');
		const anew = renewSorting(
			now,
			question,
			{ themes: [found('Other', ['n2', 'n3', 'n4']), found('Parts', ['n5', 'n10'], 0)], left: ['n6'] },
			() => 'new',
		);
		expect(anew.themes.map(({ key, name }) => [key, name])).toEqual([
			['b', 'Parts'],
			['c', 'C'],
			['new', 'Other'],
		]);
		// What stays by hand stays, also where the answer forgot it.
		expect(keyOf(anew, 'n0')).toBe('b');
		expect(keyOf(anew, 'n1')).toBeUndefined();
		expect(allOf(anew)).toEqual(allOf(now));
	});

	it('does not undo what was done while it was asked', () => {
		const question = questionAnew(start());
		const meanwhile = moveNotes(start(), ['n0'], 'c');
		const answer = { themes: [found('One', ['n0', 'n1']), found('Two', NOTES.slice(2, 10))], left: [] };
		let keys = 0;
		const anew = renewSorting(meanwhile, question, answer, () => `new ${++keys}`);
		expect(keyOf(anew, 'n0')).toBe('c');
		expect(allOf(anew)).toEqual([...NOTES].sort());
	});
});

/** Any step that somebody could take. */
function anyStep(sorting: Sorting, random: Random, key: () => string): Sorting {
	const any = (): string => pick(random, sorting.themes)?.key ?? '';
	const some = (): string[] => NOTES.filter(() => random() < 0.2);
	const steps: ((now: Sorting) => Sorting)[] = [
		(now) => renameTheme(now, any(), 'Named'),
		(now) => moveNotes(now, some(), random() < 0.3 ? undefined : any()),
		(now) => joinThemes(now, any(), any()),
		(now) => dissolveTheme(now, any()),
		(now) => lockTheme(now, any(), random() < 0.4),
		(now) => pinNote(now, pick(random, NOTES), random() < 0.5),
		(now) => addTheme(now, { key: key(), name: 'New' }, some()),
		(now) => splitTheme(now, any(), [found('x', some()), found('y', some())], key()),
		(now) => shiftTheme(now, any(), random() < 0.5 ? -1 : 1),
		(now) => {
			const question = questionAnew(now);
			const half = question.noteIds.filter(() => random() < 0.5);
			const rest = question.noteIds.filter((id) => !half.includes(id));
			const themes = [found('Half', half, question.kept.length > 0 ? 0 : undefined), found('Rest', rest)];
			return renewSorting(now, question, { themes, left: [] }, key);
		},
	];
	return pick(random, steps)(sorting);
}

it('keeps every note in exactly one place, whatever is done in whatever order', () => {
	for (let seed = 1; seed <= 60; seed++) {
		const random = randomFrom(seed);
		let keys = 0;
		let now = start();
		for (let step = 0; step < 40; step++) {
			const before = now;
			now = anyStep(now, random, () => `k${++keys}`);
			expect(allOf(now)).toEqual([...NOTES].sort());
			expect(new Set(now.themes.map(({ key }) => key)).size).toBe(now.themes.length);
			for (const theme of before.themes) {
				const after = now.themes.find(({ key }) => key === theme.key);
				if (theme.isLocked) expect(after?.noteIds).toEqual(theme.noteIds);
			}
		}
	}
});
