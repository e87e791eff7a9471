import { Changes } from '../../ui/changes.svelte';
import { describe, expect, it, vi } from 'vitest';
import * as Y from 'yjs';
import { addObject } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { addSheet } from '$core/board/ops/sheets';
import { noteAt } from '$core/board/testing';
import { answer, beginThread, chatter, resolve } from '$core/talk/edits';
import { TalkModel } from '$core/talk/model';
import { giveNumbers } from '$core/talk/rules';
import { boardInHand } from '../../board/testing';
import { toaster } from '../../ui/toaster';
import { TalkState } from './talk-state.svelte';

/** What the desk of somebody called Ilka shows, with Rosa at the other side. */
function desk() {
	const { board, core } = boardInHand();
	const talk = new TalkModel(new Y.Doc());
	let count = 0;
	const voice = (id: string, name: string): EditContext => ({
		...core.editContext,
		doc: talk.doc,
		person: { id, name },
		newId: () => `${name}-${count++}`,
	});
	const mine = voice(core.editContext.person.id, core.editContext.person.name);
	const rosa = voice('p-Rosa', 'Rosa');
	const names = [mine.person, rosa.person];
	Object.assign(board.room, {
		talk,
		voice: mine,
		names,
		talkChanges: new Changes(),
		now: core.editContext.now,
	});
	const open = vi.fn();
	const state = new TalkState(board, open);
	const note = addObject(core.editContext, core.model, noteAt(core.sheet, 100, 100, 'The key'));
	const role = (to: string): void => void ((board.room as unknown as { role: string }).role = to);
	return { board, core, talk, state, open, note, mine, rosa, role };
}

describe('saying something', () => {
	it('hangs on the object, at the place that was pointed at', () => {
		const { board, core, talk, state, open, note } = desk();
		const steps = core.undo.undoStack.length;
		state.begin({ object: note, at: { x: 180, y: 148 } });
		expect(open).toHaveBeenCalled();
		expect(state.draft).toMatchObject({ on: note, at: [0.5, 0.5], quote: 'The key' });
		state.say('Who has it, @Rosa?');
		expect(talk.threads[0]!.remarks[0]).toMatchObject({ text: 'Who has it, @Rosa?', to: ['p-Rosa'] });
		expect([state.draft, state.thread?.id]).toEqual([undefined, talk.threads[0]!.id]);
		state.say('Anybody?');
		expect(talk.threads[0]!.remarks).toHaveLength(2);
		expect(board.model.objects.size, 'the board is not touched').toBe(1);
		expect(core.undo.undoStack, 'and nothing of it is undone there').toHaveLength(steps);
	});

	it('hangs on a spot of the sheet otherwise, in the middle when none is pointed at', () => {
		const { board, state } = desk();
		state.begin({ at: { x: 12.4, y: 30.6 } });
		expect(state.draft).toEqual({ sheet: board.sheet, at: [12, 31] });
		state.begin({});
		expect(state.draft).toEqual({ sheet: board.sheet, at: [600, 400] });
		state.begin({ object: 'gone' });
		expect(state.draft?.on).toBeUndefined();
	});

	it('is not begun by those who may not talk', () => {
		const { state, open, note, role } = desk();
		role('viewer');
		state.begin({ object: note });
		expect([state.draft, open.mock.calls.length]).toEqual([undefined, 0]);
	});
});

describe('the list', () => {
	it('shows what is wanted, and where its objects are now', () => {
		const { board, core, state, mine, rosa, note } = desk();
		const other = addSheet(core.editContext, core.model, 'Other');
		const onNote = beginThread(mine, { sheet: board.sheet, on: note, at: [1, 0] }, 'Mine');
		const elsewhere = beginThread(rosa, { sheet: other, at: [0, 0] }, 'Elsewhere');
		const done = beginThread(rosa, { sheet: board.sheet, at: [0, 0] }, 'Done');
		resolve(rosa, done, true);
		giveNumbers(rosa.doc);
		const listed = (): string[] => state.listed.map(({ id }) => id);
		expect(listed()).toEqual([onNote, elsewhere]);
		state.onlyHere = true;
		expect(listed()).toEqual([onNote]);
		state.onlyHere = false;
		state.onlyMine = true;
		expect(listed()).toEqual([onNote]);
		state.onlyMine = false;
		state.show = 'resolved';
		expect(listed()).toEqual([done]);
		Object.assign(state, { show: 'all', words: 'else' });
		expect(listed()).toEqual([elsewhere]);
	});

	it('is stepped through, round and round, and each is gone to', () => {
		const { board, core, state, rosa } = desk();
		const other = addSheet(core.editContext, core.model, 'Other');
		const ids = [board.sheet, other].map((sheet) => beginThread(rosa, { sheet, at: [50, 60] }, sheet));
		state.step(1);
		expect([state.shown, board.sheet]).toEqual([ids[0], core.sheet]);
		state.step(1);
		expect([state.shown, board.sheet, board.middle]).toEqual([ids[1], other, { x: 50, y: 60 }]);
		state.step(1);
		expect(state.shown).toBe(ids[0]);
		state.step(-1);
		expect(state.shown).toBe(ids[1]);
		state.back();
		expect(state.thread).toBeUndefined();
	});
});

describe('being called by name', () => {
	it('is told once, and not of oneself or of what was said before one came', () => {
		const { board, state, mine, rosa } = desk();
		const me = mine.person.id;
		const told = vi.spyOn(toaster, 'info').mockReturnValue(undefined as never);
		const away = vi.spyOn(toaster, 'dismiss').mockReturnValue(undefined as never);
		const spot = { sheet: board.sheet, at: [0, 0] as [number, number] };
		const id = beginThread(rosa, spot, 'Hello @Ilka', [me]);
		expect(told).toHaveBeenCalledOnce();
		expect(told.mock.calls[0]![0]).toMatchObject({ title: 'Rosa calls you', description: 'Hello @Ilka' });
		answer(mine, id, 'Note to self @Ilka', [me]);
		answer(rosa, id, 'Nobody is called here');
		answer({ ...rosa, now: () => 0 }, id, 'Written offline long ago @Ilka', [me]);
		expect(told).toHaveBeenCalledOnce();
		state.read(state.threads[0]!);
		expect(away, 'whoever reads it needs no more telling').toHaveBeenCalledWith(told.mock.calls[0]![0].id);
		state.destroy();
		answer(rosa, id, 'Still there, @Ilka?', [me]);
		expect(told).toHaveBeenCalledOnce();
	});
});

describe('the chat', () => {
	it('counts what came since it was last looked at', () => {
		const { state, rosa } = desk();
		expect(state.unread).toBe(0);
		chatter(rosa, 'One');
		chatter(rosa, 'Two');
		expect(state.unread).toBe(2);
		state.seen = 2;
		expect(state.unread).toBe(0);
	});
});
