import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { addObject, moveObjects } from '../board/ops/edits';
import { fieldAt, noteAt, testBoard } from '../board/testing';
import { overlaps } from '../geometry/box';
import { balanceOf } from './balance';
import {
	closeParked,
	moveParked,
	park,
	readParking,
	removeParked,
	reopenParked,
	veilParking,
} from './parking';
import { bringHome, layByPerson, straysOf } from './strays';

describe('the parking lot', () => {
	const lot = (): Y.Doc => {
		const doc = new Y.Doc();
		['Who has the keys?', 'Insurance?', 'Coffee'].forEach((text, i) =>
			park(doc, `p${i}`, { by: ['n', 'Nele'], made: i, text }),
		);
		return doc;
	};
	const texts = (doc: Y.Doc): string[] => readParking(doc).map(({ text }) => text);

	it('keeps what is parked in its order, which can be changed', () => {
		const doc = lot();
		moveParked(doc, 'p2', 'p0');
		expect(texts(doc)).toEqual(['Coffee', 'Who has the keys?', 'Insurance?']);
		moveParked(doc, 'p2', undefined);
		expect(texts(doc)).toEqual(['Who has the keys?', 'Insurance?', 'Coffee']);
		removeParked(doc, 'p1');
		expect(texts(doc)).toEqual(['Who has the keys?', 'Coffee']);
	});

	it('closes things with an answer, behind those that are open', () => {
		const doc = lot();
		closeParked(doc, 'p0', 'The caretaker', 99);
		expect(readParking(doc).at(-1)).toMatchObject({ id: 'p0', answer: 'The caretaker', closedAt: 99 });
		reopenParked(doc, 'p0');
		expect(readParking(doc)[0]).toMatchObject({ id: 'p0' });
		expect(readParking(doc)[0]!.closedAt).toBeUndefined();
	});

	it('loses names when they are hidden, and leaves out what cannot be read', () => {
		const doc = lot();
		doc.getMap('parking').set('bad', { text: 4 });
		veilParking(doc, new Map([['n', { id: 'v', name: 'Voice 7' }]]));
		expect(new Set(readParking(doc).map(({ by }) => by[1]))).toEqual(new Set(['Voice 7']));
		expect(readParking(doc)).toHaveLength(3);
	});
});

describe('strays', () => {
	it('are notes of the step outside of its field, and are sent home', () => {
		const { doc, editContext, model, sheet } = testBoard();
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0));
		const early = addObject(editContext, model, noteAt(sheet, 900, 0, 'early'));
		const since = model.find(early)!.made + 1;
		addObject(editContext, model, noteAt(sheet, 40, 80, 'inside'));
		const stray = addObject(editContext, model, noteAt(sheet, 900, 200, 'stray'));
		expect(straysOf(model, field, since).map(({ id }) => id)).toEqual([stray]);
		bringHome(editContext, model, [stray], field);
		expect(doc.getMap<Y.Map<unknown>>('objects').get(stray)!.get('landing')).toBe(field);
		expect(straysOf(model, field, since)).toEqual([]);
		expect(straysOf(model, 'gone', since)).toEqual([]);
	});

	it('notes of a field are laid out by person, together or in turns, none on another', () => {
		const { editContext, model, sheet } = testBoard();
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0, 560, 300));
		const write = (name: string, i: number): string =>
			addObject(editContext, model, {
				...noteAt(sheet, 30 + i * 8, 60 + i * 6, `${name}${i}`),
				by: [name, name],
			});
		const ids = ['a', 'b', 'a', 'c', 'b', 'a', 'a'].map(write);
		const order = (): string[] =>
			[...ids]
				.sort(
					(p, q) =>
						model.find(p)!.box[1] - model.find(q)!.box[1] || model.find(p)!.box[0] - model.find(q)!.box[0],
				)
				.map((id) => model.find(id)!.by[0]);
		expect(layByPerson(editContext, model, field, 'together')).toBe(7);
		expect(order().join('')).toBe('aaaabbc');
		layByPerson(editContext, model, field, 'spread');
		expect(order().join('')).toBe('abcabaa');
		const boxes = ids.map((id) => model.boundsOf(id)!);
		expect(boxes.some((p, i) => boxes.some((q, j) => i < j && overlaps(p, q)))).toBe(false);
		expect(model.contentsOf(model.find(field)!)).toHaveLength(7);
		moveObjects(editContext, model, [field], 10, 0);
	});
});

describe('balance', () => {
	it('tells who wrote how much, who has not been heard, and how evenly', () => {
		const { editContext, model, sheet } = testBoard();
		for (const [i, name] of ['a', 'a', 'a', 'b'].entries())
			addObject(editContext, model, { ...noteAt(sheet, i * 200, 0), by: [name, name] });
		const here = ['a', 'b', 'c'].map((id) => ({ id, name: id }));
		const balance = balanceOf(model, here, 0, 10_000);
		expect(balance.people.map(({ id, notes }) => [id, notes])).toEqual([
			['a', 3],
			['b', 1],
			['c', 0],
		]);
		expect(balance.unheard.map(({ id }) => id)).toEqual(['c']);
		expect(balance.gini).toBeCloseTo(0.5);
		expect(balance.times.counts.reduce((sum, count) => sum + count, 0)).toBe(4);
		expect(balanceOf(model, here, 1e9, 2e9).gini).toBeUndefined();
	});
});
