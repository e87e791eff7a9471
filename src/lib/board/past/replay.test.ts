import { beforeEach, describe, expect, it, vi } from 'vitest';
import * as Y from 'yjs';
import { objectsOf } from '$core/board/document';
import { addObject, removeObjects } from '$core/board/ops/edits';
import { noteAt, testBoard } from '$core/board/testing';
import { writeSegment } from '$core/journal/segment';
import { Timeline } from '$core/journal/timeline';
import { Replay, type Source } from './replay.svelte';

/** A board on which a note came every second from 1000 on, in pieces of `piece` updates, as the server gives them. */
function recorded(count: number, piece: number) {
	const { doc, model, editContext, sheet } = testBoard();
	const updates: { at: number; data: Uint8Array }[] = [];
	const states = [{ upTo: 0, at: 1000, state: Y.encodeStateAsUpdateV2(new Y.Doc()) }];
	updates.push({ at: 1000, data: Y.encodeStateAsUpdate(doc) });
	doc.on('update', (data: Uint8Array) => updates.push({ at: 1000 * (updates.length + 1), data }));
	const ids: string[] = [];
	for (let i = 1; i < count; i++) {
		if (i % piece === 0) {
			const state = Y.encodeStateAsUpdateV2(doc);
			states.push({ upTo: i, at: updates.at(-1)!.at, state });
		}
		if (i % 7 === 6) removeObjects(editContext, model, [ids.shift()!]);
		else ids.push(addObject(editContext, model, noteAt(sheet, i * 200, 0, `Note ${i}`)));
	}
	const expected = (upTo: number): unknown => {
		const then = new Y.Doc();
		for (const { data } of updates.slice(0, upTo)) Y.applyUpdate(then, data);
		return objectsOf(then).toJSON();
	};
	const load = vi.fn(async (upTo: number) => {
		const index = states.findIndex((each) => each.upTo === upTo);
		const { state, at } = states[index]!;
		const end = states[index + 1]?.upTo ?? count;
		return writeSegment({ state, at, updates: updates.slice(upTo, end) });
	});
	const source: Source = {
		boardId: 'b',
		segments: states.map(({ upTo, at }) => ({ upTo, at })),
		timeline: new Timeline([{ from: 1000, to: 1000 * count }]),
		load,
	};
	return { source, expected, load, looked: model as never };
}
const shown = (replay: Replay): unknown => objectsOf(replay.view!.doc).toJSON();
const looked = { sheet: '', view: { x: 0, y: 0, scale: 1 }, size: { w: 800, h: 600 } } as never;

describe('a replay', () => {
	let board: ReturnType<typeof recorded>;
	let replay: Replay;
	beforeEach(() => {
		board = recorded(40, 10);
		replay = new Replay(board.source, looked);
	});

	it('shows any moment as it was, in any order', async () => {
		for (const second of [40, 1, 25, 24, 11, 10, 33, 9, 39, 20]) {
			await replay.seekTime(second * 1000);
			expect(replay.time).toBe(second * 1000);
			expect(shown(replay), `second ${second}`).toEqual(board.expected(second));
		}
	});

	it('goes on from what it shows, and asks for each piece once while it is kept', async () => {
		await replay.seekTime(2000);
		const { view } = replay;
		for (let second = 3; second <= 9; second++) {
			await replay.seekTime(second * 1000);
			expect(shown(replay)).toEqual(board.expected(second));
		}
		// No new board was built for it.
		expect(replay.view).toBe(view);
		expect(board.load).toHaveBeenCalledTimes(1);
		await replay.seekTime(12_000);
		expect(shown(replay)).toEqual(board.expected(12));
		expect(replay.view).toBe(view);
		expect(board.load).toHaveBeenCalledTimes(2);
		await replay.seekTime(5000);
		expect(board.load).toHaveBeenCalledTimes(2);
		expect(shown(replay)).toEqual(board.expected(5));
	});

	it('of jumps that overtake each other shows the last', async () => {
		await Promise.all([replay.seekTime(35_000), replay.seekTime(5000), replay.seekTime(25_000)]);
		expect(shown(replay)).toEqual(board.expected(25));
		expect(replay.busy).toBe(false);
	});

	it('says what went wrong, and tries anew the next time', async () => {
		board.load.mockRejectedValueOnce(new Error('no network'));
		await replay.seekTime(5000);
		expect(replay.problem).toBeInstanceOf(Error);
		expect(replay.view).toBeUndefined();
		await replay.seekTime(5000);
		expect(replay.problem).toBeUndefined();
		expect(shown(replay)).toEqual(board.expected(5));
	});

	it('keeps to its ends', async () => {
		await replay.seek(Infinity);
		expect(replay.time).toBe(40_000);
		await replay.seek(-5);
		expect(replay.time).toBe(1000);
		expect(shown(replay)).toEqual(board.expected(1));
		replay.destroy();
	});
});
