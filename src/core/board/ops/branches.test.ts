import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { pick, randomFrom } from '../../rehearsal/random';
import { plainText, richFrom } from '../../text/rich';
import { drawingOf, paintedBounds } from '../kinds';
import { BoardModel } from '../model/model';
import { sceneContext } from '../scene';
import { fieldAt, noteAt, partner, testBoard, type TestBoard } from '../testing';
import { roughMeasure } from '../../text/fonts';
import { addBranch, addOutlines, mapFrom as mapOf, outlineOf as outlineAt } from './new-branches';
import { indented, readOutline } from '../../mindmap/outline';
import {
	canReparent,
	demote,
	fold,
	foldAllBut,
	foldBelow,
	hang,
	setLayout,
	detach,
	promote,
	clearOffset,
	setOffset,
	reorder,
} from './branches';
import { copyOut, putDown } from './clip';
import { addObject, moveObjects, removeObjects, setText } from './edits';
import { addSheet, moveToSheet } from './sheets';

/** A map from an outline by tabs; returns ids by their words. */
function mapFrom(board: TestBoard, outline: string): Record<string, string> {
	const { editContext, model, sheet } = board;
	const ids: Record<string, string> = {};
	const path: string[] = [];
	for (const line of outline.trim().split('\n')) {
		const words = line.trim();
		const depth = /^\t*/.exec(line)![0].length;
		const parent = path[depth - 1];
		const id =
			parent === undefined
				? addObject(editContext, model, noteAt(sheet, 1000, 500, words))
				: addBranch(
						editContext,
						model,
						{ parent, index: model.maps.branchesOf(parent).length, side: 'right' },
						words,
					)!;
		path.length = depth;
		path.push(id);
		ids[words] = id;
	}
	return ids;
}

const OUTLINE = `
café
	tools
		drill
		saw
	people
		Rosa
		Tomasz
	rooms
`;

/** The map as an outline again. */
function outlineOf({ model }: TestBoard, root: string): string {
	const lines = (id: string, depth: number): string[] => [
		'\t'.repeat(depth) + plainText(model.find(id)!.text),
		...model.maps.branchesOf(id).flatMap((each) => lines(each, depth + 1)),
	];
	return lines(root, 0).join('\n');
}
const middleOf = ({ model }: TestBoard, id: string): { x: number; y: number } => {
	const [x, y, w, h] = model.find(id)!.box;
	return { x: x + w / 2, y: y + h / 2 };
};

describe('a map', () => {
	it('lays itself out round its root, which stays where it is', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		expect(outlineOf(board, ids['café']!)).toBe(OUTLINE.trim());
		expect(board.model.find(ids['café']!)!.box.slice(0, 2)).toEqual([1000, 500]);
		const [a, b] = [middleOf(board, ids['tools']!), middleOf(board, ids['people']!)];
		expect(a.x).toBe(b.x);
		expect(a.y).toBeLessThan(b.y);
		expect(middleOf(board, ids['drill']!).x).toBeGreaterThan(a.x);
		// The index, the pointer and connectors find them there.
		const { x, y } = middleOf(board, ids['saw']!);
		expect(board.model.touching(board.sheet, { x, y, w: 1, h: 1 }).map(({ id }) => id)).toEqual([ids['saw']]);
		// Whoever opens the board sees the same.
		const opened = new BoardModel(board.doc);
		for (const id of Object.values(ids)) expect(opened.find(id)!.box).toEqual(board.model.find(id)!.box);
	});

	it('moves as a whole with its root, and makes room for a text that direction', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const before = middleOf(board, ids['Rosa']!);
		moveObjects(board.editContext, board.model, [ids['café']!], 70, -30);
		expect(middleOf(board, ids['Rosa']!)).toEqual({ x: before.x + 70, y: before.y - 30 });
		board.undo.undo();
		expect(middleOf(board, ids['Rosa']!)).toEqual(before);
		// A branch stands where the map has it.
		moveObjects(board.editContext, board.model, [ids['Rosa']!], 70, -30);
		expect(middleOf(board, ids['Rosa']!)).toEqual(before);
	});

	it('has lines to its branches in the colours of the main ones, and they are painted', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const [tools, drill, people] = ['tools', 'drill', 'people'].map((word) => board.model.find(ids[word]!)!);
		expect(drill!.branchLine).toMatchObject({ level: 2, direction: 'right', from: tools!.box });
		expect(drill!.branchLine!.chalk).toBe(tools!.branchLine!.chalk);
		expect(people!.branchLine!.chalk).not.toBe(tools!.branchLine!.chalk);
		const context = sceneContext(board.model, 'slate', roughMeasure);
		const [line] = drawingOf(drill!, context).items;
		expect(line).toMatchObject({ type: 'path', closed: true, fill: expect.any(String) });
		const painted = paintedBounds(drill!, board.model.routeOf)!;
		expect(painted.x).toBeLessThanOrEqual(tools!.box[0] + tools!.box[2]);
		// What counts as its place is itself alone.
		expect(board.model.boundsOf(drill!.id)!.x).toBe(drill!.box[0]);
	});

	it('is re-hung, with what hangs there, and put in order', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const { editContext, model } = board;
		expect(canReparent(model, [ids['tools']!], ids['saw']!)).toBe(false);
		expect(hang(editContext, model, [ids['tools']!], { parent: ids['saw']!, index: 0 })).toBe(false);
		hang(editContext, model, [ids['tools']!], { parent: ids['people']!, index: 1 });
		expect(outlineOf(board, ids['café']!)).toBe(
			'café\n\tpeople\n\t\tRosa\n\t\ttools\n\t\t\tdrill\n\t\t\tsaw\n\t\tTomasz\n\trooms',
		);
		board.undo.undo();
		expect(outlineOf(board, ids['café']!)).toBe(OUTLINE.trim());
		expect(promote(editContext, model, ids['saw']!)).toBe(true);
		expect(reorder(editContext, model, ids['people']!, -1)).toBe(true);
		expect(demote(editContext, model, ids['rooms']!)).toBe(true);
		expect(outlineOf(board, ids['café']!)).toBe(
			'café\n\ttools\n\t\tdrill\n\tpeople\n\t\tRosa\n\t\tTomasz\n\tsaw\n\t\trooms',
		);
		expect(promote(editContext, model, ids['café']!)).toBe(false);
		expect(demote(editContext, model, ids['tools']!)).toBe(false);
		expect(reorder(editContext, model, ids['tools']!, -1)).toBe(false);
		board.undo.undo();
		board.undo.undo();
		board.undo.undo();
		expect(outlineOf(board, ids['café']!)).toBe(OUTLINE.trim());
	});

	it('lets a branch go where it stands, and puts one by hand', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const { editContext, model } = board;
		const { box } = model.find(ids['people']!)!;
		detach(editContext, model, [ids['people']!]);
		expect(model.find(ids['people']!)!.box).toEqual(box);
		expect(model.find(ids['people']!)!.branchLine).toBeUndefined();
		expect(outlineOf(board, ids['people']!)).toBe('people\n\tRosa\n\tTomasz');
		expect(outlineOf(board, ids['café']!)).not.toContain('people');
		board.undo.undo();
		const [at, drill] = [middleOf(board, ids['tools']!), middleOf(board, ids['drill']!)];
		setOffset(editContext, model, ids['tools']!, 300, -200);
		expect(middleOf(board, ids['tools']!)).toEqual({ x: at.x + 300, y: at.y - 200 });
		moveObjects(editContext, model, [ids['tools']!], 5, 5);
		expect(middleOf(board, ids['tools']!)).toEqual({ x: at.x + 305, y: at.y - 195 });
		moveObjects(editContext, model, [ids['café']!], 10, 0);
		expect(middleOf(board, ids['tools']!).x).toBe(at.x + 315);
		clearOffset(editContext, model, [ids['tools']!]);
		expect(middleOf(board, ids['drill']!)).toEqual({ x: drill.x + 10, y: drill.y });
	});

	it('folds branches away: they are nowhere, and their number is known', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const { editContext, model } = board;
		fold(editContext, model, [ids['tools']!], true);
		expect(model.find(ids['tools']!)!.foldedCount).toBe(2);
		expect(model.boundsOf(ids['drill']!)).toBeUndefined();
		// What changes there meanwhile stays folded away.
		setText(editContext, ids['drill']!, 'big drill');
		expect(model.boundsOf(ids['drill']!)).toBeUndefined();
		expect(drawingOf(model.find(ids['drill']!)!, sceneContext(model, 'slate', roughMeasure)).items).toEqual(
			[],
		);
		fold(editContext, model, [ids['tools']!], false);
		expect(model.boundsOf(ids['drill']!)).toBeDefined();
		expect(model.find(ids['tools']!)!.foldedCount).toBeUndefined();

		foldBelow(editContext, model, ids['café']!, 1);
		expect(['tools', 'people'].map((word) => model.find(ids[word]!)!.foldedCount)).toEqual([2, 2]);
		foldAllBut(editContext, model, ids['Rosa']!);
		expect(model.boundsOf(ids['Rosa']!)).toBeDefined();
		expect(model.boundsOf(ids['saw']!)).toBeUndefined();
		foldBelow(editContext, model, ids['café']!, 9);
		expect(Object.values(ids).every((id) => model.boundsOf(id))).toBe(true);
		for (let i = 0; i < 3; i++) board.undo.undo();
		expect(Object.values(ids).every((id) => model.boundsOf(id))).toBe(true);
	});

	it('spreads in other ways, also part of it', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		setLayout(board.editContext, board.model, ids['café']!, 'down');
		expect(middleOf(board, ids['tools']!).y).toBeGreaterThan(middleOf(board, ids['café']!).y + 60);
		expect(board.model.find(ids['drill']!)!.branchLine!.direction).toBe('down');
		setLayout(board.editContext, board.model, ids['people']!, 'left');
		expect(board.model.find(ids['Rosa']!)!.branchLine!.direction).toBe('left');
		expect(board.model.find(ids['saw']!)!.branchLine!.direction).toBe('down');
	});

	it('is made from an outline in one step, and is one again, with its folds', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const { editContext, model } = board;
		const lines = readOutline(richFrom('one\n\ttwo\n\t\tthree\nfour'));
		lines[0]!.branches[0]!.folded = true;
		const made = addOutlines(editContext, model, { parent: ids['people']!, index: 1 }, lines, () => 123);
		expect(made).toHaveLength(4);
		expect(outlineOf(board, ids['people']!)).toBe(
			'people\n\tRosa\n\tone\n\t\ttwo\n\t\t\tthree\n\tfour\n\tTomasz',
		);
		expect(model.find(made[1]!)).toMatchObject({ foldedCount: 1 });
		expect(model.find(made[3]!)!.box[3]).toBe(123);
		const outline = outlineAt(model, ids['people']!)!;
		expect(indented([outline])).toBe(outlineOf(board, ids['people']!));
		expect(outline.branches[1]!.branches[0]!.folded).toBe(true);
		board.undo.undo();
		expect(outlineOf(board, ids['café']!)).toBe(OUTLINE.trim());
	});

	it('is made of what is selected, in reading order, with what hangs there', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const { editContext, model, sheet } = board;
		const [b, a] = [noteAt(sheet, 0, 400, 'b'), noteAt(sheet, 300, 100, 'a')].map((spec) =>
			addObject(editContext, model, spec),
		);
		const field = addObject(editContext, model, fieldAt(sheet, -500, -500));
		const root = mapOf(editContext, model, [b!, a!, ids['tools']!, ids['drill']!, field])!;
		expect(outlineOf(board, root)).toBe('\n\ta\n\ttools\n\t\tdrill\n\t\tsaw\n\tb');
		expect(outlineOf(board, ids['café']!)).not.toContain('tools');
		const rootX = middleOf(board, root).x;
		expect(middleOf(board, a!).x).toBeGreaterThan(rootX);
		expect(middleOf(board, ids['tools']!).x).toBeLessThan(rootX);
		expect(middleOf(board, ids['drill']!).x).toBeLessThan(middleOf(board, ids['tools']!).x);
		expect(mapOf(editContext, model, [a!, field])).toBeUndefined();
		board.undo.undo();
		expect(outlineOf(board, ids['café']!)).toBe(OUTLINE.trim());
		expect(model.find(a!)!.box.slice(0, 2)).toEqual([300, 100]);
	});

	it('hangs notes on a picture', () => {
		const board = testBoard();
		const { editContext, model, sheet } = board;
		const picture = addObject(editContext, model, {
			kind: 'picture',
			sheet,
			box: [0, 0, 300, 200, 0],
			style: {},
			file: 'a'.repeat(64),
			natural: [300, 200],
		});
		const first = addBranch(editContext, model, { parent: picture, index: 0 }, 'what it shows')!;
		expect(model.find(first)).toMatchObject({ kind: 'note', branchLine: { level: 1 } });
		hang(editContext, model, [picture], { parent: first, index: 0 });
		expect(model.maps.parentOf(picture)).toBeUndefined();
	});

	it('goes as a whole: deleted, copied, to another sheet', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const { editContext, model, sheet } = board;
		const copies = putDown(editContext, model, copyOut(model, [ids['people']!]), sheet, 600, 0);
		const copy = copies.find((id) => model.maps.branchesOf(id).length > 0)!;
		expect(outlineOf(board, copy)).toBe('people\n\tRosa\n\tTomasz');
		expect(model.maps.parentOf(copy)).toBeUndefined();
		removeObjects(editContext, model, [ids['people']!]);
		expect(outlineOf(board, ids['café']!)).toBe('café\n\ttools\n\t\tdrill\n\t\tsaw\n\trooms');
		expect(model.find(ids['Rosa']!)).toBeUndefined();
		board.undo.undo();
		expect(outlineOf(board, ids['café']!)).toBe(OUTLINE.trim());
		const other = addSheet(editContext, model, 'Other');
		const { box } = model.find(ids['tools']!)!;
		moveToSheet(editContext, model, [ids['tools']!], other);
		expect(outlineOf(board, ids['tools']!)).toBe('tools\n\tdrill\n\tsaw');
		expect(model.find(ids['tools']!)).toMatchObject({ sheet: other, box });
		expect(model.find(ids['drill']!)!.sheet).toBe(other);
	});
});

describe('two people in one map', () => {
	it('hang two branches on each other: both stay, in one tree', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const other = partner(board);
		other.cut();
		hang(board.editContext, board.model, [ids['tools']!], { parent: ids['people']!, index: 0 });
		hang(other.editContext, other.model, [ids['people']!], { parent: ids['saw']!, index: 0 });
		other.join();
		expect(outlineOf(board, ids['café']!)).toBe(outlineOf(other, ids['café']!));
		for (const word of ['tools', 'people', 'saw', 'Rosa'])
			expect(outlineOf(board, ids['café']!)).toContain(word);
	});

	it('keep what one adds to a branch that the other deletes', () => {
		const board = testBoard();
		const ids = mapFrom(board, OUTLINE);
		const other = partner(board);
		other.cut();
		removeObjects(board.editContext, board.model, [ids['people']!]);
		const late = addBranch(other.editContext, other.model, { parent: ids['people']!, index: 0 }, 'late')!;
		other.join();
		expect(board.model.find(late)!.branchLine).toBeUndefined();
		expect(board.model.boundsOf(late)).toEqual(other.model.boundsOf(late));
		expect(board.model.boundsOf(late)).toBeDefined();
	});

	it.each(Array.from({ length: 25 }, (_, seed) => seed))(
		'see the same map after any interleaving: %i',
		(seed) => {
			const random = randomFrom(seed + 11);
			const first = testBoard();
			const ids = mapFrom(first, OUTLINE);
			const second = partner(first);
			const boards = [first, second];
			let isCut = false;
			for (let i = 0; i < 50; i++) {
				const board = pick(random, boards);
				const { editContext, model } = board;
				const id = pick(random, [...model.objects.keys()]);
				const act = Math.floor(random() * 9);
				if (act === 0) addBranch(editContext, model, { parent: id, index: 0 }, `new ${i}`);
				else if (act <= 3)
					hang(editContext, model, [id], { parent: pick(random, [...model.objects.keys()]), index: 0 });
				else if (act === 4) promote(editContext, model, id);
				else if (act === 5) demote(editContext, model, id);
				else if (act === 6) fold(editContext, model, [id], random() < 0.5);
				else if (act === 7 && id !== ids['café'] && random() < 0.3) removeObjects(editContext, model, [id]);
				else if (act === 8) {
					if (isCut) second.join();
					else second.cut();
					isCut = !isCut;
				}
			}
			if (isCut) second.join();
			const opened = new BoardModel(first.doc);
			for (const model of [second.model, opened]) {
				expect([...model.objects.keys()].sort()).toEqual([...first.model.objects.keys()].sort());
				for (const [id, object] of first.model.objects) {
					const there = model.find(id)!;
					expect(there.box, id).toEqual(object.box);
					expect([there.hidden, there.foldedCount, there.branchLine]).toEqual([
						object.hidden,
						object.foldedCount,
						object.branchLine,
					]);
					expect(model.maps.parentOf(id)).toBe(first.model.maps.parentOf(id));
					expect(model.boundsOf(id)).toEqual(first.model.boundsOf(id));
				}
			}
			// Everything is seen or folded away by something that is.
			for (const { id, hidden } of first.model.objects.values())
				expect(first.model.boundsOf(id) === undefined).toBe(hidden === true);
			expect(Y.encodeStateVector(first.doc)).toEqual(Y.encodeStateVector(second.doc));
		},
	);
});
