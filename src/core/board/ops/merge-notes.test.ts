/** Notes that say the same, as one. */
import { describe, expect, it } from 'vitest';
import { overlaps } from '../../geometry/box';
import { plainText } from '../../text/rich';
import { noteAt, partner, testBoard } from '../testing';
import { acceptThemes } from './accept-themes';
import { addObject, moveObjects, removeObjects } from './edits';
import { lockObjects } from './groups';
import { notesToSort, sortInto } from './themes';
import { canMerge, mergeNotes, notesBehind, takeApart } from './merge-notes';

function room() {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	const [a, b, c] = ['Queue', 'A queue', 'Fuse'].map((text, i) =>
		addObject(editContext, model, noteAt(sheet, i * 200, 0, text)),
	) as [string, string, string];
	return { ...board, a, b, c };
}

describe('notes made one', () => {
	it('keep what they say and who wrote them, out of sight, and move along', () => {
		const { editContext, model, a, b, undo } = room();
		const before = model.find(b)!;
		mergeNotes(editContext, model, a, [b]);
		expect(notesBehind(model, a)).toEqual([b]);
		expect(model.find(a)).toMatchObject({ foldedCount: 1 });
		expect(model.find(b)).toMatchObject({ hidden: true, by: before.by });
		expect(plainText(model.find(b)!.text)).toBe('A queue');
		moveObjects(editContext, model, [a], 0, 500);
		expect(model.find(b)!.box[1]).toBe(model.find(a)!.box[1]);
		undo.undo();
		undo.undo();
		expect(model.find(b)).not.toHaveProperty('hidden');
		expect(model.find(b)!.box).toEqual(before.box);
	});

	it('are one note of the theme of the one on top', () => {
		const { editContext, model, a, b, c } = room();
		const [theme] = acceptThemes(editContext, model, [{ name: 'T', noteIds: [a, b, c] }]) as [string];
		const wide = model.boundsOf(theme)!;
		mergeNotes(editContext, model, a, [b]);
		expect(model.find(b)!.theme).toBeUndefined();
		expect(model.contentsOf(model.find(theme)!).sort()).toEqual([a, c].sort());
		expect(model.boundsOf(theme)!.h).toBeLessThanOrEqual(wide.h);
		takeApart(editContext, model, a);
		expect(model.find(b)).toMatchObject({ theme, held: { in: theme } });
		expect(model.find(b)).not.toHaveProperty('hidden');
		expect(model.find(a)).not.toHaveProperty('foldedCount');
	});

	it('are taken apart beside each other, those behind those too', () => {
		const { editContext, model, a, b, c } = room();
		mergeNotes(editContext, model, b, [c]);
		mergeNotes(editContext, model, a, [b]);
		expect(notesBehind(model, a).sort()).toEqual([b, c].sort());
		expect(takeApart(editContext, model, a).sort()).toEqual([b, c].sort());
		const boxes = [a, b, c].map((id) => model.boundsOf(id)!);
		boxes.forEach((one, i) =>
			boxes.slice(i + 1).forEach((other) => expect(overlaps(one, other)).toBe(false)),
		);
		expect([a, b, c].some((id) => model.find(id)!.branch)).toBe(false);
	});

	it('go and come back together', () => {
		const { editContext, model, a, b, undo } = room();
		mergeNotes(editContext, model, a, [b]);
		undo.stopCapturing();
		removeObjects(editContext, model, [a]);
		expect(model.find(b)).toBeUndefined();
		undo.undo();
		expect(notesBehind(model, a)).toEqual([b]);
	});
});

it('what lies behind another note is sorted with that one, and stays behind it', () => {
	const { editContext, model, sheet, a, b, c } = room();
	mergeNotes(editContext, model, a, [b]);
	expect(notesToSort(model, sheet).sort()).toEqual([a, c].sort());
	const [theme] = acceptThemes(editContext, model, [{ name: 'T', noteIds: [a, b, c] }]) as [string];
	sortInto(editContext, model, theme, [b]);
	expect(model.find(b)).toMatchObject({ hidden: true });
	expect(notesBehind(model, a)).toEqual([b]);
});

it('locked notes, and one with itself, are not made one', () => {
	const { editContext, model, a, b } = room();
	expect(canMerge(model, a, [a])).toBe(false);
	lockObjects(editContext, model, [b], 'own');
	expect(canMerge(model, a, [b])).toBe(false);
	mergeNotes(editContext, model, a, [b]);
	expect(model.find(b)).not.toHaveProperty('hidden');
	expect(canMerge(model, b, [a])).toBe(false);
});

it('two people who lay each on top of the other at once lose no note', () => {
	const one = room();
	const two = partner(one);
	two.cut();
	mergeNotes(one.editContext, one.model, one.a, [one.b]);
	mergeNotes(two.editContext, two.model, one.b, [one.a]);
	two.join();
	for (const { model } of [one, two]) {
		const shown = [one.a, one.b].filter((id) => !model.find(id)!.hidden);
		expect(shown).toHaveLength(1);
		expect(notesBehind(model, shown[0]!)).toHaveLength(1);
	}
});
