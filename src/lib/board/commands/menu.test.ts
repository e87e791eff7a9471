import { describe, expect, it, vi } from 'vitest';
import { HOLDERS } from '$core/board/holders/forms';
import { addObjects } from '$core/board/ops/edits';
import { fieldAt, holderAt, noteAt, shapeAt } from '$core/board/testing';
import { boardInHand, type BoardInHand } from '../testing';
import { COMMANDS, isOffered } from '.';
import { menuOf } from './menu';

vi.mock('../../ui/toaster', () => ({ toaster: { info: vi.fn(), create: vi.fn() } }));

const MAX_ENTRIES = 12;

const parts = ({ board }: BoardInHand) => {
	const { top, more } = menuOf(board);
	return {
		top: top.map(({ id }) => id),
		more: more.map(({ label }) => label),
		entries: top.length + more.length,
	};
};
const everything = ({ board }: BoardInHand): string[] => {
	const { top, more } = menuOf(board);
	return [...top, ...more.flatMap(({ commands }) => commands)].map(({ id }) => id);
};

type Make = (hand: BoardInHand) => string[];
const adding =
	(...specs: ((sheet: string) => Parameters<typeof addObjects>[2][number])[]): Make =>
	({ core }) =>
		addObjects(
			core.editContext,
			core.model,
			specs.map((spec) => spec(core.sheet)),
		);
const note = (x: number) => (sheet: string) => noteAt(sheet, x, 0, `note ${x}`);
const linked = (sheet: string) => ({
	...noteAt(sheet, 0, 0, ''),
	text: [{ runs: [{ text: 'parts', link: 'https://parts.example' }] }],
});

const SELECTIONS: [string, Make][] = [
	['nothing', () => []],
	[
		'nothing, on a sheet with a field,',
		(hand) => {
			adding((sheet) => fieldAt(sheet, 0, 0))(hand);
			return [];
		},
	],
	['a note', adding(note(0))],
	['a note with a link', adding(linked)],
	['a shape', adding((sheet) => shapeAt(sheet, 0, 0))],
	['a field', adding((sheet) => fieldAt(sheet, 0, 0))],
	['two notes', adding(note(0), note(300))],
	['notes and a field', adding(note(0), note(300), note(600), (sheet) => fieldAt(sheet, 0, 400))],
	...HOLDERS.map((kind): [string, Make] => [kind, ({ core }) => [holderAt(core, kind)]]),
];

describe('the menu', () => {
	it.each(SELECTIONS)('has at most twelve entries with %s selected, each once', (_, make) => {
		const hand = boardInHand();
		hand.board.select(make(hand));
		hand.board.cell = hand.board.selected[0]?.parts ? 'head/head' : undefined;
		expect(parts(hand).entries).toBeLessThanOrEqual(MAX_ENTRIES);
		expect(parts(hand).entries).toBeGreaterThan(3);
		expect(new Set(everything(hand)).size).toBe(everything(hand).length);
	});

	it('begins with what is wanted most, for a note and for a free spot', () => {
		const hand = boardInHand();
		expect(parts(hand).top).toEqual(['new note', 'paste', 'select all']);
		hand.board.select(adding(note(0))(hand));
		expect(parts(hand).top).toEqual(['edit', 'nod', 'cut', 'copy', 'paste', 'duplicate', 'remove']);
	});

	it('leaves out nothing that can be done to what is selected, or on a free spot', () => {
		const offered = new Set<string>();
		const shown = new Set<string>();
		for (const [, make] of SELECTIONS) {
			const hand = boardInHand();
			hand.board.select(make(hand));
			for (const command of COMMANDS)
				if (command.section && isOffered(command, hand.board)) offered.add(command.id);
			for (const id of everything(hand)) shown.add(id);
		}
		expect(offered.size).toBeGreaterThan(50);
		expect([...offered].filter((id) => !shown.has(id))).toEqual([]);
	});

	it('leads to the drawer from a free spot, and from what is to be kept in it', () => {
		const hand = boardInHand();
		expect(everything(hand)).toContain('drawer');
		hand.board.select(adding(note(0))(hand));
		expect(everything(hand)).toContain('drawer');
	});

	it('makes a note where it was opened, and lets one write in it', () => {
		const hand = boardInHand();
		hand.board.menuAt = { x: 500, y: 300 };
		void COMMANDS.find(({ id }) => id === 'new note')!.run(hand.board);
		const [made] = hand.board.selected;
		expect(made!.kind).toBe('note');
		expect(made!.box[0] + made!.box[2] / 2).toBeCloseTo(500, 0);
		expect(made!.box[1] + made!.box[3] / 2).toBeCloseTo(300, 0);
		expect(hand.board.editing).toBe(made!.id);
	});

	it('offers nothing that changes the board to those who only look', () => {
		const hand = boardInHand();
		hand.board.select(adding(note(0))(hand));
		Object.assign(hand.board.room, { role: 'viewer' });
		expect(parts(hand).top).toEqual(['copy']);
	});
});
