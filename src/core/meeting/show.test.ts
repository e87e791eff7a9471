import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { addObject } from '../board/ops/edits';
import { addSheet } from '../board/ops/sheets';
import { shiftInSequence } from '../board/ops/sequence';
import { fieldAt, testBoard } from '../board/testing';
import { readShow, slideFrom, slidesOf, writeShow } from './show';

describe('showing', () => {
	it('goes through fields in their order, sheet after sheet, and stops at the ends', () => {
		const { editContext, model, sheet } = testBoard();
		const second = addSheet(editContext, model, 'Second');
		const [a, b, c] = [fieldAt(sheet, 0, 0), fieldAt(sheet, 900, 0), fieldAt(second, 0, 0)].map((spec) =>
			addObject(editContext, model, spec),
		);
		expect(slidesOf(model).map(({ id }) => id)).toEqual([a, b, c]);
		shiftInSequence(editContext, model, b!, -1);
		const slides = slidesOf(model);
		expect(slides.map(({ id }) => id)).toEqual([b, a, c]);
		expect(slideFrom(slides, b, 1)?.id).toBe(a);
		expect(slideFrom(slides, c, 1)?.id).toBe(c);
		expect(slideFrom(slides, b, -1)?.id).toBe(b);
		expect(slideFrom(slides, 'gone', 1)?.id).toBe(b);
		expect(slideFrom([], undefined, 1)).toBeUndefined();
	});

	it('stands in the session until it is ended', () => {
		const doc = new Y.Doc();
		writeShow(doc, { at: 'f', by: { id: 'i', name: 'Ilka' } });
		expect(readShow(doc)?.at).toBe('f');
		writeShow(doc, undefined);
		expect(readShow(doc)).toBeUndefined();
		doc.getMap('session').set('show', 7);
		expect(readShow(doc)).toBeUndefined();
	});
});
