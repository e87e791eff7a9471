/** Vectors got ready before anybody asks. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { addObjects, moveObjects, setText } from '$core/board/ops/edits';
import { noteAt, shapeAt, testBoard } from '$core/board/testing';
import { encode, sort } from './encoder';
import { MAX_NOTES } from '$core/contract/themes';
import { NoEncoder, proposeThemes, readyNotes } from './service';

vi.mock('./encoder', () => ({ encode: vi.fn(() => Promise.resolve([])), sort: vi.fn() }));
const asked = vi.mocked(encode);

beforeEach(() => {
	vi.useFakeTimers();
	asked.mockClear();
});
afterEach(() => void vi.useRealTimers());

const texts = (): string[] => asked.mock.calls.flatMap(([all]) => [...all]);

describe('notes that were written', () => {
	it('are encoded once it is quiet, notes only, and a few at a time', async () => {
		const { editContext, model, sheet } = testBoard();
		readyNotes(model);
		const notes = Array.from({ length: 45 }, (_, i) => noteAt(sheet, i * 200, 0, `Note ${i}`));
		const ids = addObjects(editContext, model, [...notes, shapeAt(sheet, 0, 300, 'A shape')]);
		setText(editContext, ids[0]!, 'Other words');
		expect(asked).not.toHaveBeenCalled();
		await vi.advanceTimersByTimeAsync(2000);
		expect(texts()).toHaveLength(45);
		expect(texts()).toContain('Other words');
		expect(texts()).not.toContain('A shape');
		expect(Math.max(...asked.mock.calls.map(([all]) => all.length))).toBeLessThanOrEqual(20);
	});

	it('are left alone on a board with more of them than can be sorted at once', async () => {
		const { editContext, model, sheet } = testBoard();
		const ids = addObjects(
			editContext,
			model,
			Array.from({ length: MAX_NOTES + 1 }, (_, i) => noteAt(sheet, i * 200, 0, `Note ${i}`)),
		);
		readyNotes(model);
		moveObjects(editContext, model, ids.slice(0, 3), 10, 0);
		await vi.advanceTimersByTimeAsync(2000);
		expect(asked).not.toHaveBeenCalled();
	});

	it('are not gone on with when the board is closed', async () => {
		const { editContext, model, sheet } = testBoard();
		const stop = readyNotes(model);
		addObjects(editContext, model, [noteAt(sheet, 0, 0, 'Too late')]);
		stop();
		await vi.advanceTimersByTimeAsync(2000);
		expect(asked).not.toHaveBeenCalled();
	});
});

describe('themes', () => {
	const notes = [
		{ id: 'a', text: 'Queue at the door' },
		{ id: 'b', text: 'Waiting in line' },
	];
	const proposal = { themes: [], left: [], doubles: [], near: [] };
	beforeEach(() => {
		vi.useRealTimers();
		vi.mocked(sort).mockResolvedValue(proposal);
	});

	it('are asked for again when the encoder fails once', async () => {
		asked
			.mockRejectedValueOnce(new Error('not loaded'))
			.mockResolvedValue([new Float32Array(1), new Float32Array(1)]);
		expect(await proposeThemes(notes)).toMatchObject({ meaning: true });
		expect(asked).toHaveBeenCalledTimes(2);
	});

	it('by words alone are never taken for an answer unless somebody says so', async () => {
		asked.mockRejectedValue(new Error('not loaded'));
		await expect(proposeThemes(notes)).rejects.toBeInstanceOf(NoEncoder);
		expect(await proposeThemes(notes, { wordsOnly: true })).toMatchObject({ meaning: false });
		asked.mockReset().mockResolvedValue([]);
	});
});
