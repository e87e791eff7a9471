/** What undo does when several people work on the same things. */
import { describe, expect, it } from 'vitest';
import { plainText } from '../../text/rich';
import { objectsOf } from '../document';
import { addObject, addObjects, moveObjects, moveTo, removeObjects, restyle, setText } from './edits';
import { randomFrom } from '../generate';
import { trackKey } from '../holders/parts';
import { transact } from '../store';
import { holderAt, noteAt, testBoard, type TestBoard, partner } from '../testing';

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

	it('goes back to where a note stood when both moved it at the same moment', () => {
		for (const first of ['mine', 'theirs'] as const) {
			const board = testBoard();
			const other = partner(board);
			const note = addObject(board.editContext, board.model, noteAt(board.sheet, 0, 0));
			other.cut();
			const mine = (): void => moveObjects(board.editContext, board.model, [note], 30, 0);
			const theirs = (): void => moveObjects(other.editContext, other.model, [note], 0, 70);
			for (const move of first === 'mine' ? [mine, theirs] : [theirs, mine]) move();
			other.join();
			const winner = boxOf(board, note)[0] === 30 ? board : other;
			winner.undo.undo();
			for (const each of [board, other]) expect(boxOf(each, note)).toEqual([0, 0, 160, 96, 0]);
			winner.undo.redo();
			expect(boxOf(board, note)).not.toEqual([0, 0, 160, 96, 0]);
			expect(boxOf(other, note)).toEqual(boxOf(board, note));
		}
	});

	it('keeps a column whose width both changed at the same moment, when one takes that back', () => {
		const board = testBoard();
		const other = partner(board);
		const holder = holderAt(board, 'columns');
		const columns = (): unknown => board.model.find(holder)!.parts?.cols;
		const before = columns();
		const [column] = board.model.find(holder)!.parts!.cols;
		const widen = ({ doc, editContext }: TestBoard, size: number): void =>
			transact(editContext, () => {
				objectsOf(doc).get(holder)!.set(trackKey('col', column!.id), [column!.z, size]);
			});
		other.cut();
		widen(board, 300);
		widen(other, 400);
		other.join();
		const winner = board.model.find(holder)!.parts!.cols[0]!.size === 300 ? board : other;
		winner.undo.undo();
		expect(columns()).toEqual(before);
	});

	it('leaves nothing half there, whatever two people do and take back in whatever order', () => {
		for (let seed = 1; seed <= 60; seed++) {
			const random = randomFrom(seed);
			const board = testBoard();
			const other = partner(board);
			// Whose value wins is decided by these numbers.
			[board.doc.clientID, other.doc.clientID] = seed % 2 ? [1, 2] : [2, 1];
			addObjects(
				board.editContext,
				board.model,
				[0, 300, 600].map((x) => noteAt(board.sheet, x, 0)),
			);
			board.undo.clear();
			const one = (ids: readonly string[]): string => ids[Math.floor(random() * ids.length)]!;
			let isCut = false;
			for (let step = 0; step < 40; step++) {
				const { editContext, model, undo } = random() < 0.5 ? board : other;
				const ids = [...model.objects.keys()];
				const acts = [
					() => ids.length > 0 && moveObjects(editContext, model, [one(ids)], 10 + step, step),
					() => ids.length > 0 && moveObjects(editContext, model, ids, 7, 3),
					() => ids.length > 0 && restyle(editContext, model, [one(ids)], { pigment: 'plum' }),
					() => ids.length > 1 && random() < 0.3 && removeObjects(editContext, model, [one(ids)]),
					() => undo.undo(),
					() => undo.undo(),
					() => undo.redo(),
					() => {
						if (isCut) other.join();
						else other.cut();
						isCut = !isCut;
					},
				];
				acts[Math.floor(random() * acts.length)]!();
			}
			if (isCut) other.join();
			for (const { doc, model } of [board, other])
				for (const id of objectsOf(doc).keys())
					expect(model.find(id)?.box, `${id}, seed ${seed}`).toBeDefined();
			expect(objectsOf(board.doc).toJSON()).toEqual(objectsOf(other.doc).toJSON());
		}
	});
});
