import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ShownVote } from '$core/contract/votes';
import { addObject } from '$core/board/ops/edits';
import { addSheet } from '$core/board/ops/sheets';
import { noteAt } from '$core/board/testing';
import { seen } from '$core/geometry/view';
import { boardInHand } from '../../board/testing';
import { likelySource, objectsFor, showVoted } from './sources';

beforeEach(() => void vi.stubGlobal('requestAnimationFrame', (work: () => void) => (setTimeout(work), 1)));

/** A field with two notes, which were written from the lower one up, a note outside, and one on another sheet. */
function room() {
	const { board, core } = boardInHand();
	const { editContext, model, sheet } = core;
	const other = addSheet(editContext, model, 'Other');
	const field = addObject(editContext, model, {
		kind: 'field',
		sheet,
		box: [0, 0, 800, 600, 0],
		style: { chalk: 'ochre' },
		text: 'Ideas',
	});
	const put = (on: string, x: number, y: number, text: string): string =>
		addObject(editContext, model, noteAt(on, x, y, text));
	const [low, high, outside, elsewhere] = [
		put(sheet, 60, 300, 'Low'),
		put(sheet, 60, 80, 'High'),
		put(sheet, 3000, 40, 'Outside'),
		put(other, 5000, 5000, 'Elsewhere'),
	];
	return { board, core, other, field, low, high, outside, elsewhere };
}
const about = (...ids: string[]): ShownVote =>
	({ options: ids.map((id) => ({ id, text: id })) }) as unknown as ShownVote;

describe('what a vote is about', () => {
	it('are the notes in the selected field, in the order in which one reads them', () => {
		const { board, field, low, high } = room();
		expect(objectsFor(board, 'inside', [field])).toEqual([high, low]);
		expect(objectsFor(board, 'inside', [low]), 'a note has nothing in it').toEqual([]);
		expect(objectsFor(board, 'inside', ['gone'])).toEqual([]);
	});

	it('are what is selected, each once', () => {
		const { board, low, outside } = room();
		expect(objectsFor(board, 'selection', [low, outside, low, 'gone'])).toEqual([outside, low]);
	});

	it('are all notes of the sheet that is shown', () => {
		const { board, other, low, high, outside, elsewhere } = room();
		expect(objectsFor(board, 'notes', [])).toEqual([outside, high, low]);
		board.goToSheet(other);
		expect(objectsFor(board, 'notes', [])).toEqual([elsewhere]);
		expect(objectsFor(board, 'themes', [])).toEqual([]);
	});

	it('are what lies in the field of the running step', () => {
		const { board, field, low, high } = room();
		expect(objectsFor(board, 'step', [])).toEqual([]);
		Object.assign(board.room, { step: { field } });
		expect(objectsFor(board, 'step', [])).toEqual([high, low]);
	});
});

describe('whoever is asked to vote', () => {
	it('is shown all of it, as large as it fits', async () => {
		const { board, low, outside } = room();
		await showVoted(board, about(low, outside));
		const view = seen(board.view, board.size);
		expect(view.x).toBeLessThan(60);
		expect(view.x + view.w).toBeGreaterThan(3100);
	});

	it('is taken to the sheet where most of it lies, and nowhere when it is gone', async () => {
		const { board, other, low, high, elsewhere } = room();
		board.goToSheet(other);
		await showVoted(board, about(elsewhere, low, high, 'gone'));
		expect(board.sheet).not.toBe(other);
		const before = board.view;
		await showVoted(board, about('gone'));
		expect(board.view).toBe(before);
	});

	it('keeps the ballot that is open on a phone', async () => {
		const { board, low } = room();
		const asked = vi.fn();
		board.frame.requests.on(asked);
		await showVoted(board, about(low));
		expect(asked).not.toHaveBeenCalled();
	});
});

describe('what a new vote most likely is about', () => {
	it('are the themes once notes have been sorted, not what is left in the field', () => {
		const { board, core, field } = room();
		Object.assign(board.room, { step: { field } });
		expect(likelySource(board, [])).toBe('step');
		for (const x of [3000, 3400])
			addObject(core.editContext, core.model, {
				kind: 'theme',
				sheet: core.sheet,
				box: [x, 800, 300, 200, 0],
				style: { chalk: 'moss' },
				text: `Theme ${x}`,
			});
		expect(likelySource(board, [])).toBe('themes');
		expect(likelySource(board, [field]), 'what was asked for comes first').toBe('inside');
	});

	it('are the notes on all forms that go round', () => {
		const { board, core, low, high } = room();
		const other = addObject(core.editContext, core.model, {
			kind: 'field',
			sheet: core.sheet,
			box: [2900, 0, 400, 300, 0],
			style: { chalk: 'ochre' },
			text: 'Form 2',
		});
		const first = [...core.model.fields].find((id) => id !== other)!;
		Object.assign(board.room, { step: { fields: [first, other] } });
		expect(new Set(objectsFor(board, 'step', []))).toEqual(
			new Set([
				low,
				high,
				[...core.model.objects.values()].find(({ text }) => text[0]?.runs[0]?.text === 'Outside')!.id,
			]),
		);
	});
});
