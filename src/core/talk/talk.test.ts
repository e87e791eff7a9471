import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { addObject, moveObjects, removeObjects, setBoxes } from '../board/ops/edits';
import type { EditContext } from '../board/store';
import { linkBetween, noteAt, testBoard } from '../board/testing';
import { moveToSheet, addSheet } from '../board/ops/sheets';
import {
	answer,
	beginThread,
	calledIn,
	chatter,
	moveThread,
	resolve,
	rewrite,
	takeAway,
	takeLineAway,
} from './edits';
import { filterThreads, TalkModel } from './model';
import { giveNumbers, maySay, notTheirs, putBack, type Said, type Sayer } from './rules';
import { chatKey, endKey, LONGEST, NUMBERS, numberKey, remarkKey, talkOf, threadKey } from './shape';
import { placeOf, spotOn } from './spots';

let count = 0;
let now = 1000;
/** Somebody who talks in a document. */
function voice(doc: Y.Doc, name: string): EditContext {
	return {
		doc,
		person: { id: `p-${name}`, name },
		origin: name,
		now: () => (now += 10),
		newId: () => `${name}-${count++}`,
	};
}
const SPOT = { sheet: 's1', at: [40, 60] as [number, number] };

describe('a thread', () => {
	it('begins with a comment, takes answers, is resolved and open again', () => {
		const doc = new Y.Doc();
		const talk = new TalkModel(doc);
		const [rosa, piet] = [voice(doc, 'Rosa'), voice(doc, 'Piet')];
		const id = beginThread(rosa, SPOT, '  Who has the key?  ');
		answer(piet, id, 'I have it', ['p-Rosa', 'p-Rosa']);
		expect(talk.find(id)!.remarks.map(({ by, text, to }) => [by[1], text, to])).toEqual([
			['Rosa', 'Who has the key?', undefined],
			['Piet', 'I have it', ['p-Rosa']],
		]);
		resolve(piet, id, true);
		expect(talk.find(id)!.resolved?.by).toEqual(['p-Piet', 'Piet']);
		resolve(rosa, id, false);
		expect(talk.find(id)!.resolved).toBeUndefined();
		resolve(rosa, id, true);
		answer(piet, id, 'And now it is lost');
		expect(talk.find(id)!.resolved, 'an answer opens it again').toBeUndefined();
	});

	it('keeps who wrote a comment, and when, while it is rewritten', () => {
		const doc = new Y.Doc();
		const talk = new TalkModel(doc);
		const rosa = voice(doc, 'Rosa');
		const id = beginThread(rosa, SPOT, 'Teh key');
		const [first] = talk.find(id)!.remarks;
		rewrite(rosa, talk.find(id)!, first!.id, 'The key');
		const [now] = talk.find(id)!.remarks;
		expect(now).toMatchObject({ text: 'The key', by: first!.by, made: first!.made });
		expect(now!.edited).toBeGreaterThan(first!.made);
		expect(() => rewrite(voice(doc, 'Piet'), talk.find(id)!, first!.id, 'Mine')).toThrow(
			expect.objectContaining({ code: 'another writer' }),
		);
	});

	it('goes with its last comment, and not before', () => {
		const doc = new Y.Doc();
		const talk = new TalkModel(doc);
		const rosa = voice(doc, 'Rosa');
		const id = beginThread(rosa, SPOT, 'One');
		answer(rosa, id, 'Two');
		const [one, two] = talk.find(id)!.remarks;
		takeAway(rosa, talk.find(id)!, one!.id);
		expect(talk.find(id)!.remarks.map(({ text }) => text)).toEqual(['Two']);
		takeAway(rosa, talk.find(id)!, two!.id);
		expect(talk.threads).toEqual([]);
		expect([...talkOf(doc).keys()]).toEqual([]);
	});

	it('is not begun with nothing, or with too much', () => {
		const doc = new Y.Doc();
		const rosa = voice(doc, 'Rosa');
		expect(() => beginThread(rosa, SPOT, '   ')).toThrow('nothing written');
		expect(() => beginThread(rosa, SPOT, 'x'.repeat(LONGEST + 1))).toThrow('text too long');
		expect(talkOf(doc).size).toBe(0);
	});

	it('shows two people the same order, whoever was first', () => {
		const [mine, theirs] = [new Y.Doc(), new Y.Doc()];
		const [rosa, piet] = [voice(mine, 'Rosa'), voice(theirs, 'Piet')];
		beginThread(rosa, SPOT, 'From Rosa');
		beginThread(piet, SPOT, 'From Piet');
		Y.applyUpdate(mine, Y.encodeStateAsUpdate(theirs));
		Y.applyUpdate(theirs, Y.encodeStateAsUpdate(mine));
		expect(new TalkModel(mine).threads).toEqual(new TalkModel(theirs).threads);
		expect(new TalkModel(mine).threads).toHaveLength(2);
	});

	it('leaves out what cannot be read', () => {
		const doc = new Y.Doc();
		const map = talkOf(doc);
		const id = beginThread(voice(doc, 'Rosa'), SPOT, 'Good');
		map.set('thread:empty', { by: ['p', 'P'], made: 1, sheet: 's', at: [0, 0] });
		map.set('remark:nowhere:r', { by: ['p', 'P'], made: 1, text: 'x' });
		map.set(remarkKey(id, 'bad'), { by: 'p', text: 4 });
		map.set(remarkKey(id, 'no/id'), { by: ['p', 'P'], made: 1, text: 'x' });
		map.set('thread:a:b:c', 'x');
		map.set('other', 1);
		const { threads } = new TalkModel(doc);
		expect(threads.map(({ remarks }) => remarks.map(({ text }) => text))).toEqual([['Good']]);
	});
});

describe('the list of threads', () => {
	const doc = new Y.Doc();
	const [rosa, piet] = [voice(doc, 'Rosa'), voice(doc, 'Piet')];
	const key = beginThread(rosa, SPOT, 'Who has the key?');
	const roof = beginThread(piet, { sheet: 's2', at: [0, 0] }, 'The roof leaks', ['p-Rosa']);
	const done = beginThread(piet, SPOT, 'Done');
	resolve(piet, done, true);
	const { threads } = new TalkModel(doc);
	const pick = (filter: Parameters<typeof filterThreads>[1]): string[] =>
		filterThreads(threads, filter, ({ sheet }) => sheet).map(({ id }) => id);

	it.each([
		['open ones', { show: 'open' as const }, [key, roof]],
		['resolved ones', { show: 'resolved' as const }, [done]],
		['those in which somebody speaks or is called', { show: 'all' as const, person: 'p-Rosa' }, [key, roof]],
		['those on a sheet', { show: 'open' as const, sheet: 's2' }, [roof]],
		['those with a word in them', { show: 'all' as const, words: ' LEAKS ' }, [roof]],
		['those by somebody', { show: 'all' as const, words: 'piet' }, [roof, done]],
	])('picks %s', (_, filter, wanted) => expect(pick(filter).sort()).toEqual([...wanted].sort()));
});

describe('people who are called by name', () => {
	const PEOPLE = [
		{ id: 'a', name: 'Rosa' },
		{ id: 'b', name: 'Rosa Lind' },
		{ id: 'c', name: 'Piet' },
	];
	it.each([
		['@Rosa please', ['a']],
		['@Rosa Lind please', ['b']],
		['@rosa lind and @Rosa and @PIET', ['a', 'b', 'c']],
		['Rosa without a call', []],
	])('%s', (text, wanted) => expect(calledIn(text, PEOPLE).sort()).toEqual(wanted));
});

describe('where a thread hangs', () => {
	it('is carried along by its object, also when that is turned, resized, or put on another sheet', () => {
		const board = testBoard();
		const id = addObject(board.editContext, board.model, noteAt(board.sheet, 100, 100, 'A note'));
		const spot = spotOn(board.model, board.model.find(id)!, { x: 180, y: 196 });
		expect(spot).toEqual({ sheet: board.sheet, on: id, at: [0.5, 1], quote: 'A note' });
		expect(placeOf(board.model, spot)!.at).toEqual({ x: 180, y: 196 });
		moveObjects(board.editContext, board.model, [id], 50, -20);
		expect(placeOf(board.model, spot)!.at).toEqual({ x: 230, y: 176 });
		setBoxes(board.editContext, new Map([[id, [0, 0, 200, 100, 90]]]));
		const { at } = placeOf(board.model, spot)!;
		expect([Math.round(at.x), Math.round(at.y)], 'the middle of the lower edge points left').toEqual([
			50, 50,
		]);
		const other = addSheet(board.editContext, board.model, 'Other');
		moveToSheet(board.editContext, board.model, [id], other);
		expect(placeOf(board.model, spot)!.sheet).toBe(other);
	});

	it('turns back what is clicked on a turned object', () => {
		const board = testBoard();
		const id = addObject(board.editContext, board.model, {
			...noteAt(board.sheet, 0, 0),
			box: [0, 0, 200, 100, 30],
		});
		const at = { x: 120, y: 70 };
		const found = placeOf(board.model, spotOn(board.model, board.model.find(id)!, at))!.at;
		expect(found.x).toBeCloseTo(at.x, 0);
		expect(found.y).toBeCloseTo(at.y, 0);
	});

	it('is known of connectors, and of nothing that is gone', () => {
		const board = testBoard();
		const [a, b] = [0, 400].map((x) => addObject(board.editContext, board.model, noteAt(board.sheet, x, 0)));
		const link = addObject(board.editContext, board.model, linkBetween(board.sheet, a!, b!));
		board.model.routePending();
		const spot = spotOn(board.model, board.model.find(link)!, { x: 280, y: 48 });
		const { at } = placeOf(board.model, spot)!;
		expect(at.x).toBeGreaterThan(160);
		expect(at.x).toBeLessThan(400);
		removeObjects(board.editContext, board.model, [link]);
		expect(placeOf(board.model, spot)).toBeUndefined();
		expect(placeOf(board.model, { sheet: 'gone', on: undefined, at: [0, 0] })).toBeUndefined();
		expect(placeOf(board.model, { sheet: board.sheet, on: undefined, at: [3, 4] })!.at).toEqual({
			x: 3,
			y: 4,
		});
	});
});

describe('whose word is whose', () => {
	const ROSA: Sayer = { id: 'p-Rosa', name: 'Rosa', leads: false };
	const PIET: Sayer = { id: 'p-Piet', name: 'Piet', leads: false };
	const ILKA: Sayer = { id: 'p-Ilka', name: 'Ilka', leads: true };

	/** What a change by `work` came to, as the server would judge it. */
	function judged(doc: Y.Doc, who: Sayer, work: () => void): boolean {
		let said: Said[] = [];
		const onChange = (event: Y.YMapEvent<unknown>): void => {
			said = [...event.changes.keys].map(([key, { oldValue }]) => ({ key, before: oldValue as unknown }));
		};
		talkOf(doc).observe(onChange);
		doc.transact(work);
		talkOf(doc).unobserve(onChange);
		const foreign = notTheirs(doc, said, who);
		putBack(doc, foreign);
		return foreign.length === 0;
	}
	/** A thread by Rosa, answered by Piet, and a line of the chat by Rosa. */
	function room() {
		const doc = new Y.Doc();
		const talk = new TalkModel(doc);
		const [rosa, piet, ilka] = [voice(doc, 'Rosa'), voice(doc, 'Piet'), voice(doc, 'Ilka')];
		const id = beginThread(rosa, SPOT, 'Question');
		answer(piet, id, 'Answer');
		chatter(rosa, 'Hello');
		giveNumbers(doc);
		const [question, reply] = talk.find(id)!.remarks;
		return { doc, talk, rosa, piet, ilka, id, question: question!, reply: reply!, line: talk.chat[0]! };
	}
	type Room = ReturnType<typeof room>;

	const ALLOWED: [string, Sayer, (r: Room) => void][] = [
		['answers', PIET, (r) => answer(r.piet, r.id, 'More')],
		['rewrites one’s own', PIET, (r) => rewrite(r.piet, r.talk.find(r.id)!, r.reply.id, 'Better')],
		['takes one’s own away', PIET, (r) => takeAway(r.piet, r.talk.find(r.id)!, r.reply.id)],
		['resolves what another began', PIET, (r) => resolve(r.piet, r.id, true)],
		[
			'moves one’s own thread',
			ROSA,
			(r) => moveThread(r.rosa, r.talk.find(r.id)!, { sheet: 's2', at: [1, 1] }),
		],
		['leads: moves any thread', ILKA, (r) => moveThread(r.ilka, r.talk.find(r.id)!, SPOT)],
		['leads: takes any comment away', ILKA, (r) => takeAway(r.ilka, r.talk.find(r.id)!, r.question.id)],
		['leads: takes any line away', ILKA, (r) => takeLineAway(r.ilka, r.line.id)],
		['chats', PIET, (r) => chatter(r.piet, 'Hi')],
		['takes one’s own line away', ROSA, (r) => takeLineAway(r.rosa, r.line.id)],
	];
	it.each(ALLOWED)('%s', (_, who, work) => {
		const r = room();
		expect(judged(r.doc, who, () => work(r))).toBe(true);
	});

	const set = (r: Room, key: string, value: unknown): void => void talkOf(r.doc).set(key, value);
	const REFUSED: [string, Sayer, (r: Room) => void][] = [
		['an answer in another’s name', PIET, (r) => answer(r.rosa, r.id, 'I never said that')],
		['a thread in another’s name', PIET, (r) => void beginThread(r.rosa, SPOT, 'Nor that')],
		[
			'an answer under a name that is not one’s own',
			PIET,
			(r) => set(r, remarkKey(r.id, 'x'), { by: ['p-Piet', 'Rosa'], made: 1, text: 'x' }),
		],
		[
			'another’s comment rewritten',
			PIET,
			(r) => set(r, remarkKey(r.id, r.question.id), { ...strip(r.question), text: 'Other' }),
		],
		[
			'another’s comment taken over',
			PIET,
			(r) => set(r, remarkKey(r.id, r.question.id), { by: ['p-Piet', 'Piet'], made: 1, text: 'Mine' }),
		],
		[
			'another’s comment rewritten by who leads',
			ILKA,
			(r) => set(r, remarkKey(r.id, r.question.id), { ...strip(r.question), text: 'Other' }),
		],
		['another’s comment taken away', PIET, (r) => takeAway(r.piet, r.talk.find(r.id)!, r.question.id)],
		['a thread taken away under another’s answer', ROSA, (r) => void talkOf(r.doc).delete(threadKey(r.id))],
		['another’s thread moved', PIET, (r) => moveThread(r.piet, r.talk.find(r.id)!, SPOT)],
		[
			'a thread made older than it is',
			ROSA,
			(r) => set(r, threadKey(r.id), { by: ['p-Rosa', 'Rosa'], made: 1, ...SPOT }),
		],
		['resolved in another’s name', PIET, (r) => resolve(r.rosa, r.id, true)],
		['an end of what is not there', PIET, (r) => resolve(r.piet, 'nothing', true)],
		['an answer to what is not there', PIET, (r) => answer(r.piet, 'nothing', 'x')],
		[
			'a line of the chat changed',
			ROSA,
			(r) => set(r, chatKey(r.line.id), { ...strip(r.line), text: 'Other' }),
		],
		['another’s line taken away', PIET, (r) => takeLineAway(r.piet, r.line.id)],
		['a number', ROSA, (r) => set(r, numberKey(r.id), 99)],
		['a number taken away', ILKA, (r) => void talkOf(r.doc).delete(numberKey(r.id))],
		['the count of numbers', ILKA, (r) => set(r, NUMBERS, 0)],
		['the count of numbers taken away', ILKA, (r) => void talkOf(r.doc).delete(NUMBERS)],
		['something unknown', ILKA, (r) => set(r, 'other', 'x')],
		[
			'a comment that is too long',
			PIET,
			(r) => set(r, remarkKey(r.id, 'x'), { by: ['p-Piet', 'Piet'], made: 1, text: 'x'.repeat(LONGEST + 1) }),
		],
	];
	it.each(REFUSED)('is not: %s; it is as it was then', (_, who, work) => {
		const r = room();
		const before = talkOf(r.doc).toJSON();
		expect(judged(r.doc, who, () => work(r))).toBe(false);
		expect(talkOf(r.doc).toJSON()).toEqual(before);
	});

	it('lets what could never be read be cleared away', () => {
		const doc = new Y.Doc();
		talkOf(doc).set('rubbish', 1);
		talkOf(doc).delete('rubbish');
		expect(maySay(talkOf(doc), { key: 'rubbish', before: 1 }, PIET)).toBe(true);
	});
});

/** A value without the id that its key holds. */
function strip<T extends { id: string }>({ id: _, ...value }: T): Omit<T, 'id'> {
	return value;
}

describe('numbers', () => {
	it('are given once each, in the order in which threads were begun, and never again', () => {
		const doc = new Y.Doc();
		const talk = new TalkModel(doc);
		const rosa = voice(doc, 'Rosa');
		const [one, two] = [beginThread(rosa, SPOT, 'One'), beginThread(rosa, SPOT, 'Two')];
		giveNumbers(doc);
		expect([one, two].map((id) => talk.find(id)!.number)).toEqual([1, 2]);
		takeAway(rosa, talk.find(two)!, talk.find(two)!.remarks[0]!.id);
		const three = beginThread(rosa, SPOT, 'Three');
		giveNumbers(doc);
		giveNumbers(doc);
		expect([one, three].map((id) => talk.find(id)!.number)).toEqual([1, 3]);
		expect(talkOf(doc).has(numberKey(two))).toBe(false);
		expect(talkOf(doc).has(endKey(one))).toBe(false);
	});
});
