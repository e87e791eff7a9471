import 'fake-indexeddb/auto';
import { afterEach, describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { applyPiece, LocalCopy, MANY_PIECES, type Piece } from './local-copy';

const stage = { name: 'board/b1/stage', madeAt: 1 };
let number = 0;
const opened: LocalCopy[] = [];
const copyOf = async (person: string): Promise<LocalCopy> => {
	const copy = (await LocalCopy.open(person))!;
	opened.push(copy);
	return copy;
};
const someone = (): string => `person-${++number}`;
const readIn = (pieces: Piece[]): Record<string, unknown> => {
	const doc = new Y.Doc();
	for (const piece of pieces) applyPiece(doc, piece, 'test');
	return doc.getMap('m').toJSON();
};

afterEach(async () => {
	await Promise.all(opened.splice(0).map((copy) => copy.close()));
});

describe('what a browser keeps of a board', () => {
	it('has everything that changed, in a new window too', async () => {
		const person = someone();
		const copy = await copyOf(person);
		const doc = new Y.Doc();
		const stop = copy.follow(stage, doc);
		for (let i = 0; i < 50; i++) doc.getMap('m').set(`k${i}`, i);
		stop();
		doc.getMap('m').set('later', true);
		await copy.close();
		const again = await copyOf(person);
		const kept = readIn(await again.read(stage));
		expect(Object.keys(kept)).toHaveLength(50);
		expect(kept['k49']).toBe(49);
	});

	it('keeps at once what was changed here, and writes what others changed together, as one piece', async () => {
		const person = someone();
		const copy = await copyOf(person);
		const [doc, elsewhere] = [new Y.Doc(), new Y.Doc()];
		copy.follow(stage, doc);
		elsewhere.on('update', (data: Uint8Array) => Y.applyUpdate(doc, data, 'sync'));
		for (let i = 0; i < 30; i++) elsewhere.getMap('m').set(`k${i}`, i);
		await new Promise((done) => setTimeout(done));
		expect(await copy.read(stage)).toEqual([]);
		await expect.poll(async () => (await copy.read(stage)).length).toBe(1);
		expect(Object.keys(readIn(await copy.read(stage)))).toHaveLength(30);
		doc.getMap('m').set('mine', true);
		await new Promise((done) => setTimeout(done));
		expect(readIn(await copy.read(stage))['mine']).toBe(true);
		elsewhere.getMap('m').set('last', true);
		await copy.close();
		expect(readIn(await (await copyOf(person)).read(stage))['last']).toBe(true);
	});

	it('keeps people, documents, and boards made anew apart', async () => {
		const person = someone();
		const copy = await copyOf(person);
		const doc = new Y.Doc();
		doc.getMap('m').set('a', 1);
		copy.keep(stage, { data: Y.encodeStateAsUpdateV2(doc), packed: true });
		await copy.close();
		const again = await copyOf(person);
		expect(readIn(await again.read(stage))).toEqual({ a: 1 });
		expect(await again.read({ ...stage, madeAt: 2 })).toEqual([]);
		expect(await again.read({ ...stage, name: 'board/b1/session' })).toEqual([]);
		expect(await (await copyOf(someone())).read(stage)).toEqual([]);
	});

	it('remembers how many changes wait, until they are saved', async () => {
		const person = someone();
		const copy = await copyOf(person);
		expect(await copy.waiting(stage)).toBe(0);
		await copy.setWaiting(stage, 7);
		await copy.close();
		const again = await copyOf(person);
		expect(await again.waiting(stage)).toBe(7);
		await again.setWaiting(stage, 0);
		expect(await again.waiting(stage)).toBe(0);
	});

	it('merges many pieces into one without losing any, also while new ones come', async () => {
		const person = someone();
		const doc = new Y.Doc();
		for (let i = 0; i < MANY_PIECES; i++) {
			const copy = (await LocalCopy.open(person))!;
			const stop = copy.follow(stage, doc);
			doc.getMap('m').set(`k${i}`, i);
			stop();
			await copy.close();
		}
		const again = await copyOf(person);
		const tidying = again.tidy(stage);
		const other = new Y.Doc();
		other.getMap('m').set('meanwhile', true);
		again.keep(stage, { data: Y.encodeStateAsUpdate(other) });
		await tidying;
		await again.close();
		const last = await copyOf(person);
		const pieces = await last.read(stage);
		expect(pieces).toHaveLength(2);
		expect(Object.keys(readIn(pieces))).toHaveLength(MANY_PIECES + 1);
		await last.tidy(stage);
		expect(await last.read(stage)).toHaveLength(2);
	});
});
