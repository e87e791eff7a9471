import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { overlaps, type Box } from '../../geometry/box';
import { objectsOf } from '../document';
import { addObject, addObjects } from './edits';
import type { EditContext } from '../store';
import { guessPlacement, roomOfField, placePending } from './gather';
import { BoardModel } from '../model/model';
import { fieldAt, noteAt, testBoard } from '../testing';

const asBox = ([x, y, w, h]: readonly number[]): Box => ({ x: x!, y: y!, w: w!, h: h! });

describe('notes from the writing line', () => {
	it('never lie on each other when thirty people press Enter at once', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0, 760, 500));
		addObjects(editContext, model, [noteAt(sheet, 40, 80, 'was here')]);
		// Thirty screens that have not heard of each other make the same guess.
		const updates: Uint8Array[] = [];
		for (let i = 0; i < 30; i++) {
			const screen = new Y.Doc();
			Y.applyUpdate(screen, Y.encodeStateAsUpdate(doc));
			const own = new BoardModel(screen);
			const writer: EditContext = { ...editContext, doc: screen, newId: () => `w${i}`, now: () => 5000 + i };
			addObject(writer, own, {
				...noteAt(sheet, 0, 0, `note ${i}`),
				box: guessPlacement(own, own.find(field)!),
				landing: field,
			});
			updates.push(Y.encodeStateAsUpdate(screen));
		}
		for (const update of updates) Y.applyUpdate(doc, update);
		const waiting = [...model.objects.values()].filter((object) => object.landing);
		expect(waiting).toHaveLength(30);
		expect(new Set(waiting.map((note) => note.box.join())).size).toBe(1);

		const { boxes, fields } = placePending(model, waiting);
		const all = [...boxes.values()].map(asBox);
		for (const [i, a] of all.entries()) {
			for (const b of all.slice(i + 1)) expect(overlaps(a, b)).toBe(false);
			expect(overlaps(a, { x: 40, y: 80, w: 160, h: 96 })).toBe(false);
		}
		// Who wrote first lands first, and the field grows to hold them all.
		const order = waiting.sort((a, b) => a.made - b.made).map((note) => boxes.get(note.id)!);
		const places = order.map(([x, y]) => y * 10_000 + x);
		expect(places).toEqual([...places].sort((a, b) => a - b));
		const grown = asBox(fields.get(field)!);
		expect(grown.h).toBeGreaterThan(500);
		for (const box of all) expect(box.y + box.h).toBeLessThan(grown.y + grown.h);
	});

	it('stay where they are when their field is gone, and are settled only once', () => {
		const { doc, model, editContext, sheet } = testBoard();
		const note = addObject(editContext, model, { ...noteAt(sheet, 500, 600), landing: 'no-such-field' });
		const { boxes } = placePending(model, [model.find(note)!]);
		expect(boxes.get(note)).toEqual([500, 600, 160, 96, 0]);
		objectsOf(doc).get(note)!.delete('landing');
		expect(model.find(note)!.landing).toBeUndefined();
	});

	it('have the height that their text needs, and keep clear of each other with it', () => {
		const { model, editContext, sheet } = testBoard();
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0, 420, 300));
		const ids = addObjects(
			editContext,
			model,
			Array.from({ length: 6 }, (_, i) => ({ ...noteAt(sheet, 0, 0, `note ${i}`), landing: field })),
		);
		const waiting = ids.map((id) => model.find(id)!);
		const { boxes, fields } = placePending(model, waiting, ({ id }) => 96 + 150 * (ids.indexOf(id) % 3));
		const all = ids.map((id) => asBox(boxes.get(id)!));
		expect(all.map(({ h }) => h)).toEqual([96, 246, 396, 96, 246, 396]);
		for (const [i, a] of all.entries()) for (const b of all.slice(i + 1)) expect(overlaps(a, b)).toBe(false);
		const grown = asBox(fields.get(field)!);
		for (const box of all) expect(box.y + box.h).toBeLessThan(grown.y + grown.h);
	});

	it('land below the title of the field', () => {
		const { model, editContext, sheet } = testBoard();
		const field = model.find(addObject(editContext, model, fieldAt(sheet, 100, 100)))!;
		const [x, y] = guessPlacement(model, field);
		expect({ x, y }).toEqual({ x: roomOfField(field).x, y: roomOfField(field).y });
		expect(y).toBeGreaterThan(140);
	});

	it('find places also when thousands arrive at once', () => {
		const { model, editContext, sheet } = testBoard();
		const field = addObject(editContext, model, fieldAt(sheet, 0, 0, 760, 500));
		const ids = addObjects(
			editContext,
			model,
			Array.from({ length: 3000 }, (_, i) => ({ ...noteAt(sheet, 0, 0, `note ${i}`), landing: field })),
		);
		const { boxes, fields } = placePending(
			model,
			ids.map((id) => model.find(id)!),
		);
		const places = [...boxes.values()];
		expect(new Set(places.map(([x, y]) => `${x} ${y}`)).size).toBe(3000);
		const [, fy, , fh] = fields.get(field)!;
		expect(Math.max(...places.map(([, y, , h]) => y + h))).toBeLessThanOrEqual(fy + fh);
	});
});
