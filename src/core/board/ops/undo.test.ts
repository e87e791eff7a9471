/** What undo does when several people work on the same things. */
import { describe, expect, it } from 'vitest';
import { plainText } from '../../text/rich';
import { objectsOf } from '../document';
import { addObject, addObjects, moveObjects, moveTo, removeObjects, restyle, setText } from './edits';
import { noteAt, testBoard, type TestBoard, partner } from '../testing';

const boxOf = ({ model }: TestBoard, id: string) => model.find(id)!.box;

describe('undo among several people', () => {
	it('takes back one’s own action only, and leaves what others did meanwhile', () => {
		const board = testBoard();
		const other = partner(board);
		const { model, editContext, sheet } = board;
		const [mine, theirs] = addObjects(editContext, model, [noteAt(sheet, 0, 0), noteAt(sheet, 300, 0)]) as [
			string,
			string,
		];
		moveTo(
			editContext,
			model,
			new Map([
				[mine, { x: 50, y: 50 }],
				[theirs, { x: 400, y: 0 }],
			]),
		);
		restyle(other.editContext, other.model, [mine], { pigment: 'plum' });
		moveObjects(other.editContext, other.model, [theirs], 0, 70);
		board.undo.undo();
		// My move of my note is taken back, its new colour stays; their later move of the other note wins.
		expect(model.find(mine)).toMatchObject({ box: [0, 0, 160, 96, 0], style: { pigment: 'plum' } });
		expect(boxOf(board, theirs)).toEqual([400, 70, 160, 96, 0]);
		expect(other.model.find(mine)!.box).toEqual(model.find(mine)!.box);
	});

	it('does not bring back what somebody else deleted, and does nothing to it', () => {
		const board = testBoard();
		const other = partner(board);
		const { model, editContext, sheet } = board;
		const note = addObject(editContext, model, noteAt(sheet, 0, 0));
		moveObjects(editContext, model, [note], 30, 0);
		removeObjects(other.editContext, other.model, [note]);
		board.undo.undo();
		expect(model.find(note)).toBeUndefined();
		expect(other.model.find(note)).toBeUndefined();
		other.undo.undo();
		expect(model.find(note)).toBeDefined();
		expect(objectsOf(board.doc).size).toBe(objectsOf(other.doc).size);
	});

	it('brings back what one deleted, with what others wrote into it before', () => {
		const board = testBoard();
		const other = partner(board);
		const { model, editContext, sheet } = board;
		const note = addObject(editContext, model, noteAt(sheet, 0, 0, 'first'));
		setText(other.editContext, note, 'first and second');
		removeObjects(editContext, model, [note]);
		board.undo.undo();
		expect(plainText(model.find(note)!.text)).toBe('first and second');
	});
});
