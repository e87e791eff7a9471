/** Whatever people do to a board, in whatever order: the model that follows it is the one that is read anew. */
import { describe, expect, it } from 'vitest';
import { nod, tieSeeAlso } from '../ops/approve';
import { copyOut, putDown } from '../ops/clip';
import { addObject, moveObjects, removeObjects, restyle, setBoxes, setText } from '../ops/edits';
import { randomFrom } from '../generate';
import { groupObjects, lockObjects, ungroupObjects } from '../ops/groups';
import { growFrom } from '../ops/grow';
import { dropAt, slotAt } from '../holders/cards';
import { addTrack, removeTrack } from '../holders/edits';
import { BoardModel } from './model';
import { duplicateSheet, moveToSheet } from '../ops/sheets';
import { restack, restackStep } from '../ops/stacking';
import {
	fieldAt,
	holderAt,
	linkBetween,
	noteAt,
	partner,
	shapeAt,
	testBoard,
	type TestBoard,
} from '../testing';

type Random = () => number;
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

/** What a hand can do, each with a share of chance. Some of it has nothing to work on, and does nothing. */
const DEEDS: ((board: TestBoard, random: Random) => void)[] = [
	({ editContext, model, sheet }, random) => {
		const [x, y] = [Math.round(random() * 1500), Math.round(random() * 900)];
		const kind = random();
		if (kind < 0.5) addObject(editContext, model, noteAt(sheet, x, y, `note ${Math.round(random() * 100)}`));
		else if (kind < 0.8) addObject(editContext, model, shapeAt(sheet, x, y, 'shape'));
		else addObject(editContext, model, fieldAt(sheet, x, y, 300 + random() * 400, 200 + random() * 300));
	},
	({ editContext, model, sheet }, random) => {
		const [a, b] = [some(model, random, 1)[0], some(model, random, 1)[0]];
		if (a && b && a !== b && model.find(a)?.kind !== 'connector' && model.find(b)?.kind !== 'connector')
			addObject(editContext, model, linkBetween(sheet, a, b));
	},
	({ editContext, model }, random) =>
		moveObjects(editContext, model, some(model, random), step(random), step(random)),
	({ editContext, model }, random) => {
		const boxes = some(model, random).flatMap((id) => {
			const object = model.find(id);
			if (!object || object.lock || object.held || object.kind === 'connector' || object.kind === 'group')
				return [];
			const [x, y] = object.box;
			return [[id, [x, y, 120 + Math.round(random() * 200), 90, object.kind === 'note' ? 15 : 0]]] as const;
		});
		setBoxes(editContext, new Map(boxes.map(([id, box]) => [id, [...box]])));
	},
	({ editContext, model }, random) => removeObjects(editContext, model, some(model, random, 2)),
	({ editContext, model }, random) => void groupObjects(editContext, model, some(model, random)),
	({ editContext, model }, random) => void ungroupObjects(editContext, model, some(model, random)),
	({ editContext, model }, random) =>
		lockObjects(editContext, model, some(model, random, 1), random() < 0.3 ? 'own' : undefined),
	({ editContext, model }, random) =>
		restyle(editContext, model, some(model, random), { pigment: 'moss', chalk: 'lake' }),
	({ editContext, model }, random) =>
		restack(editContext, model, some(model, random), pick(random, ['front', 'back'])),
	({ editContext, model }, random) => restackStep(editContext, model, some(model, random, 2), random() < 0.5),
	({ editContext, model }, random) => nod(editContext, model, some(model, random, 2)),
	({ editContext, model }, random) => {
		const [a, b] = some(model, random, 2);
		if (a && b) tieSeeAlso(editContext, model, a, b);
	},
	({ editContext, model, sheet }, random) =>
		void putDown(editContext, model, copyOut(model, some(model, random)), sheet, step(random), step(random)),
	({ editContext, model }, random) => {
		const [id] = some(model, random, 1);
		const kind = id && model.find(id)?.kind;
		if (id && (kind === 'note' || kind === 'shape'))
			growFrom(editContext, model, id, pick(random, ['right', 'down', 'left', 'up']));
	},
	(board, random) => {
		if (board.model.onSheet(board.sheet).some(({ kind }) => kind === 'columns')) return;
		holderAt(board, pick(random, ['columns', 'grid']));
	},
	({ editContext, model, sheet }, random) => {
		const ids = some(model, random, 2).filter((id) => model.find(id)?.kind === 'note');
		const p = { x: random() * 700, y: random() * 400 };
		dropAt(editContext, model, ids, step(random), step(random), slotAt(model, sheet, p, new Set(ids)));
	},
	({ editContext, model }, random) => {
		const holder = [...model.objects.values()].find(({ parts }) => parts);
		if (!holder?.parts) return;
		if (random() < 0.6) addTrack(editContext, model, holder.id, 'col', undefined);
		else if (holder.parts.cols.length > 1)
			removeTrack(editContext, model, holder.id, 'col', holder.parts.cols[0]!.id);
	},
	({ editContext, model }, random) => {
		const [id] = some(model, random, 1);
		if (id && model.find(id)?.kind === 'note')
			setText(editContext, id, `written ${Math.round(random() * 1000)}`);
	},
	({ editContext, model, sheet }, random) => {
		if (model.sheets.length < 3) duplicateSheet(editContext, model, sheet, 'Copy');
		else moveToSheet(editContext, model, some(model, random, 2), pick(random, model.sheets).id);
	},
	({ undo }) => void undo.undo(),
	({ undo }) => void undo.redo(),
];

const step = (random: Random): number => Math.round(random() * 400 - 200);
const some = (model: BoardModel, random: Random, most = 4): string[] => {
	const ids = [...model.objects.keys()].sort();
	if (ids.length === 0) return [];
	return [...new Set(Array.from({ length: 1 + Math.floor(random() * most) }, () => pick(random, ids)))];
};

/** Everything that is asked of a model, in a form that can be compared. */
function told(model: BoardModel): unknown {
	model.routePending();
	const ids = [...model.objects.keys()].sort();
	return {
		objects: ids.map((id) => {
			const { parts, ...object } = model.find(id)!;
			return [object, parts && { rows: parts.rows, cols: parts.cols }];
		}),
		bounds: ids.map((id) => [id, model.boundsOf(id)]),
		ties: ids.map((id) => model.tiesOf(id).sort()),
		routes: ids.map((id) => model.routeOf(id)?.path),
		members: ids.map((id) => model.membersOf(id).sort()),
		contents: ids.map((id) => model.contentsOf(model.find(id)!).sort()),
		fields: [...model.fields].sort(),
		containers: [...model.containers].sort(),
		sheets: model.sheets,
		counts: model.sheets.map(({ id }) => [model.countOn(id), model.extent(id)]),
		stack: model.sheets.map(({ id }) => model.onSheet(id).map((object) => object.id)),
	};
}

const SEEDS = Array.from({ length: 8 }, (_, i) => i + 1);

describe('a model that follows a board', () => {
	it.each(SEEDS)('knows what one that is read anew knows, whatever was done (seed %i)', (seed) => {
		const random = randomFrom(seed);
		const board = testBoard();
		for (let i = 0; i < 120; i++) {
			pick(random, DEEDS)(board, random);
			if (i % 15 !== 14) continue;
			const anew = new BoardModel(board.doc);
			expect(told(board.model)).toEqual(told(anew));
			anew.destroy();
		}
		expect(board.model.setAside.size).toBe(0);
	});

	it.each(SEEDS)('finds the same ways a little at a time while edits rain in (seed %i)', (seed) => {
		const random = randomFrom(seed * 31);
		const board = testBoard();
		const hasty = new BoardModel(board.doc, 24, 0);
		for (let i = 0; i < 90; i++) {
			pick(random, DEEDS)(board, random);
			// Often in the middle of keeping lines apart, and sometimes done with it.
			for (let slices = Math.floor(random() * 6); slices > 0; slices--) hasty.routePending(0);
			if (i % 30 === 29) expect(told(hasty)).toEqual(told(board.model));
		}
		hasty.destroy();
	});

	it.each(SEEDS)(
		'shows two people the same, also after they were cut off from each other (seed %i)',
		(seed) => {
			const random = randomFrom(seed * 7);
			const mine = testBoard();
			const theirs = partner(mine);
			for (let round = 0; round < 6; round++) {
				const isCut = round % 2 === 1;
				if (isCut) theirs.cut();
				for (let i = 0; i < 15; i++) {
					pick(random, DEEDS)(mine, random);
					pick(random, DEEDS)({ ...theirs, sheet: theirs.model.sheets[0]!.id }, random);
				}
				if (isCut) theirs.join();
				expect(told(theirs.model)).toEqual(told(mine.model));
			}
		},
	);

	it.each(SEEDS)(
		'is back at its start when every step was undone, and at its end when all were redone (seed %i)',
		(seed) => {
			const random = randomFrom(seed * 13);
			const board = testBoard();
			const start = told(board.model);
			const deeds = DEEDS.slice(0, -2);
			for (let i = 0; i < 40; i++) pick(random, deeds)(board, random);
			const end = told(board.model);
			const steps = board.undo.undoStack.length;
			expect(steps).toBeLessThanOrEqual(40);
			while (board.undo.undoStack.length > 0) board.undo.undo();
			expect(told(board.model)).toEqual(start);
			for (let i = 0; i < steps; i++) board.undo.redo();
			expect(told(board.model)).toEqual(end);
		},
	);
});
