/** Edits that a step does not allow, looked at one after the other before any of them is put back. */
import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { objectsOf } from '$core/board/document';
import { addObject, moveObjects, removeObjects } from '$core/board/ops/edits';
import { noteAt, partner, testBoard } from '$core/board/testing';
import type { BoardPolicy } from '$core/access/rights';
import { checkUpdate, type PutBack } from './step-check';
import type { Context } from './origins';

const watching = {
	policy: { step: { may: 'watch' } } as unknown as BoardPolicy,
	speaker: { id: 'maren', name: 'Maren' },
} as unknown as Context;

/** A board on the server, and one on which somebody does what is not allowed: each edit is looked at and let in, and waits to be put back. */
function rooms() {
	const server = testBoard();
	const note = addObject(server.editContext, server.model, noteAt(server.sheet, 10, 20, 'kettle'));
	const maren = partner(server);
	maren.cut();
	const waiting: PutBack[] = [];
	maren.doc.on('update', (update: Uint8Array, origin: unknown) => {
		if (origin === 'server') return;
		const check = checkUpdate(server.doc, update, watching);
		if (typeof check !== 'function') throw new Error(`It was ${check}.`);
		waiting.push(check());
		Y.applyUpdate(server.doc, update);
	});
	const putBack = (): void => {
		for (const each of waiting.splice(0)) {
			each.run(server.doc, () => {});
			each.end();
		}
	};
	return { server, maren, note, putBack };
}

describe('several edits that are not allowed', () => {
	it('are put back to how it was before the first of them', () => {
		const { server, maren, note, putBack } = rooms();
		const before = objectsOf(server.doc).get(note)!.toJSON();
		for (let i = 0; i < 3; i++) moveObjects(maren.editContext, maren.model, [note], 100, 0);
		removeObjects(maren.editContext, maren.model, [note]);
		expect(server.model.find(note)).toBeUndefined();
		putBack();
		expect(objectsOf(server.doc).get(note)!.toJSON()).toEqual(before);
	});

	it('do not take away what was taken away and put there anew', () => {
		const { server, maren, note, putBack } = rooms();
		const before = objectsOf(server.doc).get(note)!.toJSON();
		removeObjects(maren.editContext, maren.model, [note]);
		maren.undo.undo();
		expect(server.model.find(note)).toBeDefined();
		putBack();
		expect(objectsOf(server.doc).get(note)?.toJSON()).toEqual(before);
	});

	it('do not bring back what the first of them added', () => {
		const { server, maren, putBack } = rooms();
		const loose = addObject(maren.editContext, maren.model, noteAt(maren.model.sheets[0]!.id, 0, 0, 'loose'));
		moveObjects(maren.editContext, maren.model, [loose], 100, 0);
		expect(server.model.find(loose)).toBeDefined();
		putBack();
		expect(server.model.find(loose)).toBeUndefined();
	});

	it('are forgotten once they were put back: the next is put back to what holds then', () => {
		const { server, maren, note, putBack } = rooms();
		moveObjects(maren.editContext, maren.model, [note], 100, 0);
		putBack();
		moveObjects(server.editContext, server.model, [note], 0, 50);
		Y.applyUpdate(maren.doc, Y.encodeStateAsUpdate(server.doc), 'server');
		moveObjects(maren.editContext, maren.model, [note], 100, 0);
		putBack();
		expect(server.model.find(note)!.box.slice(0, 2)).toEqual([10, 70]);
	});
});
