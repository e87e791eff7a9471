/** Room given back after reading. */
import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { tighten } from './tighten';

const filled = (): Y.Doc => {
	const doc = new Y.Doc();
	const objects = doc.getMap<Y.Map<unknown>>('objects');
	doc.transact(() => {
		for (const id of ['a', 'b']) {
			const one = new Y.Map<unknown>();
			objects.set(id, one);
			one.set('kind', 'note');
			one.set('box', [1, 2.5, 3, 4, 0]);
			one.set('cells', [['x', ['y']], { w: [1, 2] }]);
			one.set('text', new Y.Text('Toaster'));
		}
	});
	return doc;
};
const reread = (doc: Y.Doc): Y.Doc => {
	const other = new Y.Doc();
	Y.applyUpdateV2(other, Y.encodeStateAsUpdateV2(doc));
	return other;
};

describe('giving back room', () => {
	it('changes nothing in what a document says, nor in what others are sent of it', () => {
		const doc = reread(filled());
		const [said, sent] = [doc.toJSON(), Y.encodeStateAsUpdate(doc)];
		tighten(doc);
		expect(doc.toJSON()).toEqual(said);
		expect(Y.encodeStateAsUpdate(doc)).toEqual(sent);
	});

	it('leaves a document that goes on being written in, here and elsewhere', () => {
		const here = reread(filled());
		tighten(here);
		const there = reread(here);
		here.getMap<Y.Map<unknown>>('objects').get('a')!.set('box', [9, 9, 9, 9, 0]);
		there.getMap('objects');
		there.getArray('list').insert(0, [1, 2, 3, 4]);
		tighten(there);
		// In the middle of what was read as one value.
		there.getArray('list').insert(2, ['between']);
		there.getArray('list').delete(0, 1);
		Y.applyUpdate(here, Y.encodeStateAsUpdate(there));
		Y.applyUpdate(there, Y.encodeStateAsUpdate(here));
		expect(here.getArray('list').toJSON()).toEqual([2, 'between', 3, 4]);
		expect(here.toJSON()).toEqual(there.toJSON());
		expect(here.getMap('objects').toJSON()['a']).toMatchObject({ box: [9, 9, 9, 9, 0], text: 'Toaster' });
	});

	it('makes a list of its own of each value', () => {
		const doc = reread(filled());
		const value = (): unknown => doc.getMap<Y.Map<unknown>>('objects').get('a')!.get('box');
		const before = value();
		tighten(doc);
		expect(value()).toEqual(before);
		expect(value()).not.toBe(before);
	});
});
