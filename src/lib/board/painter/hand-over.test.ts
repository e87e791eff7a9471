/** What the worker that paints is told of the board, and when. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { addObjects } from '$core/board/ops/edits';
import { noteAt, testBoard } from '$core/board/testing';
import { HandOver } from './hand-over';

beforeEach(() => {
	vi.useFakeTimers();
	return () => vi.useRealTimers();
});

const made = (notes: number) => {
	const { editContext, model, sheet } = testBoard();
	const ids = addObjects(
		editContext,
		model,
		Array.from({ length: notes }, (_, i) => noteAt(sheet, i * 200, 0)),
	);
	const sent: { ids: string[]; removed: string[]; last: boolean }[] = [];
	const ask = vi.fn();
	const handing = new HandOver(
		model,
		({ put, removed, last }) =>
			sent.push({
				ids: (JSON.parse(put) as { object: { id: string } }[]).map(({ object }) => object.id),
				removed,
				last,
			}),
		ask,
	);
	return { ids, sheet, sent, ask, handing };
};

describe('handing the board over', () => {
	it('begins with the sheet that is shown, and says which piece is the last of it', async () => {
		const { ids, sent, handing } = made(4);
		const all = handing.all(() => 'other');
		await vi.runAllTimersAsync();
		await all;
		expect(sent).toEqual([
			{ ids: [], removed: [], last: true },
			{ ids, removed: [], last: true },
		]);
	});

	it('goes in pieces, and stops when the worker is gone', async () => {
		const { sheet, sent, handing } = made(1600);
		const all = handing.all(() => (sent.length === 0 ? sheet : undefined));
		await vi.runAllTimersAsync();
		await all;
		expect(sent.map(({ ids, last }) => [ids.length, last])).toEqual([[1500, false]]);
		handing.note(['one'], []);
		handing.now();
		expect(sent).toHaveLength(1);
	});

	it('tells every change once, and what is gone', async () => {
		const { ids, sheet, sent, ask, handing } = made(300);
		const all = handing.all(() => sheet);
		await vi.runAllTimersAsync();
		await all;
		sent.length = 0;
		handing.note(ids, []);
		handing.note([], [ids[0]!]);
		handing.some(false);
		expect(sent.map(({ ids: told, removed }) => [told.length, removed])).toEqual([[120, [ids[0]]]]);
		expect(ask).toHaveBeenCalled();
		handing.some(false);
		handing.some(false);
		handing.some(false);
		expect(sent.flatMap(({ ids: told }) => told)).toEqual(ids.slice(1));
	});

	it('waits a little for more while something moves here, and not at all when it is asked to', async () => {
		const { ids, sheet, sent, handing } = made(3);
		const all = handing.all(() => sheet);
		await vi.runAllTimersAsync();
		await all;
		sent.length = 0;
		handing.note([ids[0]!], []);
		handing.some(true);
		handing.note([ids[1]!], []);
		handing.some(true);
		handing.some(true);
		expect(sent.map(({ ids: told }) => told)).toEqual([[ids[0]]]);
		vi.advanceTimersByTime(60);
		handing.some(true);
		handing.note([ids[2]!], []);
		handing.now();
		expect(sent.map(({ ids: told }) => told)).toEqual([[ids[0]], [ids[1]], [ids[2]]]);
	});
});
