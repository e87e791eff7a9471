import { describe, expect, it } from 'vitest';
import { addObject, removeObjects } from './edits';
import { adopt, FOUND_SHEET, orphansOn } from './orphans';
import { addSheet, removeSheet } from './sheets';
import { linkBetween, noteAt, partner, shapeAt, testBoard } from '../testing';

describe('what edits leave behind that did not know of each other', () => {
	it('comes onto a sheet of its own, with its place, and its writers are counted', () => {
		const board = testBoard();
		const other = addSheet(board.editContext, board.model, 'Short-lived');
		const offline = partner(board);
		offline.cut();
		const ids = ['one', 'two'].map((text, i) =>
			addObject(offline.editContext, offline.model, noteAt(other, 40 * i, 70, text)),
		);
		removeSheet(board.editContext, board.model, other);
		offline.join();
		const orphans = orphansOn(board.model);
		expect(new Set(orphans.lost)).toEqual(new Set(ids));
		const writers = board.doc.transact(() => adopt(board.doc, board.model, orphans, 'Found again'));
		expect(writers).toEqual(new Map([[offline.editContext.person.id, 2]]));
		expect(board.model.sheets.at(-1)).toMatchObject({ id: FOUND_SHEET, title: 'Found again' });
		expect(board.model.find(ids[1]!)).toMatchObject({ sheet: FOUND_SHEET, box: [40, 70, 160, 96, 0] });
		expect(orphansOn(board.model)).toEqual({ lost: [], loose: [] });
	});

	it('is no line that hangs on something that is gone', () => {
		const board = testBoard();
		const [a, b] = [0, 400].map((x) => addObject(board.editContext, board.model, shapeAt(board.sheet, x, 0)));
		const offline = partner(board);
		offline.cut();
		const line = addObject(offline.editContext, offline.model, linkBetween(board.sheet, a!, b!));
		removeObjects(board.editContext, board.model, [b!]);
		offline.join();
		const orphans = orphansOn(board.model);
		expect(orphans).toEqual({ lost: [], loose: [line] });
		board.doc.transact(() => adopt(board.doc, board.model, orphans, 'Found again'));
		expect(board.model.find(line)).toBeUndefined();
		expect(offline.model.find(line)).toBeUndefined();
		expect(board.model.sheets.some(({ id }) => id === FOUND_SHEET)).toBe(false);
	});
});
