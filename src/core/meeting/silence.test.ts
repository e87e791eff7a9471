import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { objectsOf } from '../board/document';
import { BoardModel } from '../board/model/model';
import { addObject } from '../board/ops/edits';
import type { EditContext } from '../board/store';
import { fieldAt, linkBetween, noteAt, testBoard } from '../board/testing';
import { plainText } from '../text/rich';
import { bringOn, cuedFor, goingBackstage, putBackstage, setCue } from './backstage';
import {
	beginSilence,
	carryOver,
	dueNotes,
	inOrder,
	openRun,
	openSilence,
	revealedIds,
	runOf,
	silencesIn,
	silentNotes,
	writeSilently,
	type Due,
} from './silence';

const RUN = runOf('gather', 1000);

/** A session with one silent run, a stage, and writers with their own documents. */
function silence(...names: string[]) {
	const session = new Y.Doc();
	const stage = testBoard();
	const field = addObject(stage.editContext, stage.model, fieldAt(stage.sheet, 0, 0));
	beginSilence(session, RUN, { step: 'gather', title: 'Gather', field, sheet: stage.sheet, at: 1000 });
	let time = 0;
	const writers = names.map((name) => {
		const doc = new Y.Doc();
		const model = new BoardModel(doc);
		let id = 0;
		const editContext: EditContext = {
			doc,
			person: { id: `p-${name}`, name },
			origin: name,
			now: () => (time += 10),
			newId: () => `${name}-${id++}`,
		};
		const write = (text: string, run = RUN) =>
			writeSilently(editContext, model, { run, field, sheet: stage.sheet }, { text, pigment: 'moss' });
		return { name, doc, write };
	});
	/** What the server does: everything that is due goes onto the stage. */
	const settle = (): number => {
		const due = inOrder(
			writers.flatMap(({ name, doc }): Due[] =>
				dueNotes(doc, silencesIn(session)).map((each) => ({
					...each,
					from: doc,
					by: { id: `p-${name}`, name },
				})),
			),
		);
		return due.filter((each, i) => carryOver(each, stage.doc, 5000, `b${i}`)).length;
	};
	const shown = () =>
		[...stage.model.objects.values()].flatMap((object) =>
			object.kind === 'note' ? [{ text: plainText(object.text), by: object.by[1], made: object.made }] : [],
		);
	return { session, stage, field, writers, settle, shown };
}

describe('silent writing', () => {
	it('shows nothing before the reveal, and everything with its writers after it', () => {
		const { session, writers, settle, shown, stage, field } = silence('Nele', 'Rashid');
		writers[0]!.write('Too few testers');
		writers[1]!.write('The queue');
		expect(settle()).toBe(0);
		expect(shown()).toEqual([]);
		openSilence(session, RUN, { all: true, names: true });
		expect(settle()).toBe(2);
		expect(shown().map(({ text, by }) => `${by}: ${text}`)).toEqual([
			'Nele: Too few testers',
			'Rashid: The queue',
		]);
		expect(
			[...stage.model.objects.values()]
				.filter(({ kind }) => kind === 'note')
				.every(({ landing }) => landing === field),
		).toBe(true);
		expect(writers.map(({ doc }) => silentNotes(doc).length)).toEqual([0, 0]);
	});

	it('reveals once, however often it is asked to', () => {
		const { session, writers, settle, shown, stage } = silence('Nele');
		const id = writers[0]!.write('Only once');
		openSilence(session, RUN, { all: true, names: true });
		expect(settle() + settle()).toBe(1);
		// Nor when the note stands in the writer's document again, from a window that was offline.
		const again = new Y.Doc();
		Y.applyUpdate(again, Y.encodeStateAsUpdate(writers[0]!.doc));
		stage.model.find(id);
		expect(shown()).toHaveLength(1);
		expect([...revealedIds(writers[0]!.doc)]).toEqual([id]);
	});

	it('goes round by round: one note of each, and late ones catch up', () => {
		const { session, writers, settle, shown } = silence('Nele', 'Rashid');
		for (const text of ['n1', 'n2', 'n3']) writers[0]!.write(text);
		openSilence(session, RUN, { all: false, names: true });
		settle();
		expect(shown().map(({ text }) => text)).toEqual(['n1']);
		openSilence(session, RUN, { all: false, names: true });
		settle();
		expect(shown().map(({ text }) => text)).toEqual(['n1', 'n2']);
		// Rashid was offline: his first two are due at once, the third with the next round.
		for (const text of ['r1', 'r2', 'r3']) writers[1]!.write(text);
		expect(settle()).toBe(2);
		openSilence(session, RUN, { all: true, names: false });
		settle();
		expect(shown()).toHaveLength(6);
		// With names or without is settled in the first round.
		expect(new Set(shown().map(({ by }) => by))).toEqual(new Set(['Nele', 'Rashid']));
	});

	it('says nothing about who wrote what when names are not shown', () => {
		const { session, writers, settle, shown } = silence('Nele', 'Rashid');
		writers[0]!.write('a');
		writers[1]!.write('b');
		writers[0]!.write('c');
		openSilence(session, RUN, { all: true, names: false });
		settle();
		expect(new Set(shown().map(({ by, made }) => `${by} ${made}`))).toEqual(new Set([' 5000']));
	});

	it('keeps runs apart, and knows which one is being written in', () => {
		const { session, writers, settle, field, stage } = silence('Nele');
		const second = runOf('gather', 2000);
		beginSilence(session, second, { step: 'gather', title: 'Gather', field, sheet: stage.sheet, at: 2000 });
		writers[0]!.write('first');
		writers[0]!.write('second', second);
		openSilence(session, second, { all: true, names: true });
		expect(settle()).toBe(1);
		expect(silentNotes(writers[0]!.doc).map(({ run }) => run)).toEqual([RUN]);
		const silences = silencesIn(session);
		expect(openRun(silences, 'gather', 1000)?.run).toBe(RUN);
		expect(openRun(silences, 'gather', 2000)).toBeUndefined();
		expect(openRun(silences, undefined, 0)).toBeUndefined();
		expect(openSilence(session, 'no such run', { all: true, names: true })).toBeUndefined();
	});

	it('leaves on the board what cannot be a note out', () => {
		const { session, writers, settle, shown } = silence('Nele');
		const id = writers[0]!.write('fine');
		const broken = writers[0]!.write('broken');
		objectsOf(writers[0]!.doc).get(broken)!.set('style', { form: 'cloud' });
		openSilence(session, RUN, { all: true, names: true });
		expect(settle()).toBe(1);
		expect(shown()).toHaveLength(1);
		expect(revealedIds(writers[0]!.doc).has(id)).toBe(true);
	});
});

describe('backstage', () => {
	it('takes along what lies in it and what is tied to it, and brings all of it back as it was', () => {
		const { doc, editContext, model, sheet } = testBoard();
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0));
		const inside = addObject(editContext, model, noteAt(sheet, 40, 90, 'Inside'));
		const outside = addObject(editContext, model, noteAt(sheet, 900, 90, 'Outside'));
		const link = addObject(editContext, model, linkBetween(sheet, inside, outside));
		const before = objectsOf(doc).get(inside)!.toJSON();
		const going = goingBackstage(model, [field]);
		expect(going).toEqual(new Set([field, inside, link]));
		const backstage = new Y.Doc();
		expect(putBackstage(doc, backstage, going)).toBe(3);
		expect([...model.objects.keys()]).toEqual([outside]);
		expect(JSON.stringify(Y.encodeStateAsUpdate(doc).toString())).not.toContain('Inside');
		setCue(backstage, [inside, field], 'read');
		expect(cuedFor(backstage, 'read').sort()).toEqual([field, inside].sort());
		expect(bringOn(backstage, doc, going)).toBe(3);
		expect(bringOn(backstage, doc, going)).toBe(0);
		expect(objectsOf(doc).get(inside)!.toJSON()).toEqual(before);
		expect(cuedFor(backstage, 'read')).toEqual([]);
		expect(model.tiesOf(outside)).toEqual([link]);
	});
});
