import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { addObject } from '$core/board/ops/edits';
import type { JournalPage, JournalQuery } from '$core/contract/journal';
import type { Happening } from '$core/journal/happenings';
import { noteAt } from '$core/board/testing';
import { boardInHand } from '../../board/testing';
import { JournalState } from './journal-state.svelte';

const { journalPage } = vi.hoisted(() => ({ journalPage: vi.fn() }));
vi.mock('./requests', () => ({ journalPage, historyOf: vi.fn() }));

let pages: {
	query: JournalQuery;
	answer: (page: Partial<JournalPage>) => Promise<void>;
	fail: () => Promise<void>;
}[];
const settled = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
	vi.useFakeTimers();
	vi.stubGlobal('window', globalThis);
	pages = [];
	journalPage.mockImplementation(
		(_: string, query: JournalQuery) =>
			new Promise((done, failed) =>
				pages.push({
					query,
					answer: async (page) => {
						done({ happenings: [], people: [], next: undefined, again: 0, ...page });
						await settled();
					},
					fail: async () => {
						failed(new Error('No network.'));
						await settled();
					},
				}),
			),
	);
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

const happened = (until: number, words: string, more: Partial<Happening> = {}): Happening => ({
	person: 'p-Rosa',
	at: until,
	until,
	verb: 'added',
	thing: 'note',
	id: words,
	words,
	count: 1,
	...more,
});
const MINUTE = 60_000;
const words = (journal: JournalState): string[] => journal.happenings.map((each) => each.words);

function journal(lastHere?: number) {
	const { board, core } = boardInHand();
	Object.assign(board.room, { now: () => 100 * MINUTE });
	return { board, core, state: new JournalState(board, lastHere) };
}

describe('the journal that is open', () => {
	it('goes on with older pages', async () => {
		const { state } = journal();
		void state.read();
		await pages[0]!.answer({ happenings: [happened(9, 'nine'), happened(8, 'eight')], next: '8.2' });
		void state.read('more');
		expect(pages[1]!.query.before).toBe('8.2');
		await pages[1]!.answer({ happenings: [happened(7, 'seven')] });
		expect(words(state)).toEqual(['nine', 'eight', 'seven']);
		expect(state.next).toBeUndefined();
	});

	it('is read again until the server has told all: what it tells may be some seconds old', async () => {
		const { state } = journal();
		void state.read();
		await pages[0]!.answer({ happenings: [happened(8, 'eight')], again: 9000 });
		await vi.advanceTimersByTimeAsync(8999);
		expect(pages).toHaveLength(1);
		await vi.advanceTimersByTimeAsync(1);
		await pages[1]!.answer({ happenings: [happened(8, 'eight')], again: 1500 });
		await vi.advanceTimersByTimeAsync(1500);
		await pages[2]!.answer({ happenings: [happened(9, 'nine'), happened(8, 'eight')] });
		expect(words(state)).toEqual(['nine', 'eight']);
		await vi.advanceTimersByTimeAsync(60_000);
		expect(pages, 'and then only after a change').toHaveLength(3);
	});

	it('takes in what is newer and leaves the older pages that were read', async () => {
		const { state } = journal();
		void state.read();
		await pages[0]!.answer({ happenings: [happened(9, 'nine'), happened(8, 'eight')], next: '8.2' });
		void state.read('more');
		await pages[1]!.answer({ happenings: [happened(7, 'seven')], next: '7.1' });
		void state.read('newer');
		expect(state.busy, 'nobody who reads is told').toBe(false);
		await pages[2]!.answer({ happenings: [happened(10, 'ten'), happened(9, 'nine')], next: '9.3' });
		expect(words(state)).toEqual(['ten', 'nine', 'eight', 'seven']);
		expect(state.next, 'older pages go on where they ended').toBe('7.1');
	});

	it('reads once for many changes, and says nothing when that fails', async () => {
		const { state } = journal();
		for (let i = 0; i < 20; i++) state.freshenSoon();
		await vi.advanceTimersByTimeAsync(3000);
		expect(pages).toHaveLength(1);
		await pages[0]!.fail();
		expect(state.problem).toBe('');
	});

	it('waits with it while another page is on its way', async () => {
		const { state } = journal();
		void state.read();
		state.freshenSoon();
		await vi.advanceTimersByTimeAsync(6000);
		expect(pages).toHaveLength(1);
		await pages[0]!.answer({ happenings: [happened(8, 'eight')] });
		await vi.advanceTimersByTimeAsync(3000);
		expect(pages).toHaveLength(2);
		state.destroy();
	});

	it('leaves an answer aside that was overtaken, and says what went wrong with the one that counts', async () => {
		const { state } = journal();
		void state.read();
		state.person = 'p-Rosa';
		void state.read();
		await pages[1]!.answer({ happenings: [happened(5, 'of Rosa')] });
		await pages[0]!.answer({ happenings: [happened(9, 'of all')] });
		expect(words(state)).toEqual(['of Rosa']);
		void state.read();
		await pages[2]!.fail();
		expect(state.problem).toContain('Something went wrong');
		expect(state.busy).toBe(false);
	});

	it('asks for one day, or for the last hours', async () => {
		const { state } = journal();
		state.span = 3_600_000;
		void state.read();
		expect(pages[0]!.query).toMatchObject({ from: 40 * MINUTE, until: undefined });
		state.day = '2026-03-07';
		void state.read();
		const { from, until } = pages[1]!.query;
		expect(new Date(from!).getDate()).toBe(7);
		expect(until! - from!).toBe(24 * 3_600_000);
	});
});

describe('what is new', () => {
	it('is nothing for somebody who was never here', async () => {
		const { state } = journal();
		await state.readNews();
		expect(pages).toHaveLength(0);
	});

	it('is read page by page, told by person, and stepped through in a circle', async () => {
		const { board, core, state } = journal(50);
		const [a, b] = ['A', 'B'].map((text, i) =>
			addObject(core.editContext, core.model, noteAt(core.sheet, 900 * i, 0, text)),
		);
		void state.readNews();
		expect(pages[0]!.query).toMatchObject({ from: 50 });
		await pages[0]!.answer({ happenings: [happened(90, 'B', { id: b! })], next: '90.4' });
		await pages[1]!.answer({
			happenings: [
				happened(80, 'A', { id: a! }),
				happened(70, 'mine', { person: core.editContext.person.id }),
			],
		});
		expect(state.news.map(({ person }) => person)).toEqual(['p-Rosa']);
		expect(state.newIds.toSorted()).toEqual([a, b].toSorted());
		const seen: string[] = [];
		for (let i = 0; i < 3; i++) {
			state.step(1);
			seen.push(...board.selection);
		}
		expect(seen[2]).toBe(seen[0]);
		expect(new Set(seen).size).toBe(2);
		state.step(-1);
		expect([...board.selection]).toEqual([seen[1]]);
		state.seen();
		expect(state.newIds).toEqual([]);
	});
});
