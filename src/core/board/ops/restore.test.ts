/** Bringing back earlier states. */
import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { plainText } from '../../text/rich';
import { objectsOf } from '../document';
import { addObject, addObjects, moveObjects, removeObjects, restyle, setText } from './edits';
import { restore } from './restore';
import { addSheet, changeSheet, moveToSheet, removeSheet } from './sheets';
import { fieldAt, holderAt, linkBetween, noteAt, testBoard, type TestBoard } from '../testing';

/** The board as it is now, for later. */
function keep({ doc }: Pick<TestBoard, 'doc'>): Y.Doc {
	const past = new Y.Doc();
	Y.applyUpdate(past, Y.encodeStateAsUpdate(doc));
	return past;
}
/** Everything on the board but when it was changed. */
const content = (doc: Y.Doc): unknown => {
	const { objects, sheets } = { objects: objectsOf(doc).toJSON(), sheets: doc.getMap('sheets').toJSON() };
	for (const object of Object.values(objects) as Record<string, unknown>[]) delete object['changed'];
	return { objects, sheets };
};

describe('restoring', () => {
	it('brings a whole board back, as one step that can be undone', () => {
		const board = testBoard();
		const { model, editContext, sheet, doc, undo } = board;
		const [a, b] = addObjects(editContext, model, [
			noteAt(sheet, 0, 0, 'one'),
			noteAt(sheet, 300, 0, 'two'),
		]) as [string, string];
		addObject(editContext, model, linkBetween(sheet, a, b));
		holderAt(board, 'grid');
		const past = keep(board);
		removeObjects(editContext, model, [a]);
		setText(editContext, b, 'other words');
		addObject(editContext, model, noteAt(addSheet(editContext, model, 'Later'), 0, 0, 'new'));
		changeSheet(editContext, sheet, { title: 'Renamed' });
		const now = content(doc);
		expect(restore(editContext, past, { is: 'board' })).toEqual({ back: 2, changed: 1, removed: 1 });
		expect(content(doc)).toEqual(content(past));
		expect(model.objects.size).toBe(4);
		undo.undo();
		expect(content(doc)).toEqual(now);
		undo.redo();
		expect(content(doc)).toEqual(content(past));
	});

	it('brings one sheet back, with what was moved away from it, and leaves the others', () => {
		const board = testBoard();
		const { model, editContext, sheet } = board;
		const other = addSheet(editContext, model, 'Other');
		const [moved, gone] = addObjects(editContext, model, [
			noteAt(sheet, 0, 0, 'moved'),
			noteAt(sheet, 300, 0, 'gone'),
		]) as [string, string];
		const elsewhere = addObject(editContext, model, noteAt(other, 0, 0, 'elsewhere'));
		const past = keep(board);
		moveToSheet(editContext, model, [moved], other);
		removeObjects(editContext, model, [gone]);
		setText(editContext, elsewhere, 'changed there');
		const late = addObject(editContext, model, noteAt(sheet, 900, 0, 'late'));
		restore(editContext, past, { is: 'sheet', sheet });
		expect(model.find(moved)?.sheet).toBe(sheet);
		expect(model.find(late)).toBeUndefined();
		expect(plainText(model.find(gone)!.text)).toBe('gone');
		expect(plainText(model.find(elsewhere)!.text)).toBe('changed there');
	});

	it('brings chosen objects back, with the sheet they stood on, and removes nothing', () => {
		const board = testBoard();
		const { model, editContext, sheet } = board;
		const second = addSheet(editContext, model, 'Path');
		const id = addObject(editContext, model, noteAt(second, 0, 0, 'keep me'));
		const past = keep(board);
		removeSheet(editContext, model, second);
		const late = addObject(editContext, model, noteAt(sheet, 0, 0, 'late'));
		expect(restore(editContext, past, { is: 'objects', ids: [id, late] })).toEqual({
			back: 1,
			changed: 0,
			removed: 0,
		});
		expect(model.sheets.map(({ title }) => title)).toEqual(['Gather', 'Path']);
		expect(model.find(id)?.sheet).toBe(second);
		expect(model.find(late)).toBeDefined();
	});

	it('neither gives nor takes what people said in their own name, nor touches what is locked for whoever may not', () => {
		const board = testBoard();
		const { model, editContext, sheet, doc } = board;
		const [nodded, locked] = addObjects(editContext, model, [
			noteAt(sheet, 0, 0, 'a'),
			noteAt(sheet, 300, 0, 'b'),
		]) as [string, string];
		objectsOf(doc).get(nodded)!.set('nod:p-Rosa', 'Rosa');
		const past = keep(board);
		objectsOf(doc).get(nodded)!.delete('nod:p-Rosa');
		objectsOf(doc).get(nodded)!.set('nod:p-Piet', 'Piet');
		setText(editContext, locked, 'now');
		objectsOf(doc).get(locked)!.set('lock', 'led');
		restore(editContext, past, { is: 'board' }, { keepLocked: true });
		expect(model.find(nodded)?.nods).toEqual([{ person: 'p-Piet', name: 'Piet' }]);
		expect(plainText(model.find(locked)!.text)).toBe('now');
		restore(editContext, past, { is: 'board' });
		expect(plainText(model.find(locked)!.text)).toBe('b');
	});

	it('changes nothing where nothing changed', () => {
		const board = testBoard();
		const { model, editContext, sheet, doc } = board;
		addObjects(editContext, model, [fieldAt(sheet, 0, 0), noteAt(sheet, 40, 60, 'x')]);
		const before = Y.encodeStateVector(doc);
		expect(restore(editContext, keep(board), { is: 'board' })).toEqual({ back: 0, changed: 0, removed: 0 });
		expect(Y.encodeStateVector(doc)).toEqual(before);
	});

	it('makes random boards exactly what they were, and undo makes them what they became', () => {
		for (let seed = 1; seed <= 25; seed++) {
			let state = seed * 7919;
			const random = (below: number): number => (state = (state * 48271) % 2147483647) % below;
			const board = testBoard();
			const { model, editContext, doc } = board;
			const step = (): void => {
				const ids = [...model.objects.keys()];
				const id = ids[random(Math.max(1, ids.length))];
				const sheet = model.sheets[random(model.sheets.length)]!.id;
				switch (random(7)) {
					case 0:
						return void addSheet(editContext, model, `Sheet ${random(99)}`);
					case 1:
						return id === undefined ? undefined : removeObjects(editContext, model, [id]);
					case 2:
						return id === undefined
							? undefined
							: moveObjects(editContext, model, [id], random(90), random(90));
					case 3:
						return id === undefined ? undefined : setText(editContext, id, `Text ${random(99)}`);
					case 4:
						return id === undefined ? undefined : restyle(editContext, model, [id], { pigment: 'plum' });
					case 5:
						return void removeSheet(editContext, model, sheet);
					default:
						return void addObject(
							editContext,
							model,
							noteAt(sheet, random(2000), random(2000), `Note ${random(99)}`),
						);
				}
			};
			for (let i = 0; i < 30; i++) step();
			const past = keep(board);
			for (let i = 0; i < 30; i++) step();
			const now = content(doc);
			restore(editContext, past, { is: 'board' });
			expect(content(doc), `seed ${seed}`).toEqual(content(past));
			board.undo.undo();
			expect(content(doc), `seed ${seed}`).toEqual(now);
		}
	});
});
