/** A deal between two hands: what somebody else does meanwhile, and what is taken back. */
import { beforeEach, expect, it, vi } from 'vitest';
import { removeObjects, setText } from '$core/board/ops/edits';
import { addTheme, noteIdsOf, sortInto } from '$core/board/ops/themes';
import { addSheet, removeSheet } from '$core/board/ops/sheets';
import { plainText } from '$core/text/rich';
import { boardInHand, notesInARow } from '../../board/testing';
import { placeAmong } from '../actions';
import { DealState } from './deal.svelte';

vi.mock('../actions', () => ({ placeAmong: vi.fn() }));

beforeEach(() => {
	// Everything is most likely where the first theme is, and sure.
	vi.mocked(placeAmong).mockImplementation((_id, noteIds, themes) =>
		Promise.resolve({
			places: noteIds.map((id) => ({ id, ranked: themes.map((_, t) => t), sureness: 'sure' as const })),
			meaning: true,
		}),
	);
});

function dealing(count = 4) {
	const hand = boardInHand();
	const notes = notesInARow(hand, count);
	const deal = new DealState(hand.board);
	deal.start(notes);
	const themes = () => deal.themes.map(({ id }) => id);
	return { ...hand, notes, deal, themes };
}
const answered = () => new Promise<void>((resolve) => setTimeout(resolve));

it('goes on with the next note after each answer, and takes answers back one by one', async () => {
	const { deal, core, notes, themes } = dealing();
	deal.intoNew('Queues', deal.note!.id);
	await answered();
	expect(deal.count).toEqual({ all: 4, sorted: 1, aside: 0 });
	expect(deal.note!.id).toBe(notes[1]);
	deal.putAside();
	deal.into(themes()[0]!);
	await answered();
	expect(deal.count).toEqual({ all: 4, sorted: 2, aside: 1 });
	deal.takeBack();
	deal.takeBack();
	expect(deal.note!.id).toBe(notes[1]);
	deal.takeBack();
	expect(deal.count).toEqual({ all: 4, sorted: 0, aside: 0 });
	expect(themes()).toEqual([]);
	deal.takeBack();
	expect(core.model.find(notes[0]!)).toBeDefined();
});

it('takes nothing back that was done before, also after an answer that changed nothing', async () => {
	const { board, core, deal, notes, themes } = dealing();
	board.asOne(() => setText(core.editContext, notes[3]!, 'Written before'));
	deal.intoNew('Queues', notes[0]!);
	await answered();
	deal.look(-1);
	expect(deal.note!.id).toBe(notes[0]);
	// It lies there already.
	deal.into(themes()[0]!);
	expect(deal.isLookingBack).toBe(false);
	deal.takeBack();
	deal.takeBack();
	expect(plainText(core.model.find(notes[3]!)!.text)).toBe('Written before');
});

it('gives a name to the note for which it was begun, and passes over what others sorted', async () => {
	const { core, deal, notes } = dealing();
	const begunFor = deal.note!.id;
	const theirs = addTheme(core.editContext, core.model, core.sheet, 'Theirs', notes);
	sortInto(core.editContext, core.model, theirs, [begunFor]);
	expect(deal.note!.id).toBe(notes[1]);
	deal.intoNew('Mine', begunFor);
	await answered();
	const mine = deal.themes.find(({ name }) => name === 'Mine')!;
	expect(noteIdsOf(core.model, mine.id)).toEqual([begunFor]);
	expect(deal.note!.id).toBe(notes[1]);
});

it('stays with its sheet when one is called to another', async () => {
	const { board, core, deal, notes } = dealing();
	const other = addSheet(core.editContext, core.model, 'Elsewhere');
	board.goToSheet(other);
	deal.intoNew('Queues', notes[0]!);
	await answered();
	expect(core.model.find(deal.themes[0]!.id)!.sheet).toBe(core.sheet);
	expect(core.model.find(notes[0]!)!.theme).toBe(deal.themes[0]!.id);
});

it('takes what is left as one step, where that is sure enough', async () => {
	const { core, deal, notes } = dealing(6);
	deal.intoNew('Queues', notes[0]!);
	await answered();
	expect(deal.rest).toEqual([]);
	deal.intoNew('Parts', notes[1]!);
	await answered();
	const [queues] = deal.themes;
	expect(deal.rest).toEqual([{ theme: queues!.id, notes: notes.slice(2) }]);
	deal.takeRest();
	expect(noteIdsOf(core.model, queues!.id)).toHaveLength(5);
	expect(deal.note).toBeUndefined();
	deal.takeBack();
	expect(noteIdsOf(core.model, queues!.id)).toHaveLength(1);
});

it('tells how many there are when notes go, and when the whole sheet goes', async () => {
	const { core, deal, notes } = dealing();
	deal.intoNew('Queues', notes[0]!);
	deal.putAside();
	await answered();
	removeObjects(core.editContext, core.model, [notes[3]!]);
	expect(deal.count).toEqual({ all: 3, sorted: 1, aside: 1 });
	expect(deal.open).toEqual([notes[2]]);
	addSheet(core.editContext, core.model, 'Elsewhere');
	removeSheet(core.editContext, core.model, core.sheet);
	expect(deal.count).toEqual({ all: 0, sorted: 0, aside: 0 });
	expect(deal.note).toBeUndefined();
	deal.putAside();
	deal.takeRest();
});
