/** Reading what changed of an object gives what reading all of it gives. */
import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { objectsOf } from '../document';
import { plainText } from '../../text/rich';
import { addObject, setText } from '../ops/edits';
import { BoardModel } from './model';
import { readAgain, readObject } from './reading';
import { holderAt, noteAt, testBoard } from '../testing';

const withNote = () => {
	const board = testBoard();
	const id = addObject(board.editContext, board.model, noteAt(board.sheet, 10, 20, 'kettle'));
	return { ...board, id, map: objectsOf(board.doc).get(id)! };
};

/** The object as it is when nothing is known of it. */
const anew = (id: string, map: unknown) => {
	const read = readObject(id, map);
	return 'object' in read ? read.object : read.reason;
};

describe('reading an object again', () => {
	it('takes over what changed, what came and what went, and keeps the rest', () => {
		const { model, id, map } = withNote();
		const before = model.find(id)!;
		map.set('box', [5, 6, 200, 100, 0]);
		map.set('style', { form: 'oval', pigment: 'moss' });
		map.set('lock', 'own');
		const again = readAgain(before, map, new Set(['box', 'style', 'lock']))!;
		expect(again).toStrictEqual(anew(id, map));
		expect(again.text).toBe(before.text);
		expect(before.box).toEqual([10, 20, 160, 96, 0]);
		map.delete('lock');
		expect(readAgain(again, map, new Set(['lock']))).toStrictEqual(anew(id, map));
	});

	it('takes the box back that others had decided about', () => {
		const { model, id, map } = withNote();
		const elsewhere = {
			...model.find(id)!,
			box: [900, 900, 1, 1, 0] as [number, number, number, number, number],
		};
		expect(readAgain(elsewhere, map, new Set(['changed']))).toStrictEqual(anew(id, map));
	});

	it.each([
		['of another kind', 'kind', 'text'],
		['with a value that cannot be', 'box', [1, 2, -3, 4, 0]],
		['with something that is no property', 'colour of the moon', 'green'],
		['with its text', 'text', new Y.Text()],
	])('leaves it to reading all of it where it comes %s', (_, key, value) => {
		const { model, id, map } = withNote();
		const before = model.find(id)!;
		map.set(key, value);
		expect(readAgain(before, map, new Set([key]))).toBeUndefined();
	});

	it('leaves holders to reading all of them', () => {
		const board = testBoard();
		const id = holderAt(board, 'columns');
		const map = objectsOf(board.doc).get(id)!;
		expect(readAgain(board.model.find(id)!, map, new Set(['box']))).toBeUndefined();
	});
});

describe('a model', () => {
	it('sets aside what cannot be read any more, and has it back when it can', () => {
		const { model, doc, id, map } = withNote();
		map.set('box', 'somewhere');
		expect(model.find(id)).toBeUndefined();
		expect([...model.setAside.keys()]).toEqual([id]);
		map.set('box', [1, 2, 160, 96, 0]);
		expect(model.setAside.size).toBe(0);
		expect(model.find(id)).toStrictEqual(new BoardModel(doc).find(id));
	});

	it('sees a text and a place that change at once', () => {
		const { model, doc, editContext, id, map } = withNote();
		doc.transact(() => {
			map.set('box', [70, 80, 160, 96, 0]);
			setText(editContext, id, 'old kettle');
		});
		expect(model.find(id)).toStrictEqual(new BoardModel(doc).find(id));
		expect(model.find(id)!.box[0]).toBe(70);
		expect(plainText(model.find(id)!.text)).toBe('old kettle');
	});
});
