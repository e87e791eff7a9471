/** Copies: what goes along, what stays tied to what, and what is nobody's but the speaker's. */
import { describe, expect, it } from 'vitest';
import { plainText } from '../../text/rich';
import { nod } from './approve';
import { clipBounds, copyOut, putDown } from './clip';
import { addObject, moveObjects, restyle } from './edits';
import { lockObjects } from './groups';
import { dropAt, slotAt } from '../holders/cards';
import { randomFrom } from '../generate';
import { addSheet } from './sheets';
import { fieldAt, holderAt, linkBetween, noteAt, shapeAt, testBoard } from '../testing';

describe('a copy', () => {
	it.each([1, 2, 3, 4, 5])(
		'is like what was copied, moved by as much, and leaves that as it was (seed %i)',
		(seed) => {
			const { editContext, model, sheet } = testBoard();
			const random = randomFrom(seed);
			const ids = Array.from({ length: 8 }, (_, i) =>
				addObject(
					editContext,
					model,
					(i % 2 ? noteAt : shapeAt)(sheet, random() * 900, random() * 600, `text ${i}`),
				),
			);
			restyle(editContext, model, ids.slice(0, 3), { pigment: 'moss', chalk: 'lake' });
			const links = [0, 2, 4].map((i) =>
				addObject(editContext, model, linkBetween(sheet, ids[i]!, ids[i + 1]!)),
			);
			const before = JSON.stringify([...model.objects.values()]);
			const clip = copyOut(model, ids);
			const copies = putDown(editContext, model, clip, sheet, 30, -40);
			expect(copies).toHaveLength(ids.length + links.length);
			expect(new Set([...copies, ...ids, ...links]).size).toBe(copies.length + ids.length + links.length);
			clip.objects.forEach((object, i) => {
				const copy = model.find(copies[i]!)!;
				expect(copy).toMatchObject({ kind: object.kind, style: object.style });
				expect(plainText(copy.text)).toBe(plainText(object.text));
				if (object.kind !== 'connector')
					expect([copy.box[0] - object.box[0], copy.box[1] - object.box[1]]).toEqual([30, -40]);
			});
			const olds = [...model.objects.values()].filter(({ id }) => !copies.includes(id));
			expect(JSON.stringify(olds)).toBe(before);
		},
	);

	it('is one’s own: by whoever made it, without nods, and free to be moved', () => {
		const { editContext, model, sheet } = testBoard();
		const id = addObject(editContext, model, { ...noteAt(sheet, 0, 0, 'Theirs'), by: ['p-Rosa', 'Rosa'] });
		nod(editContext, model, [id]);
		lockObjects(editContext, model, [id], 'led');
		const [copy] = putDown(editContext, model, copyOut(model, [id]), sheet, 200, 0);
		const made = model.find(copy!)!;
		expect([made.by, made.nods, made.lock]).toEqual([['p-Ilka', 'Ilka'], undefined, undefined]);
		moveObjects(editContext, model, [copy!], 5, 5);
		expect(model.find(copy!)!.box.slice(0, 2)).toEqual([205, 5]);
	});

	it('of one end of a link has no link; of both it has, tied to the copies', () => {
		const { editContext, model, sheet } = testBoard();
		const [a, b] = [0, 400].map((x) => addObject(editContext, model, noteAt(sheet, x, 0)));
		addObject(editContext, model, linkBetween(sheet, a!, b!));
		expect(copyOut(model, [a!]).objects.map(({ kind }) => kind)).toEqual(['note']);
		const copies = putDown(editContext, model, copyOut(model, [a!, b!]), sheet, 0, 300).map((id) =>
			model.find(id)!,
		);
		const link = copies.find((object) => object.kind === 'connector');
		expect(
			link?.kind === 'connector' && link.ends.map((end) => 'object' in end && end.object).sort(),
		).toEqual(copies.flatMap(({ id, kind }) => (kind === 'note' ? id : [])).sort());
	});

	it('of a link alone stays tied where its ends are, and goes nowhere else', () => {
		const { editContext, model, sheet } = testBoard();
		const other = addSheet(editContext, model, 'Other');
		const [a, b] = [0, 400].map((x) => addObject(editContext, model, noteAt(sheet, x, 0)));
		const link = addObject(editContext, model, linkBetween(sheet, a!, b!));
		const clip = copyOut(model, [link]);
		const [here] = putDown(editContext, model, clip, sheet, 0, 50);
		expect(model.tiesOf(a!).sort()).toEqual([link, here].sort());
		expect(putDown(editContext, model, clip, other, 0, 0)).toEqual([]);
	});

	it('of a field takes along what lies in it, and of columns their cards in their places', () => {
		const board = testBoard();
		const { editContext, model, sheet } = board;
		const field = addObject(editContext, model, fieldAt(sheet, 2000, 0));
		const inField = addObject(editContext, model, noteAt(sheet, 2100, 100, 'In the field'));
		const columns = holderAt(board, 'columns');
		const cards = ['One', 'Two'].map((text) => addObject(editContext, model, noteAt(sheet, 900, 900, text)));
		const slot = slotAt(model, sheet, { x: 60, y: 90 }, new Set(cards));
		dropAt(editContext, model, cards, 0, 0, slot);
		const before = model.objects.size;
		const copies = putDown(editContext, model, copyOut(model, [field, columns]), sheet, 0, 1500);
		expect(model.objects.size).toBe(before + copies.length);
		const texts = copies.map((id) => plainText(model.find(id)!.text)).filter(Boolean);
		expect(texts).toEqual(expect.arrayContaining(['In the field', 'One', 'Two']));
		const copied = copies.map((id) => model.find(id)!).filter(({ held }) => held);
		expect(copied.map(({ held }) => held!.in)).toEqual([copied[0]!.held!.in, copied[0]!.held!.in]);
		expect(copied[0]!.held!.in).not.toBe(columns);
		expect(model.find(inField)!.box.slice(0, 2)).toEqual([2100, 100]);
	});

	it('has bounds of what has a place, and none when that is nothing', () => {
		const { editContext, model, sheet } = testBoard();
		const ids = [
			addObject(editContext, model, noteAt(sheet, 10, 20)),
			addObject(editContext, model, shapeAt(sheet, 300, 200)),
		];
		expect(clipBounds(copyOut(model, ids))).toEqual({ x: 10, y: 20, w: 450, h: 260 });
		expect(clipBounds({ objects: [] })).toBeUndefined();
		expect(putDown(editContext, model, { objects: [] }, sheet, 0, 0)).toEqual([]);
	});
});
