import 'fake-indexeddb/auto';
import { afterEach, describe, expect, it, vi } from 'vitest';
import * as Y from 'yjs';
import { applyPiece, countWaiting, LocalCopy, MANY_PIECES, type Piece } from './local-copy';
import { firstContent } from './opening';

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

	it('goes on after there was no room: what is kept can be read as a whole, and it is said while it is not', async () => {
		const person = someone();
		const copy = await copyOf(person);
		const told: boolean[] = [];
		copy.onkept = (isKept) => told.push(isKept);
		const doc = new Y.Doc();
		copy.follow(stage, doc);
		doc.getMap('m').set('before', true);
		await expect.poll(async () => (await copy.read(stage)).length).toBe(1);
		const add = vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
			throw new DOMException('no room', 'QuotaExceededError');
		});
		doc.getMap('m').set('in between', true);
		await expect.poll(() => told.at(-1)).toBe(false);
		add.mockRestore();
		doc.getMap('m').set('after', true);
		await expect.poll(() => told.at(-1)).toBe(true);
		doc.getMap('m').set('last', true);
		await copy.close();
		const again = await copyOf(person);
		expect(readIn(await again.read(stage))).toEqual({
			before: true,
			'in between': true,
			after: true,
			last: true,
		});
	});

	it('counts what waits on a board and on all of them', async () => {
		const person = someone();
		expect(await countWaiting(person)).toBe(0);
		const copy = await copyOf(person);
		await copy.setWaiting(stage, 2);
		await copy.setWaiting({ name: 'board/b1/talk', madeAt: 1 }, 1);
		await copy.setWaiting({ name: 'board/b2/stage', madeAt: 5 }, 4);
		expect(await countWaiting(person, 'b1')).toBe(3);
		expect(await countWaiting(person)).toBe(7);
	});

	it('that cannot be read is no reason for a board not to open', async () => {
		vi.stubGlobal('fetch', () =>
			Promise.resolve(new Response(Y.encodeStateAsUpdateV2(new Y.Doc()) as Uint8Array<ArrayBuffer>)),
		);
		const broken = {
			read: () => Promise.reject(new Error('damaged')),
			keep: () => {},
		} as unknown as LocalCopy;
		const content = await firstContent('b1', 'stage', 1, Promise.resolve(broken), 'me');
		expect(content.pieces).toHaveLength(1);
		vi.unstubAllGlobals();
	});
});
