import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { objectsOf } from '../board/document';
import { addObject, addObjects } from '../board/ops/edits';
import { addSheet } from '../board/ops/sheets';
import { fieldAt, holderAt, linkBetween, noteAt, shapeAt, testBoard } from '../board/testing';
import { BoardModel } from '../board/model/model';
import { newStep, writeSteps } from '../meeting/runsheet';
import { beginThread, chatter } from '../talk/edits';
import { publishedSchema } from './format';
import { parseArchive, unpack } from './read';
import { archiveOf, filesIn, type Documents } from './write';

const fresh = (): Documents => ({ stage: new Y.Doc(), session: new Y.Doc(), talk: new Y.Doc() });
const HASH = 'a'.repeat(64);

/** A board with something of everything. */
function rich(): Documents {
	const board = testBoard();
	const { model, editContext, sheet, doc } = board;
	const other = addSheet(editContext, model, 'Path', 'paper');
	const [a, b] = addObjects(editContext, model, [
		{
			...noteAt(sheet, 0, 0),
			text: [
				{
					runs: [
						{ text: 'Bold ', bold: true },
						{ text: 'link', link: 'https://zweite-runde.example' },
					],
				},
				{ list: 'check', checked: true, runs: [{ text: 'done' }] },
				{ list: 'bullet', level: 1, runs: [{ text: 'deeper' }] },
			],
		},
		shapeAt(sheet, 400, 0, 'Shape'),
	]) as [string, string];
	addObjects(editContext, model, [linkBetween(sheet, a, b), fieldAt(other, 0, 0)]);
	addObject(editContext, model, {
		kind: 'picture',
		sheet,
		box: [0, 500, 300, 200, 0],
		style: {},
		file: HASH,
		natural: [600, 400],
	} as never);
	for (const kind of ['grid', 'list', 'actions', 'table', 'columns'] as const) holderAt(board, kind);
	objectsOf(doc).get(a)!.set('nod:p-Rosa', 'Rosa');
	const session = new Y.Doc();
	writeSteps(session, [newStep({ id: 'w', title: 'Welcome', minutes: 5, kind: 'welcome', aside: 'Smile' })]);
	const talk = new Y.Doc();
	const voice = { ...editContext, doc: talk };
	beginThread(voice, { sheet, at: [1, 2] }, 'What about rain?');
	chatter(voice, 'Hello');
	talk.getMap('talk').set('numbers', 1);
	return { stage: doc, session, talk };
}

describe('an archive', () => {
	it('gives the same board again, to the letter', () => {
		const before = rich();
		const files = [{ hash: HASH, type: 'image/png' as const }];
		const text = JSON.stringify(archiveOf(before, 'Season planning', files));
		const after = fresh();
		expect(unpack(parseArchive(text), after)).toBe(0);
		expect(JSON.stringify(archiveOf(after, 'Season planning', files))).toBe(text);
		const [one, two] = [new BoardModel(before.stage), new BoardModel(after.stage)];
		expect([...two.objects.values()].sort((a, b) => (a.id < b.id ? -1 : 1))).toEqual(
			[...one.objects.values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
		);
		expect(two.sheets).toEqual(one.sheets);
		expect(filesIn(after.stage)).toEqual(new Set([HASH]));
	});

	it('is refused when it is none, with a reason; what cannot be read in one is left out and counted', () => {
		const whole = archiveOf(rich(), 'Season planning', []);
		for (const [text, reason] of [
			['not json', 'not JSON'],
			['{}', 'format'],
			[JSON.stringify({ ...whole, version: 2 }), 'version'],
			[JSON.stringify({ ...whole, objects: 'none' }), 'objects'],
		] as const)
			expect(() => parseArchive(text)).toThrow(reason);
		expect(() => parseArchive('[]')).toThrow('no archive');
		const [first, ...others] = whole.objects;
		const broken = {
			...whole,
			objects: [...others, { ...first!, values: { ...first!.values, kind: 'spaceship' } }],
			sheets: [...whole.sheets, { id: 'x', values: { title: 5 } }],
			talk: [...whole.talk, { key: 'remark:none', value: 'x' }],
		};
		const documents = fresh();
		expect(unpack(parseArchive(JSON.stringify(broken)), documents)).toBe(3);
		expect(objectsOf(documents.stage).size).toBe(others.length);
	});

	it('has a schema that says what is in it', () => {
		const schema = publishedSchema() as { properties: Record<string, unknown>; required: string[] };
		expect(Object.keys(schema.properties).sort()).toEqual(schema.required.toSorted());
		expect(JSON.stringify(schema)).toContain('wandtafel-board');
	});
});
