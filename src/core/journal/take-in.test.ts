import { describe, expect, it, vi } from 'vitest';
import * as Y from 'yjs';
import { addObject, setText } from '../board/ops/edits';
import { objectsOf } from '../board/document';
import { noteAt, testBoard } from '../board/testing';
import type { LoggedUpdate } from './reader';
import { takeIn } from './take-in';

/** A board, and the log of what is done to it from now on. */
function logged() {
	const board = testBoard();
	const before = Y.encodeStateAsUpdate(board.doc);
	const rows: LoggedUpdate[] = [];
	board.doc.on('update', (data: Uint8Array) =>
		rows.push({ data, personId: 'ilka', at: rows.length * 100_000 }),
	);
	return { ...board, before, rows };
}
const idsIn = (data: Uint8Array): string[] => {
	const doc = new Y.Doc();
	Y.applyUpdate(doc, data);
	return [...objectsOf(doc).keys()];
};

describe('taking rows of the log in', () => {
	it('tells what happened, and gives the whole document with it', async () => {
		const { editContext, model, sheet, before, rows } = logged();
		const id = addObject(editContext, model, noteAt(sheet, 0, 0, 'Ask for receipts'));
		setText(editContext, id, 'Ask for the receipt');
		const first = await takeIn('stage', before, rows.slice(0, 1));
		const second = await takeIn('stage', first.data, rows.slice(1));
		expect([...first.happenings, ...second.happenings].map(({ verb, words }) => [verb, words])).toEqual([
			['added', 'Ask for receipts'],
			['wrote', 'Ask for the receipt'],
		]);
		expect(idsIn(second.data)).toEqual([id]);
	});

	it('passes over what cannot be applied, and says which row that was', async () => {
		const { editContext, model, sheet, rows } = logged();
		const before = undefined;
		addObject(editContext, model, noteAt(sheet, 0, 0, 'One'));
		const [row] = rows;
		const broken: LoggedUpdate = { data: new Uint8Array([9, 9, 9]), personId: null, at: 5 };
		const { failed, data } = await takeIn('stage', before, [broken, row!, broken]);
		expect(failed.map((each) => each.row)).toEqual([0, 2]);
		expect(failed[0]!.error).not.toBe('');
		expect(data.length).toBeGreaterThan(0);
	});

	it('lets others have their turn in a long log', async () => {
		const { editContext, model, sheet, before, rows } = logged();
		const id = addObject(editContext, model, noteAt(sheet, 0, 0, 'A'));
		while (rows.length < 900) setText(editContext, id, `A${rows.length}`);
		const turn = vi.fn(() => Promise.resolve());
		await takeIn('stage', before, rows, turn);
		expect(turn).toHaveBeenCalledTimes(2);
	});
});
