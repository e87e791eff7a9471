/** A sorting that is taken over onto the board where themes stand already, by one or by two. */
import { describe, expect, it } from 'vitest';
import { pick, randomFrom, type Random } from '../../rehearsal/random';
import { overlaps } from '../../geometry/box';
import { plainText } from '../../text/rich';
import {
	addTheme,
	dissolveTheme,
	joinThemes,
	moveNotes,
	renameTheme,
	shiftTheme,
	splitTheme,
	type Sorting,
} from '../../themes/sorting';
import type { BoardModel } from '../model/model';
import { noteAt, partner, testBoard, type TestBoard } from '../testing';
import { acceptThemes } from './accept-themes';
import { applySorting, sortingOnSheet } from './apply-sorting';
import { addObject } from './edits';
import { lockObjects } from './groups';
import { noteIdsOf, themesOf } from './themes';

function room() {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	const notes = Array.from({ length: 8 }, (_, i) =>
		addObject(editContext, model, noteAt(sheet, (i % 4) * 180, Math.floor(i / 4) * 120, `N${i}`)),
	);
	const [a, b] = acceptThemes(editContext, model, [
		{ name: 'Queues', noteIds: notes.slice(0, 4) },
		{ name: 'Parts', noteIds: notes.slice(4, 7) },
	]) as [string, string];
	return { ...board, notes, a, b };
}

/** Argues about what stands on the board and takes it over. */
function argue(
	{ editContext, model, sheet }: TestBoard,
	loose: readonly string[],
	change: (sorting: Sorting) => Sorting,
): string[] {
	const before = sortingOnSheet(model, sheet, loose);
	return applySorting(editContext, model, sheet, before, change(before));
}
const namesOn = (model: BoardModel, sheet: string): string[] =>
	themesOf(model, sheet)
		.map(({ text }) => plainText(text))
		.sort();

describe('what was argued about', () => {
	it('changes names, notes and frames, and nothing else', () => {
		const board = room();
		const { model, notes, a, b, sheet } = board;
		const frame = model.boundsOf(b)!;
		argue(board, [notes[7]!], (now) =>
			addTheme(moveNotes(renameTheme(now, a, 'Waiting'), [notes[4]!], a), { key: 'new', name: 'Radio' }, [
				notes[7]!,
			]),
		);
		expect(namesOn(model, sheet)).toEqual(['Parts', 'Radio', 'Waiting']);
		expect(noteIdsOf(model, a)).toEqual([...notes.slice(0, 4), notes[4]]);
		expect(noteIdsOf(model, b)).toEqual(notes.slice(5, 7));
		expect(model.boundsOf(b)!.x).toBe(frame.x);
		expect(model.find(model.find(notes[7]!)!.theme ?? '')!.kind).toBe('theme');
	});

	it('joins, splits and dissolves', () => {
		const board = room();
		const { model, notes, a, b, sheet } = board;
		argue(board, [], (now) => joinThemes(now, b, a));
		expect(namesOn(model, sheet)).toEqual(['Queues']);
		expect(noteIdsOf(model, a)).toHaveLength(7);
		const half = notes.slice(4, 7);
		argue(board, [], (now) =>
			splitTheme(
				now,
				a,
				[
					{ name: 'x', noteIds: notes.slice(0, 4) },
					{ name: 'Half', noteIds: half },
				],
				'new',
			),
		);
		expect(namesOn(model, sheet)).toEqual(['Half', 'Queues']);
		argue(board, [], (now) => dissolveTheme(now, a));
		expect(namesOn(model, sheet)).toEqual(['Half']);
		// What was in it lies where it lay before it was sorted.
		expect(model.find(notes[1]!)).toMatchObject({ box: [180, 0, 160, 96, 0] });
		expect(model.find(notes[1]!)!.theme).toBeUndefined();
	});

	it('lays frames in another order where themes come in another one', () => {
		const board = room();
		const { model, notes, a, b, sheet } = board;
		const top = model.boundsOf(a)!;
		argue(board, [], (now) => shiftTheme(now, b, -1));
		expect(themesOf(model, sheet).map(({ id }) => id)).toEqual([b, a]);
		expect(model.boundsOf(b)).toMatchObject({ x: top.x, y: top.y });
		expect(overlaps(model.boundsOf(a)!, model.boundsOf(b)!)).toBe(false);
		expect(noteIdsOf(model, b)).toEqual(notes.slice(4, 7));
	});

	it('keeps what others did meanwhile', () => {
		const board = room();
		const { editContext, model, notes, a, b, sheet } = board;
		const before = sortingOnSheet(model, sheet);
		acceptThemes(editContext, model, [{ name: 'Others', noteIds: [notes[7]!, notes[6]!] }]);
		applySorting(editContext, model, sheet, before, moveNotes(before, [notes[0]!], b));
		expect(namesOn(model, sheet)).toEqual(['Others', 'Parts', 'Queues']);
		expect(noteIdsOf(model, b)).toEqual([notes[4], notes[5], notes[0]]);
		expect(noteIdsOf(model, a)).toEqual(notes.slice(1, 4));
	});

	it('shows locked frames as locked and locked notes as such that stay', () => {
		const { editContext, model, notes, a, sheet } = room();
		lockObjects(editContext, model, [a, notes[5]!], 'own');
		const sorting = sortingOnSheet(model, sheet, [notes[7]!]);
		expect(sorting.themes.find(({ key }) => key === a)!.isLocked).toBe(true);
		// Whoever locks a frame locks what lies in it.
		expect([...sorting.pinned].sort()).toEqual([...notes.slice(0, 4), notes[5]].sort());
		expect(sorting.left).toEqual([notes[7]]);
	});
});

/** Any argument about what stands on the board. */
function anyChange(random: Random, notes: readonly string[]): (sorting: Sorting) => Sorting {
	return (now) => {
		const any = (): string => pick(random, now.themes)?.key ?? '';
		const some = notes.filter(() => random() < 0.3);
		const changes = [
			() => renameTheme(now, any(), `Named ${Math.floor(random() * 9)}`),
			() => moveNotes(now, some, random() < 0.3 ? undefined : any()),
			() => joinThemes(now, any(), any()),
			() => dissolveTheme(now, any()),
			() => addTheme(now, { key: 'new', name: 'New' }, some),
		];
		return pick(random, changes)();
	};
}

it('two who argue at once, in any order, keep every note, once, and see the same', () => {
	for (let seed = 1; seed <= 25; seed++) {
		const random = randomFrom(seed);
		const one = room();
		const two = partner(one);
		for (let round = 0; round < 4; round++) {
			two.cut();
			for (const board of random() < 0.5 ? [one, two] : [two, one]) {
				const loose = one.notes.filter((id) => !board.model.find(id)!.theme);
				argue({ ...board, sheet: one.sheet }, loose, anyChange(random, one.notes));
			}
			two.join();
			for (const id of one.notes) {
				const [mine, theirs] = [one, two].map(({ model }) => model.find(id));
				expect(mine).toBeDefined();
				expect(mine!.theme).toBe(theirs!.theme);
				expect(mine!.box).toEqual(theirs!.box);
			}
		}
	}
});
