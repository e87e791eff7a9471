import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import {
	addObject,
	addObjects,
	changeConnector,
	moveObjects,
	removeObjects,
	restyle,
	setBoxes,
	setText,
} from '../board/ops/edits';
import type { ConnectorEnd } from '../board/objects';
import { objectsOf } from '../board/document';
import { addSheet, changeSheet, moveToSheet, removeSheet } from '../board/ops/sheets';
import { fieldAt, linkBetween, noteAt, testBoard } from '../board/testing';
import { endSession, startStep } from '../meeting/running';
import { newStep, writeSteps } from '../meeting/runsheet';
import { answer, beginThread, resolve, takeAway } from '../talk/edits';
import { TalkModel } from '../talk/model';
import type { Happening } from './happenings';
import { linesOf } from './lines';
import { JournalReader, type LoggedUpdate } from './reader';
import { readSegment, writeSegment } from './segment';
import { sinceThen } from './since';
import { BREATH, Timeline } from './timeline';

const MINUTE = 60_000;

/** Records what is done to a document from now on, as the server's log does. */
function logOf(doc: Y.Doc) {
	const state = Y.encodeStateAsUpdate(doc);
	const rows: LoggedUpdate[] = [];
	let person: string | null = 'ilka';
	let at = 0;
	doc.on('update', (data: Uint8Array) => rows.push({ data, personId: person, at }));
	return {
		state,
		rows,
		/** Does something as somebody at a time. */
		as<T>(who: string | null, when: number, work: () => T): T {
			[person, at] = [who, when];
			return work();
		},
	};
}

function read(layer: 'stage' | 'talk' | 'session', { state, rows }: ReturnType<typeof logOf>): Happening[] {
	const doc = new Y.Doc();
	Y.applyUpdate(doc, state);
	const reader = new JournalReader(layer, doc);
	for (const row of rows) reader.take(row);
	return reader.happenings;
}
const told = (happenings: Happening[]): string[] =>
	happenings
		// What one update did has no order of its own.
		.toSorted((a, b) => a.at - b.at || (a.words < b.words ? -1 : 1))
		.map(({ person, verb, thing, words }) => [person ?? 'server', verb, thing, words].join(' '));

describe('the journal of a stage', () => {
	it('tells who did what to which object', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const second = addSheet(editContext, model, 'Path');
		const log = logOf(doc);
		const [a, b] = log.as('ilka', 0, () =>
			addObjects(editContext, model, [
				noteAt(sheet, 0, 0, 'Long queue'),
				noteAt(sheet, 400, 0, 'Spare parts'),
			]),
		) as [string, string];
		const link = log.as('maren', MINUTE, () => addObject(editContext, model, linkBetween(sheet, a, b)));
		log.as('maren', 2 * MINUTE, () => moveObjects(editContext, model, [a], 40, 0));
		log.as('tomasz', 3 * MINUTE, () => setBoxes(editContext, new Map([[a, [0, 0, 300, 200, 0]]])));
		log.as('maren', 4 * MINUTE, () => setText(editContext, b, 'Spare parts, and tools'));
		log.as('ilka', 5 * MINUTE, () => restyle(editContext, model, [b], { pigment: 'moss' }));
		log.as('ilka', 6 * MINUTE, () => objectsOf(doc).get(b)!.set('nod:ilka', 'Ilka'));
		log.as('ilka', 7 * MINUTE, () => objectsOf(doc).get(b)!.delete('nod:ilka'));
		log.as('tomasz', 8 * MINUTE, () =>
			changeConnector(editContext, link, { ends: [{ object: b }, { object: a }] }),
		);
		log.as('tomasz', 9 * MINUTE, () => moveToSheet(editContext, model, [a, b], second));
		log.as('maren', 10 * MINUTE, () => removeObjects(editContext, model, [b]));
		expect(told(read('stage', log))).toEqual([
			'ilka added note Long queue',
			'ilka added note Spare parts',
			'maren added connector ',
			'maren moved note Long queue',
			'tomasz resized note Long queue',
			'maren wrote note Spare parts, and tools',
			'ilka styled note Spare parts, and tools',
			'ilka nodded note Spare parts, and tools',
			'ilka took back nod note Spare parts, and tools',
			'tomasz tied connector ',
			'tomasz moved to sheet connector ',
			'tomasz moved to sheet note Long queue',
			'tomasz moved to sheet note Spare parts, and tools',
			'maren deleted connector ',
			'maren deleted note Spare parts, and tools',
		]);
	});

	it('tells another side of a line as a move, and only another object as tying', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const log = logOf(doc);
		const [a, b, c] = log.as('maren', 0, () =>
			addObjects(
				editContext,
				model,
				[0, 300, 600].map((x) => noteAt(sheet, x, 0, 'Step')),
			),
		) as [string, string, string];
		const link = log.as('maren', 0, () => addObject(editContext, model, linkBetween(sheet, a, b)));
		const tie = (ends: [ConnectorEnd, ConnectorEnd]): void => changeConnector(editContext, link, { ends });
		log.as('ilka', 10 * MINUTE, () => tie([{ object: a, side: 'top', pinned: true }, { object: b }]));
		log.as('ilka', 20 * MINUTE, () => tie([{ object: a }, { object: c }]));
		expect(told(read('stage', log)).slice(-2)).toEqual(['ilka moved connector ', 'ilka tied connector ']);
	});

	it('tells the undoing of a deletion as what it is', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const log = logOf(doc);
		const undo = new Y.UndoManager(objectsOf(doc), { trackedOrigins: new Set([editContext.origin]) });
		const id = log.as('maren', 0, () => addObject(editContext, model, noteAt(sheet, 0, 0, 'Kettle')));
		undo.stopCapturing();
		log.as('maren', 10 * MINUTE, () => removeObjects(editContext, model, [id]));
		log.as('maren', 20 * MINUTE, () => undo.undo());
		log.as('maren', 21 * MINUTE, () => setText(editContext, id, 'Kettles'));
		expect(objectsOf(doc).has(id)).toBe(true);
		expect(told(read('stage', log))).toEqual([
			'maren added note Kettle',
			'maren deleted note Kettle',
			'maren brought back note Kettles',
		]);
	});

	it('does not tell what the server does only to finish what somebody did', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const log = logOf(doc);
		const id = log.as('maren', 0, () => addObject(editContext, model, noteAt(sheet, 0, 0, 'Kettle')));
		log.as(null, MINUTE, () => setBoxes(editContext, new Map([[id, [90, 90, 160, 96, 0]]])));
		log.as(null, MINUTE, () => setBoxes(editContext, new Map([[id, [90, 90, 260, 96, 0]]])));
		log.as('ilka', 2 * MINUTE, () => objectsOf(doc).get(id)!.set('nod:ilka', 'Ilka'));
		log.as(null, 5 * MINUTE, () => objectsOf(doc).get(id)!.set('nod:voice', 'Voice 3'));
		log.as(null, 6 * MINUTE, () => objectsOf(doc).get(id)!.delete('nod:ilka'));
		log.as(null, 9 * MINUTE, () => restyle(editContext, model, [id], { pigment: 'moss' }));
		expect(told(read('stage', log))).toEqual([
			'maren added note Kettle',
			'ilka nodded note Kettle',
			'server styled note Kettle',
		]);
	});

	it('takes letters typed one by one, and what one finishes on a new thing, for one happening', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const log = logOf(doc);
		const id = log.as('maren', 0, () => addObject(editContext, model, noteAt(sheet, 0, 0)));
		for (const [i, text] of ['K', 'Ke', 'Kettle'].entries())
			log.as('maren', 500 * (i + 1), () => setText(editContext, id, text));
		log.as(null, 1700, () => setBoxes(editContext, new Map([[id, [90, 90, 160, 96, 0]]])));
		log.as('ilka', 3000, () => setText(editContext, id, 'Kettles'));
		log.as('ilka', 4000, () => setText(editContext, id, 'Kettles!'));
		log.as('ilka', 10 * MINUTE, () => setText(editContext, id, 'Kettles?'));
		const happenings = read('stage', log);
		expect(told(happenings)).toEqual([
			'maren added note Kettle',
			'ilka wrote note Kettles!',
			'ilka wrote note Kettles?',
		]);
		expect(happenings[0]).toMatchObject({ at: 0, until: 1500, sheet });
	});

	it('tells of sheets, and of very many things as one', () => {
		const { doc, model, editContext } = testBoard();
		const log = logOf(doc);
		const sheet = log.as('ilka', 0, () => addSheet(editContext, model, 'Season map'));
		log.as('ilka', 5 * MINUTE, () => changeSheet(editContext, sheet, { title: 'Season' }));
		log.as('ilka', 6 * MINUTE, () =>
			addObjects(
				editContext,
				model,
				Array.from({ length: 900 }, (_, i) => noteAt(sheet, 200 * i, 0, `Note ${i}`)),
			),
		);
		log.as('ilka', 12 * MINUTE, () => removeSheet(editContext, model, sheet));
		const happenings = read('stage', log);
		expect(told(happenings)).toEqual([
			'ilka added sheet sheet Season map',
			'ilka renamed sheet sheet Season',
			'ilka added note Note 0',
			'ilka deleted note Note 0',
			'ilka deleted sheet sheet Season',
		]);
		expect(happenings[2]).toMatchObject({ count: 900 });
		expect(happenings[2]).not.toHaveProperty('id');
	});

	it('is the same whether it is read in one go or from a state in the middle', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const log = logOf(doc);
		const ids: string[] = [];
		for (let i = 0; i < 12; i++) {
			log.as(i % 2 ? 'ilka' : 'maren', i * 5 * MINUTE, () => {
				if (i % 3 === 2) removeObjects(editContext, model, [ids.pop()!]);
				else ids.push(addObject(editContext, model, noteAt(sheet, i * 200, 0, `Note ${i}`)));
			});
		}
		const whole = read('stage', log);
		const middle = new Y.Doc();
		Y.applyUpdate(middle, log.state);
		for (const { data } of log.rows.slice(0, 6)) Y.applyUpdate(middle, data);
		const first = read('stage', { ...log, rows: log.rows.slice(0, 6) });
		const second = read('stage', { ...log, state: Y.encodeStateAsUpdate(middle), rows: log.rows.slice(6) });
		expect([...first, ...second]).toEqual(whole);
	});
});

describe('the journal of talk and session', () => {
	it('tells of comments', () => {
		const doc = new Y.Doc();
		const talk = new TalkModel(doc);
		let count = 0;
		const hand = (name: string) => ({
			doc,
			person: { id: name, name },
			origin: name,
			now: () => count,
			newId: () => `${name}${count++}`,
		});
		const log = logOf(doc);
		const place = { sheet: 's1', at: [1, 2] as [number, number] };
		const id = log.as('rosa', 0, () => beginThread(hand('rosa'), place, 'Too heavy?'));
		log.as('ilka', MINUTE, () => answer(hand('ilka'), id, 'Two people'));
		log.as('ilka', 2 * MINUTE, () => resolve(hand('ilka'), id, true));
		log.as('rosa', 3 * MINUTE, () => resolve(hand('rosa'), id, false));
		const thread = talk.threads.find((each) => each.id === id)!;
		log.as('ilka', 6 * MINUTE, () => takeAway(hand('ilka'), thread, thread.remarks[1]!.id));
		expect(told(read('talk', log))).toEqual([
			'rosa commented comment Too heavy?',
			'ilka answered comment Two people',
			'ilka resolved comment Too heavy?',
			'rosa reopened comment Too heavy?',
			'ilka took back comment comment Two people',
		]);
	});

	it('tells of steps', () => {
		const doc = new Y.Doc();
		const log = logOf(doc);
		log.as('ilka', 0, () =>
			writeSteps(doc, [newStep({ id: 'a', title: 'Welcome', minutes: 5, kind: 'welcome' })]),
		);
		log.as('ilka', MINUTE, () => startStep(doc, 'a', MINUTE));
		log.as('ilka', 2 * MINUTE, () => endSession(doc, 2 * MINUTE));
		expect(told(read('session', log))).toEqual([
			'ilka changed plan step ',
			'ilka started step step Welcome',
			'ilka ended session step ',
		]);
	});
});

const happened = (more: Partial<Happening>): Happening => ({
	person: 'ilka',
	at: 0,
	until: more.at ?? 0,
	verb: 'added',
	thing: 'note',
	sheet: 's1',
	words: '',
	count: 1,
	...more,
});

describe('lines', () => {
	it('put together what one person did alike, though others did something in between', () => {
		const lines = linesOf([
			happened({ id: 'a', words: 'one' }),
			happened({ id: 'b', words: 'two', at: 1000 }),
			happened({ person: 'maren', id: 'x', at: 1500, verb: 'moved' }),
			happened({ id: 'c', words: 'three', at: 2000 }),
			happened({ id: 'd', words: 'four', at: 3000 }),
			happened({ id: 'e', at: 20 * MINUTE }),
			happened({ id: 'f', at: 20 * MINUTE, sheet: 's2' }),
		]);
		expect(lines.map(({ person, count }) => [person, count])).toEqual([
			['maren', 1],
			['ilka', 4],
			['ilka', 1],
			['ilka', 1],
		]);
		expect(lines[1]).toMatchObject({
			words: ['one', 'two', 'three'],
			ids: ['a', 'b', 'c', 'd'],
			until: 3000,
		});
	});

	it('count what is not told one by one', () => {
		expect(linesOf([happened({ count: 900 }), happened({ id: 'a', at: 10 })])[0]).toMatchObject({
			count: 901,
		});
	});
});

describe('what is new since then', () => {
	it('is told by person and field, without what the reader did', () => {
		const { model, editContext, sheet } = testBoard();
		const [field] = addObjects(editContext, model, [fieldAt(sheet, 0, 0)]) as [string];
		const [inside, outside] = addObjects(editContext, model, [
			noteAt(sheet, 50, 80, 'inside'),
			noteAt(sheet, 2000, 0, 'outside'),
		]) as [string, string];
		const doings = sinceThen(
			model,
			[
				happened({ person: 'maren', id: inside, sheet, at: 10 }),
				happened({ person: 'maren', id: outside, sheet, at: 20 }),
				happened({ person: 'maren', id: inside, sheet, at: 30, verb: 'moved' }),
				happened({ person: 'rosa', id: 'gone', sheet, at: 40, verb: 'deleted' }),
				happened({ person: 'ilka', id: inside, sheet, at: 50 }),
				happened({ person: undefined, id: inside, sheet, at: 60 }),
			],
			'ilka',
		);
		expect(doings.map(({ person, field: place, ids }) => [person, place, ids])).toEqual([
			['rosa', undefined, []],
			['maren', field, [inside]],
			['maren', undefined, [outside]],
		]);
		expect(doings[1]!.counts).toEqual([
			['added', 1],
			['moved', 1],
		]);
	});
});

describe('the timeline', () => {
	const line = new Timeline([
		{ from: 1000, to: 5000 },
		{ from: 100_000, to: 103_000 },
		{ from: 103_500, to: 103_500 },
	]);
	it('shortens pauses, and finds places and times again', () => {
		expect(line.length).toBe(4000 + BREATH + 3000 + 500);
		for (const time of [1000, 2500, 5000, 100_000, 102_999, 103_500])
			expect(line.timeAt(line.placeOf(time))).toBe(time);
		expect(line.timeAt(line.placeOf(50_000))).toBe(5000);
		expect(line.timeAt(-5)).toBe(1000);
		expect(line.timeAt(1e9)).toBe(103_500);
	});
	it('never runs backwards', () => {
		let last = 0;
		for (let place = 0; place <= line.length; place += 37) {
			expect(line.timeAt(place)).toBeGreaterThanOrEqual(last);
			last = line.timeAt(place);
		}
	});
	it('of nothing is nothing', () => {
		expect([new Timeline([]).length, new Timeline([]).timeAt(10), new Timeline([]).placeOf(10)]).toEqual([
			0, 0, 0,
		]);
	});
});

describe('a segment of history', () => {
	const bytes = (...values: number[]) => new Uint8Array(values);
	it('is read as it was written; time never runs backwards', () => {
		const segment = {
			state: bytes(1, 2, 3),
			at: 1000,
			updates: [
				{ at: 1500, data: bytes(4) },
				{ at: 1400, data: bytes() },
				{ at: 1_800_000_000_000, data: bytes(5, 6) },
			],
		};
		const read = readSegment(writeSegment(segment));
		expect(read).toEqual({ ...segment, updates: segment.updates.with(1, { at: 1500, data: bytes() }) });
	});
	it('that is cut short is refused', () => {
		const whole = writeSegment({ state: bytes(1, 2, 3), at: 5, updates: [{ at: 9, data: bytes(1, 2) }] });
		for (let length = 0; length < whole.length; length++)
			expect(() => readSegment(whole.slice(0, length))).toThrow();
	});
});
