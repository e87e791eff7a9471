import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { plainText } from '../../text/rich';
import { acceptThemes } from './accept-themes';
import { objectsOf } from '../document';
import { addObject, addObjects, moveObjects, removeObjects, restyle, setBoxes, setText } from './edits';
import { restack } from './stacking';
import { copyOut, putDown } from './clip';
import { BoardModel } from '../model/model';
import { addSheet } from './sheets';
import { fieldAt, linkBetween, noteAt, shapeAt, testBoard } from '../testing';
import { overlaps } from '../../geometry/box';

const boxOf = (model: BoardModel, id: string) => model.find(id)!.box;

describe('making and changing objects', () => {
	it('writes who made it, when, and its text', () => {
		const { model, editContext, sheet } = testBoard();
		const id = addObject(editContext, model, noteAt(sheet, 10, 20, 'Queue at the door\ntill half past four'));
		const note = model.find(id)!;
		expect(note.by).toEqual(['p-Ilka', 'Ilka']);
		expect(note.made).toBeGreaterThan(0);
		expect(plainText(note.text)).toBe('Queue at the door\ntill half past four');
	});

	it('refuses an object that no board can hold, and changes nothing', () => {
		const { model, editContext, sheet } = testBoard();
		const broken = { ...noteAt(sheet, 0, 0), box: [0, Number.NaN, 10, 10, 0] as never };
		expect(() => addObject(editContext, model, broken)).toThrow(
			expect.objectContaining({ code: 'not for this kind' }),
		);
		expect(model.objects.size).toBe(0);
	});

	it('stacks new objects on top and regions at the bottom', () => {
		const { model, editContext, sheet } = testBoard();
		const note = addObject(editContext, model, noteAt(sheet, 0, 0));
		const second = addObject(editContext, model, noteAt(sheet, 0, 0));
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0));
		expect(model.onSheet(sheet).map((object) => object.id)).toEqual([field, note, second]);
		restack(editContext, model, [note], 'front');
		expect(model.onSheet(sheet).at(-1)!.id).toBe(note);
		restack(editContext, model, [second], 'back');
		expect(model.onSheet(sheet)[0]!.id).toBe(second);
	});

	it('restyles only what has that property', () => {
		const { model, editContext, sheet } = testBoard();
		const [note, shape] = addObjects(editContext, model, [noteAt(sheet, 0, 0), shapeAt(sheet, 300, 0)]) as [
			string,
			string,
		];
		restyle(editContext, model, [note, shape], { pigment: 'moss' });
		expect(model.find(note)!.style).toEqual({ form: 'card', pigment: 'moss' });
		expect(model.find(shape)!.style).toEqual({ shape: 'rectangle', fill: 'none', chalk: 'white' });
	});
});

describe('one action is one undo step', () => {
	it('takes a moved field back with all that it holds', () => {
		const { model, editContext, sheet, undo } = testBoard();
		const [field, inside, outside] = addObjects(editContext, model, [
			fieldAt(sheet, 0, 0),
			noteAt(sheet, 50, 80),
			noteAt(sheet, 900, 80),
		]) as [string, string, string];
		moveObjects(editContext, model, [field], 100, 50);
		expect(boxOf(model, field)).toEqual([100, 50, 560, 400, 0]);
		expect(boxOf(model, inside)).toEqual([150, 130, 160, 96, 0]);
		expect(boxOf(model, outside)).toEqual([900, 80, 160, 96, 0]);
		undo.undo();
		expect(boxOf(model, field)).toEqual([0, 0, 560, 400, 0]);
		expect(boxOf(model, inside)).toEqual([50, 80, 160, 96, 0]);
		undo.redo();
		expect(boxOf(model, inside)).toEqual([150, 130, 160, 96, 0]);
	});

	it('removes the connectors of a removed shape, and brings all back at once', () => {
		const { model, editContext, sheet, undo } = testBoard();
		const [a, b] = addObjects(editContext, model, [
			shapeAt(sheet, 0, 0, 'A'),
			shapeAt(sheet, 400, 0, 'B'),
		]) as [string, string];
		const link = addObject(editContext, model, linkBetween(sheet, a, b));
		removeObjects(editContext, model, [a]);
		expect([...model.objects.keys()]).toEqual([b]);
		undo.undo();
		expect(new Set(model.objects.keys())).toEqual(new Set([a, b, link]));
		expect(plainText(model.find(a)!.text)).toBe('A');
		expect(model.tiesOf(a)).toEqual([link]);
	});

	it('duplicates linked shapes with their link as one step', () => {
		const { model, editContext, sheet, undo } = testBoard();
		const [a, b] = addObjects(editContext, model, [
			shapeAt(sheet, 0, 0, 'A'),
			shapeAt(sheet, 400, 0, 'B'),
		]) as [string, string];
		addObject(editContext, model, linkBetween(sheet, a, b));
		const copies = putDown(editContext, model, copyOut(model, [a, b]), sheet, 0, 200);
		expect(copies).toHaveLength(3);
		const link = copies.map((id) => model.find(id)!).find((object) => object.kind === 'connector')!;
		const ends = link.kind === 'connector' ? link.ends : [];
		for (const end of ends) expect('object' in end && copies.includes(end.object)).toBe(true);
		undo.undo();
		expect(model.objects.size).toBe(3);
	});

	it('does not take back what somebody else did', () => {
		const { model, editContext, sheet, undo, doc } = testBoard();
		const mine = addObject(editContext, model, noteAt(sheet, 0, 0));
		const theirs = addObject({ ...editContext, origin: 'another' }, model, noteAt(sheet, 300, 0));
		undo.undo();
		expect(model.find(mine)).toBeUndefined();
		expect(model.find(theirs)).toBeDefined();
		expect(objectsOf(doc).size).toBe(1);
	});
});

describe('copies', () => {
	it('keeps a link to something outside when that is on the board, and drops it on another board', () => {
		const { model, editContext, sheet } = testBoard();
		const [a, b] = addObjects(editContext, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 400, 0)]) as [
			string,
			string,
		];
		const link = addObject(editContext, model, linkBetween(sheet, a, b));
		const clip = { objects: [model.find(a)!, model.find(link)!] };
		expect(putDown(editContext, model, clip, sheet, 0, 300)).toHaveLength(2);
		const other = testBoard('Other');
		expect(putDown(other.editContext, other.model, clip, other.sheet, 0, 0)).toHaveLength(1);
	});

	it('takes the contents of a field along', () => {
		const { model, editContext, sheet } = testBoard();
		const [field] = addObjects(editContext, model, [
			fieldAt(sheet, 0, 0),
			noteAt(sheet, 40, 80, 'inside'),
		]) as [string];
		expect(copyOut(model, [field]).objects.map((object) => object.kind)).toEqual(['field', 'note']);
	});
});

describe('accepting themes', () => {
	it('lays notes out under headings without overlap, as one undo step', () => {
		const { model, editContext, sheet, undo } = testBoard();
		addObject(editContext, model, fieldAt(sheet, 0, 0, 760, 420));
		const notes = addObjects(
			editContext,
			model,
			Array.from({ length: 12 }, (_, i) =>
				noteAt(sheet, 20 + (i % 4) * 174, 60 + Math.floor(i / 4) * 110, `n${i}`),
			),
		);
		const before = notes.map((id) => boxOf(model, id));
		const themes = acceptThemes(editContext, model, [
			{ name: 'Queue', noteIds: notes.slice(0, 7) },
			{ name: 'Parts', noteIds: [...notes.slice(7), 'gone'] },
			{ name: 'Empty', noteIds: ['gone too'] },
		]);
		expect(themes).toHaveLength(2);
		expect(notes.map((id) => model.find(id)!.theme)).toEqual([
			...Array<string>(7).fill(themes[0]!),
			...Array<string>(5).fill(themes[1]!),
		]);
		const boxes = [...model.objects.values()]
			.filter((object) => object.kind === 'note')
			.map(({ box: [x, y, w, h] }) => ({ x, y, w, h }));
		for (const [i, a] of boxes.entries())
			for (const b of boxes.slice(i + 1)) expect(overlaps(a, b)).toBe(false);
		for (const theme of themes) expect(model.contentsOf(model.find(theme)!).length).toBeGreaterThan(4);
		undo.undo();
		expect(notes.map((id) => boxOf(model, id))).toEqual(before);
		expect(themes.some((id) => model.find(id))).toBe(false);
		expect(model.find(notes[0]!)!.theme).toBeUndefined();
	});

	it('removes themes that lose all their notes to new ones', () => {
		const { model, editContext, sheet } = testBoard();
		const notes = addObjects(editContext, model, [noteAt(sheet, 0, 0, 'a'), noteAt(sheet, 200, 0, 'b')]);
		const [first] = acceptThemes(editContext, model, [{ name: 'Old', noteIds: notes }]) as [string];
		acceptThemes(editContext, model, [{ name: 'New', noteIds: notes }]);
		expect(model.find(first)).toBeUndefined();
		expect([...model.objects.values()].filter((object) => object.kind === 'theme')).toHaveLength(1);
	});

	it('moves a theme with its notes, and frees them when it is removed', () => {
		const { model, editContext, sheet } = testBoard();
		const notes = addObjects(editContext, model, [noteAt(sheet, 0, 0, 'a'), noteAt(sheet, 200, 0, 'b')]);
		const [theme] = acceptThemes(editContext, model, [{ name: 'T', noteIds: notes }]) as [string];
		const [x] = boxOf(model, notes[0]!);
		moveObjects(editContext, model, [theme], 500, 0);
		expect(boxOf(model, notes[0]!)[0]).toBe(x + 500);
		removeObjects(editContext, model, [theme]);
		expect(model.find(notes[0]!)).toBeDefined();
		expect(model.find(notes[0]!)!.theme).toBeUndefined();
	});
});

describe('reading the document', () => {
	it('sets what cannot be read aside and keeps it', () => {
		const { doc, model, editContext, sheet } = testBoard();
		addObject(editContext, model, noteAt(sheet, 0, 0));
		doc.transact(() => {
			objectsOf(doc).set('strange', new Y.Map<unknown>([['kind', 'hologram']]));
			objectsOf(doc).set('worse', 'just text' as never);
		});
		expect(model.objects.size).toBe(1);
		expect([...model.setAside.keys()]).toEqual(['strange', 'worse']);
		expect(objectsOf(doc).has('strange')).toBe(true);
		const again = new BoardModel(doc);
		expect(again.objects.size).toBe(1);
		expect(again.setAside.size).toBe(2);
	});

	it('follows another document through updates, with connectors that arrive before what they tie', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const updates: Uint8Array[] = [];
		doc.on('update', (update: Uint8Array) => updates.push(update));
		const other = new Y.Doc();
		Y.applyUpdate(other, Y.encodeStateAsUpdate(doc));
		const copy = new BoardModel(other);
		const link = addObject(editContext, model, linkBetween(sheet, 'later-a', 'later-b'));
		addObjects(editContext, model, [
			{ ...shapeAt(sheet, 0, 0), id: 'later-a' },
			{ ...shapeAt(sheet, 400, 0), id: 'later-b' },
		]);
		Y.applyUpdate(other, updates[0]!);
		expect(copy.boundsOf(link)).toBeUndefined();
		Y.applyUpdate(other, updates[1]!);
		expect(copy.boundsOf(link)).toEqual(model.boundsOf(link));
		expect(copy.boundsOf(link)!.w).toBeGreaterThan(200);
	});

	it('tells which objects changed, connectors that follow included', () => {
		const { model, editContext, sheet } = testBoard();
		const [a, b] = addObjects(editContext, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 400, 0)]) as [
			string,
			string,
		];
		const link = addObject(editContext, model, linkBetween(sheet, a, b));
		const seen: string[] = [];
		model.onChange(({ changed }) => seen.push(...changed));
		setBoxes(editContext, new Map([[a, [0, 300, 160, 80, 0]]]));
		expect(new Set(seen)).toEqual(new Set([a, link]));
		setText(editContext, b, 'new words');
		expect(plainText(model.find(b)!.text)).toBe('new words');
	});

	it('keeps sheets apart and in order', () => {
		const { model, editContext, sheet } = testBoard();
		const second = addSheet(editContext, model, 'Second', 'paper');
		addObject(editContext, model, noteAt(sheet, 0, 0));
		addObject(editContext, model, noteAt(second, 0, 0));
		expect(model.sheets.map((each) => each.title)).toEqual(['Gather', 'Second']);
		expect(model.within(second, { x: -10, y: -10, w: 500, h: 500 })).toHaveLength(1);
		expect(model.extent('nowhere')).toBeUndefined();
	});
});
