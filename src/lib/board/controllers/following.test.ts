import { beforeEach, describe, expect, it, vi } from 'vitest';
import { addSheet } from '$core/board/ops/sheets';
import { seen } from '$core/geometry/view';
import type { Presence } from '../../room/company.svelte';
import { boardInHand } from '../testing';

/** A glide is over in one frame. */
beforeEach(() => {
	vi.stubGlobal('requestAnimationFrame', (step: (now: number) => void) => (step(Number.MAX_VALUE), 1));
	vi.stubGlobal('cancelAnimationFrame', () => {});
});

function room() {
	const { board, core } = boardInHand();
	const other = addSheet(core.editContext, core.model, 'Other');
	const { room } = board as unknown as {
		room: { people: Presence[]; leader?: { id: string; name: string } };
	};
	/** Rosa's window, on a sheet, seeing a part of it. */
	const rosaSees = (sheet: string, x: number, y: number, w = 1200, h = 800): void => {
		room.people = [
			{ client: 1, person: 'p-Rosa', name: 'Rosa', sheet, view: [x, y, w, h], heard: Date.now() },
		];
	};
	const middle = (): number[] => {
		const { x, y, w, h } = seen(board.view, board.size);
		return [Math.round(x + w / 2), Math.round(y + h / 2)];
	};
	return { board, core, other, room, rosaSees, middle };
}

describe('following somebody', () => {
	it('shows what they see, on whatever sheet, and goes along', () => {
		const { board, other, rosaSees, middle } = room();
		rosaSees(other, 1000, 1000, 600, 400);
		board.following.follow('p-Rosa');
		expect([board.sheet, middle(), board.view.scale]).toEqual([other, [1300, 1200], 2]);
		rosaSees(other, 0, 0);
		board.following.apply();
		expect([middle(), board.view.scale]).toEqual([[600, 400], 1]);
	});

	it('ends with one’s own first move, and not before', () => {
		const { board, core, rosaSees, middle } = room();
		rosaSees(core.sheet, 0, 0);
		board.following.follow('p-Rosa');
		board.setSize({ w: 900, h: 700 });
		expect(board.following.target?.name, 'a window that changes its size is no move').toBe('Rosa');
		board.pan(10, 0);
		expect(board.following.target).toBeUndefined();
		const before = middle();
		rosaSees(core.sheet, 5000, 5000);
		board.following.apply();
		expect(middle()).toEqual(before);
	});

	it('takes the window that was heard last', () => {
		const { board, core, room: of } = room();
		const at = (client: number, heard: number): Presence => ({
			client,
			person: 'p-Rosa',
			name: 'Rosa',
			sheet: core.sheet,
			view: [client, 0, 100, 100],
			heard,
		});
		of.people = [at(1, 50), at(2, 90), at(3, 10)];
		board.following.whom = 'p-Rosa';
		expect(board.following.target?.client).toBe(2);
	});
});

describe('a led view', () => {
	it('is everybody’s until one looks round alone, and again when one comes along', () => {
		const { board, core, room: of, rosaSees, middle } = room();
		of.leader = { id: 'p-Rosa', name: 'Rosa' };
		rosaSees(core.sheet, 2000, 0);
		board.following.apply();
		expect(middle()).toEqual([2600, 400]);
		board.pan(50, 50);
		expect(board.following.isAlone).toBe(true);
		rosaSees(core.sheet, 0, 0);
		board.following.apply();
		expect(middle()).not.toEqual([600, 400]);
		board.following.comeAlong();
		expect(middle()).toEqual([600, 400]);
	});

	it('is nobody’s when the leader has left, and one does not follow oneself', () => {
		const { board, core, room: of } = room();
		of.leader = { id: 'p-Rosa', name: 'Rosa' };
		of.people = [];
		expect(board.following.target).toBeUndefined();
		of.leader = { id: core.editContext.person.id, name: 'Ilka' };
		expect(board.following.isLeading).toBe(true);
		expect(board.following.target).toBeUndefined();
	});
});

describe('a call', () => {
	const rosa = { id: 'p-Rosa', name: 'Rosa' };

	it('brings one there once, and back to where one was, also after a second call', () => {
		const { board, core, other, middle } = room();
		board.setView({ x: 300, y: 300, scale: 1 });
		const before = middle();
		board.following.answer({ id: 'a', by: rosa, sheet: other, view: [0, 0, 1200, 800] });
		expect([board.sheet, middle()]).toEqual([other, [600, 400]]);
		board.following.answer({ id: 'b', by: rosa, sheet: other, view: [5000, 0, 1200, 800] });
		board.following.goBack();
		expect([board.sheet, middle()]).toEqual([core.sheet, before]);
		// Heard once more, by a connection that came back.
		board.following.answer({ id: 'b', by: rosa, sheet: other, view: [5000, 0, 1200, 800] });
		expect([board.sheet, middle()]).toEqual([core.sheet, before]);
		expect(board.following.called).toBeUndefined();
	});

	it('keeps the place in view while the window changes, until one moves on', () => {
		const { board, core, middle } = room();
		board.following.answer({ id: 'a', by: rosa, sheet: core.sheet, view: [0, 0, 1200, 800] });
		board.setSize({ w: 1200, h: 600 });
		board.following.apply();
		expect(middle()).toEqual([600, 400]);
		board.pan(-100, 0);
		const moved = middle();
		board.following.apply();
		expect(middle()).toEqual(moved);
	});

	it('to a sheet that is not there leads nowhere, and neither does one’s own', () => {
		const { board, core, other } = room();
		board.following.answer({ id: 'a', by: rosa, sheet: 'gone', view: [0, 0, 1, 1] });
		board.following.answer({ id: 'b', by: core.editContext.person, sheet: other, view: [0, 0, 1, 1] });
		expect([board.sheet, board.following.called]).toEqual([core.sheet, undefined]);
	});
});
