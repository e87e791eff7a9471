import { addObject, moveObjects, setText } from '$core/board/ops/edits';
import { fragmentOf } from '$core/board/document';
import { addSheet } from '$core/board/ops/sheets';
import { noteAt, partner } from '$core/board/testing';
import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { boardInHand } from './testing';

function type(doc: Y.Doc, id: string, words: string): void {
	((fragmentOf(doc, id)!.get(0) as Y.XmlElement).get(0) as Y.XmlText).insert(0, words);
}

describe('taking steps back', () => {
	it('passes over what others have changed since, and says so', () => {
		const { board, core } = boardInHand();
		const other = partner(core);
		const [a, b] = [0, 400].map((x) => addObject(core.editContext, core.model, noteAt(core.sheet, x, 0)));
		moveObjects(core.editContext, core.model, [a!], 10, 0);
		moveObjects(core.editContext, core.model, [b!], 10, 0);
		moveObjects(other.editContext, other.model, [b!], 0, 300);
		const taken = board.steps.back()!;
		expect(taken).toMatchObject({ passedOver: 1, tookOthers: false, changed: [a] });
		expect(core.model.find(b!)!.box.slice(0, 2)).toEqual([410, 300]);
		expect(core.model.find(a!)!.box[0]).toBe(0);
	});

	it('says when others had written in what is gone', () => {
		const { board, core } = boardInHand();
		const other = partner(core);
		const id = addObject(core.editContext, core.model, noteAt(core.sheet, 0, 0));
		type(other.doc, id, 'Theirs');
		expect(board.steps.back()).toMatchObject({ tookOthers: true, changed: [id] });
		board.steps.again();
		expect(core.model.find(id)).toBeDefined();
		const own = addObject(core.editContext, core.model, noteAt(core.sheet, 0, 0));
		setText(core.editContext, own, 'Mine');
		board.steps.back();
		expect(board.steps.back()).toMatchObject({ tookOthers: false, changed: [own] });
	});

	it('goes to where it was done', () => {
		const { board, core } = boardInHand();
		const sheet = addSheet(core.editContext, core.model, 'Other');
		const id = addObject(core.editContext, core.model, noteAt(sheet, 5000, 5000));
		moveObjects(core.editContext, core.model, [id], 10, 0);
		expect(board.sheet).not.toBe(sheet);
		board.stepBack();
		expect(board.sheet).toBe(sheet);
		const { x, y } = board.middle;
		expect(Math.hypot(x - 5080, y - 5048)).toBeLessThan(600);
	});

	it('takes back what the server did in its turn, and does it again', async () => {
		const { board, core } = boardInHand();
		const done: string[] = [];
		addObject(core.editContext, core.model, noteAt(core.sheet, 0, 0));
		board.steps.did({
			back: () => Promise.resolve(done.push('back')),
			again: () => Promise.resolve(done.push('again')),
		});
		const later = addObject(core.editContext, core.model, noteAt(core.sheet, 0, 0));
		board.stepBack();
		expect(core.model.find(later)).toBeUndefined();
		expect(done).toEqual([]);
		board.stepBack();
		await Promise.resolve();
		await Promise.resolve();
		expect(done).toEqual(['back']);
		expect(board.steps.canRedo).toBe(true);
		board.stepForward();
		await Promise.resolve();
		await Promise.resolve();
		expect(done).toEqual(['back', 'again']);
	});
});
