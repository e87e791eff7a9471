/** The table of commands, run on the real board. */
import { describe, expect, it, vi } from 'vitest';
import { addObject, addObjects } from '$core/board/ops/edits';
import { addSheet } from '$core/board/ops/sheets';
import { holderAt, linkBetween, noteAt, fieldAt, shapeAt } from '$core/board/testing';
import { boardInHand, type BoardInHand } from '../testing';
import { COMMANDS, isOffered, shownKey } from '.';

vi.mock('../../ui/toaster', () => ({
	toaster: { info: vi.fn(), success: vi.fn(), error: vi.fn(), create: vi.fn(), dismiss: vi.fn() },
}));

const command = (id: string) => COMMANDS.find((each) => each.id === id)!;
const run = ({ board }: BoardInHand, id: string): void => {
	expect(isOffered(command(id), board), id).toBe(true);
	void command(id).run(board);
};

function notes(hand: BoardInHand, count = 3): string[] {
	const { core } = hand;
	const ids = addObjects(
		core.editContext,
		core.model,
		Array.from({ length: count }, (_, i) => noteAt(core.sheet, 100 + i * 213, 100 + i * 37, `n${i}`)),
	);
	hand.board.select(ids);
	return ids;
}
const box = ({ core }: BoardInHand, id: string) => core.model.find(id)!.box;

describe('the table', () => {
	it('has every command once, with a label, and no key twice for what is offered at the same time', () => {
		expect(new Set(COMMANDS.map(({ id }) => id)).size).toBe(COMMANDS.length);
		for (const { label, id } of COMMANDS) expect(label(), id).not.toBe('');
		const states: ((hand: BoardInHand) => void)[] = [
			() => undefined,
			(hand) => void notes(hand, 1),
			(hand) => void notes(hand, 3),
			(hand) => hand.board.select([holderAt(hand.core, 'columns')]),
			(hand) => {
				const field = addObject(hand.core.editContext, hand.core.model, fieldAt(hand.core.sheet, 0, 0));
				hand.board.select([field]);
			},
		];
		for (const prepare of states) {
			const hand = boardInHand();
			prepare(hand);
			const offered = COMMANDS.filter((each) => isOffered(each, hand.board));
			const keys = offered.flatMap((each) => each.keys.map((key) => [key, each.id] as const));
			const twice = keys.filter(([key, id]) => keys.find(([other]) => other === key)![1] !== id);
			// A cell or the holder comes before what holds for any object: that is what the order is for.
			expect(twice.filter(([, id]) => !['edit', 'next note', 'nod'].includes(id))).toEqual([]);
		}
	});

	it('offers nothing that changes the board to those who only look', () => {
		const hand = boardInHand();
		notes(hand);
		Object.assign(hand.board.room, { role: 'viewer' });
		const offered = COMMANDS.filter((each) => isOffered(each, hand.board));
		expect(offered.some(({ edits }) => edits)).toBe(false);
		expect(offered.map(({ id }) => id)).toContain('fit');
	});

	it('shows keys as people know them', () => {
		expect(shownKey('$mod+Shift+z', false)).toBe('Ctrl Shift Z');
		expect(shownKey('$mod+k', true)).toBe('⌘ K');
		expect(shownKey('Alt+ArrowRight', false)).toBe('Alt →');
	});
});

describe('arranging', () => {
	it('lines up, spreads and tidies, each as one step', () => {
		const hand = boardInHand();
		const ids = notes(hand);
		const before = ids.map((id) => box(hand, id));
		for (const id of ['align left', 'align top', 'align middle', 'tidy']) {
			run(hand, id);
			expect(ids.map((each) => box(hand, each))).not.toEqual(before);
			run(hand, 'undo');
			expect(ids.map((each) => box(hand, each))).toEqual(before);
		}
		run(hand, 'align top');
		expect(new Set(ids.map((each) => box(hand, each)[1]))).toEqual(new Set([100]));
	});

	it('groups, locks and stacks', () => {
		const hand = boardInHand();
		const [a, b] = notes(hand, 2) as [string, string];
		run(hand, 'group');
		expect(hand.board.selected[0]!.kind).toBe('group');
		run(hand, 'ungroup');
		expect([...hand.board.selection].sort()).toEqual([a, b].sort());
		hand.board.select([a]);
		run(hand, 'front');
		expect(hand.core.model.find(a)!.z > hand.core.model.find(b)!.z).toBe(true);
		run(hand, 'lock');
		expect(hand.core.model.find(a)!.lock).toBe('own');
		expect(isOffered(command('lock for all'), hand.board)).toBe(true);
		run(hand, 'unlock');
		expect(hand.core.model.find(a)!.lock).toBeUndefined();
	});

	it('nudges by one and by ten', () => {
		const hand = boardInHand();
		const [a] = notes(hand, 1) as [string];
		run(hand, 'nudge ArrowRight');
		run(hand, 'nudge far ArrowDown');
		expect(box(hand, a).slice(0, 2)).toEqual([101, 110]);
	});
});

describe('editing', () => {
	it('grows a flow in any direction, linked, and writes in the new one', () => {
		const hand = boardInHand();
		const { core, board } = hand;
		const shape = addObject(core.editContext, core.model, shapeAt(core.sheet, 400, 300, 'Door'));
		for (const direction of ['right', 'down', 'left', 'up']) {
			board.select([shape]);
			run(hand, `grow ${direction}`);
			expect(board.editing).toBeDefined();
			board.stopEditing();
		}
		expect(core.model.tiesOf(shape)).toHaveLength(4);
	});

	it('goes on to the next note, also inside columns', () => {
		const hand = boardInHand();
		const { core, board } = hand;
		const columns = holderAt(core, 'columns');
		const [a] = notes(hand, 1) as [string];
		hand.drag([
			[180, 150],
			[150, 170],
			[100, 150],
		]);
		expect(core.model.cardsOf(columns).map(({ id }) => id)).toEqual([a]);
		run(hand, 'next note');
		board.stopEditing();
		const [first, second] = core.model.cardsOf(columns).sort((x, y) => x.box[1] - y.box[1]);
		expect(first!.id).toBe(a);
		expect(second!.box[1]).toBe(first!.box[1] + 106);
	});

	it('selects all that is alike, duplicates and removes', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		const ids = notes(hand);
		addObject(core.editContext, core.model, shapeAt(core.sheet, 900, 500));
		board.select([ids[0]!]);
		run(hand, 'select like kind');
		expect(board.selection.size).toBe(3);
		run(hand, 'duplicate');
		expect(board.selection.size).toBe(3);
		expect(ids).not.toContain([...board.selection][0]);
		run(hand, 'remove');
		expect(core.model.onSheet(core.sheet)).toHaveLength(4);
		run(hand, 'undo');
		expect(core.model.onSheet(core.sheet)).toHaveLength(7);
		run(hand, 'redo');
		expect(core.model.onSheet(core.sheet)).toHaveLength(4);
	});

	it('nods, ties two objects and goes from one to the other across sheets', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		const [a] = notes(hand, 1) as [string];
		const other = addSheet(core.editContext, core.model, 'Second');
		const b = addObject(core.editContext, core.model, noteAt(other, 0, 0, 'there'));
		board.select([a]);
		run(hand, 'nod');
		expect(core.model.find(a)!.nods).toHaveLength(1);
		run(hand, 'see also');
		board.goTo(b);
		run(hand, 'see also');
		run(hand, 'go to see also');
		expect([board.sheet, ...board.selection]).toEqual([core.sheet, a]);
	});

	it('waits for the second of two objects until Esc, and not for ever', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		const [a, b] = notes(hand, 2) as [string, string];
		const tied = () => core.model.find(b)!.see ?? [];
		vi.useFakeTimers({ toFake: ['Date'] });
		try {
			board.select([a]);
			run(hand, 'see also');
			run(hand, 'leave');
			board.select([b]);
			run(hand, 'see also');
			expect(tied()).toEqual([]);
			// That began anew with the second one, which is forgotten after a while.
			vi.setSystemTime(Date.now() + 5 * 60_000);
			board.select([a]);
			run(hand, 'see also');
			expect(tied()).toEqual([]);
			board.select([b]);
			run(hand, 'see also');
			expect(tied()).toEqual([a]);
		} finally {
			vi.useRealTimers();
		}
	});
});

describe('cells', () => {
	it('are walked through, written in, and rows and columns added and removed beside them', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		const table = holderAt(core, 'table', ['A', 'B'], 2);
		const parts = () => core.model.find(table)!.parts!;
		board.select([table]);
		run(hand, 'next cell');
		expect(board.cell).toBe(`${parts().rows[0]!.id}:${parts().cols[0]!.id}`);
		run(hand, 'nudge ArrowDown');
		run(hand, 'nudge ArrowRight');
		expect(board.cell).toBe(`${parts().rows[1]!.id}:${parts().cols[1]!.id}`);
		expect(box(hand, table).slice(0, 2)).toEqual([0, 0]);
		run(hand, 'add row after');
		run(hand, 'add col before');
		expect([parts().rows.length, parts().cols.length]).toEqual([3, 3]);
		run(hand, 'shift row -1');
		run(hand, 'remove row');
		run(hand, 'undo');
		expect(parts().rows).toHaveLength(3);
		run(hand, 'next cell');
		run(hand, 'write cell');
		expect(board.writing.part).toBe(board.cell);
		board.stopEditing();
		run(hand, 'leave');
		expect(board.cell).toBeUndefined();
		expect(board.selection.has(table)).toBe(true);
	});

	it('of lists are nodded at, of action items ticked and signed', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		const list = holderAt(core, 'list');
		board.select([list]);
		run(hand, 'next cell');
		run(hand, 'nod at line');
		const row = core.model.find(list)!.parts!.rows[0]!.id;
		expect(core.model.find(list)!.parts!.nods[row]).toHaveLength(1);
		const actions = holderAt(core, 'actions', ['', 'What', 'Who', 'Until', 'Signed']);
		board.select([actions]);
		const item = core.model.find(actions)!.parts!.rows[0]!.id;
		board.cell = `${item}:text`;
		run(hand, 'tick item');
		run(hand, 'sign item');
		expect(core.model.find(actions)!.parts!.facts[item]).toMatchObject({
			done: true,
			signed: { name: 'Ilka' },
		});
		run(hand, 'tick item');
		run(hand, 'sign item');
		expect(core.model.find(actions)!.parts!.facts[item] ?? {}).toEqual({});
	});

	it('of a holder are written one after the other by Tab and Enter', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		const list = holderAt(core, 'list', [], 1);
		const first = core.model.find(list)!.parts!.rows[0]!.id;
		board.startEditing(list, `${first}:text`);
		expect(board.writing.goDown()).toBe(true);
		expect(core.model.find(list)!.parts!.rows).toHaveLength(2);
		expect(board.writing.part).not.toBe(`${first}:text`);
		expect(board.writing.moveOn(-1)).toBe(true);
		expect(board.writing.part).toBe(`${first}:text`);
		board.stopEditing();
		expect(board.editing).toBeUndefined();
	});
});

describe('the view', () => {
	it('zooms, fits and keeps places that are come back to by a key', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		notes(hand);
		run(hand, 'zoom in');
		expect(board.view.scale).toBeCloseTo(1.25);
		run(hand, 'keep place');
		const kept = board.middle;
		run(hand, 'fit selection');
		board.goToSheet(addSheet(core.editContext, core.model, 'Second'));
		run(hand, 'place 1');
		expect(board.sheet).toBe(core.sheet);
		expect(Math.abs(board.middle.x - kept.x)).toBeLessThan(1);
		expect(board.view.scale).toBeCloseTo(1.25);
		run(hand, 'full size');
		expect(board.view.scale).toBe(1);
	});

	it('walks through fields in their sequence', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		const [a, b] = addObjects(core.editContext, core.model, [
			fieldAt(core.sheet, 0, 0),
			fieldAt(core.sheet, 900, 0),
		]) as [string, string];
		run(hand, 'next field');
		expect([...board.selection]).toEqual([a]);
		run(hand, 'next field');
		expect([...board.selection]).toEqual([b]);
		run(hand, 'earlier');
		run(hand, 'previous field');
		run(hand, 'next field');
		expect(board.selected[0]!.kind).toBe('field');
	});

	it('keeps links when objects are copied with it', () => {
		const hand = boardInHand();
		const { board, core } = hand;
		const [a, b] = notes(hand, 2) as [string, string];
		addObject(core.editContext, core.model, linkBetween(core.sheet, a, b));
		board.select([a, b]);
		run(hand, 'duplicate');
		const links = [...core.model.objects.values()].filter(({ kind }) => kind === 'connector');
		expect(links).toHaveLength(2);
	});
});
