import { describe, expect, it } from 'vitest';
import { overlaps, type Box } from '../../geometry/box';
import { pick, randomFrom } from '../../rehearsal/random';
import { dropAt, putIn } from '../holders/cards';
import { objectsOf } from '../document';
import type { BoardModel } from '../model/model';
import { noteAt, partner, shapeAt, testBoard } from '../testing';
import { acceptThemes } from './accept-themes';
import { addObject, removeObjects, setBoxes, type NewObject } from './edits';
import { lockObjects } from './groups';

const themeAt = (sheet: string, x: number): NewObject => ({
	kind: 'theme',
	sheet,
	box: [x, 0, 300, 300, 0],
	style: { chalk: 'moss' },
	text: `Theme ${x}`,
});

describe('a note that is dragged', () => {
	function room() {
		const board = testBoard();
		const { editContext, model, sheet } = board;
		const [a, b] = [0, 1000].map((x) => addObject(editContext, model, themeAt(sheet, x)));
		const note = addObject(editContext, model, { ...noteAt(sheet, 40, 60, 'Queue'), theme: a! });
		return { ...board, a: a!, b: b!, note };
	}

	it('into the frame of another theme belongs to that one, as one step', () => {
		const { editContext, model, undo, a, b, note } = room();
		dropAt(editContext, model, [note], 1000, 60, undefined);
		expect(model.find(note)!.theme).toBe(b);
		expect(model.contentsOf(model.find(a)!)).toEqual([]);
		expect(model.contentsOf(model.find(b)!)).toEqual([note]);
		undo.undo();
		expect(model.find(note)).toMatchObject({ theme: a, box: [40, 60, 160, 96, 0] });
	});

	it('over the edge of a frame gets its place in the rows; out of all frames it belongs to none', () => {
		const { editContext, model, b, note } = room();
		dropAt(editContext, model, [note], 1000 + 120, 60, undefined);
		expect(model.find(note)).toMatchObject({ theme: b, held: { in: b } });
		expect(inFrame(model, b, note)).toBe(true);
		dropAt(editContext, model, [note], 0, 2000, undefined);
		expect(model.find(note)!.theme).toBeUndefined();
		expect(model.find(note)!.held).toBeUndefined();
		expect(model.find(note)!.box[1]).toBeGreaterThan(2000);
	});

	it('into a locked theme stays beside it; what is no note does not go into any', () => {
		const { editContext, model, sheet, b, note } = room();
		const shape = addObject(editContext, model, shapeAt(sheet, 0, 900, 'A step'));
		lockObjects(editContext, model, [b], 'own');
		dropAt(editContext, model, [note], 1000, 60, undefined);
		expect(model.find(note)!.theme).toBeUndefined();
		lockObjects(editContext, model, [b], undefined);
		dropAt(editContext, model, [shape], 1040, -840, undefined);
		expect(model.find(shape)).not.toHaveProperty('theme');
		expect(model.find(shape)).not.toHaveProperty('held');
	});

	it('along with its theme stays in it', () => {
		const { editContext, model, a, b, note } = room();
		dropAt(editContext, model, [a], 1000, 0, undefined);
		expect(model.find(note)).toMatchObject({ theme: a, box: [1040, 60, 160, 96, 0] });
		expect(model.contentsOf(model.find(b)!)).toEqual([]);
	});
});

const boxIn = (model: BoardModel, id: string): Box => model.boundsOf(id)!;
const inFrame = (model: BoardModel, theme: string, note: string): boolean => {
	const [frame, box] = [boxIn(model, theme), boxIn(model, note)];
	return (
		box.x >= frame.x &&
		box.y >= frame.y &&
		box.x + box.w <= frame.x + frame.w &&
		box.y + box.h <= frame.y + frame.h
	);
};

describe('a frame', () => {
	it('is as large as its notes need, grows and shrinks, and keeps the size that it was drawn with', () => {
		const { editContext, model, sheet } = testBoard();
		const notes = Array.from({ length: 7 }, (_, i) =>
			addObject(editContext, model, noteAt(sheet, i * 200, 2000, `Note ${i}`)),
		);
		const [theme] = acceptThemes(editContext, model, [{ name: 'Queues', noteIds: notes }]) as [string];
		const all = boxIn(model, theme);
		for (const note of notes) expect(inFrame(model, theme, note)).toBe(true);
		dropAt(editContext, model, notes.slice(2), 0, 4000, undefined);
		const two = boxIn(model, theme);
		expect(two.h).toBeLessThan(all.h);
		expect(two.w).toBeLessThan(all.w);
		setBoxes(editContext, new Map([[theme, [0, 0, 900, 700, 0]]]));
		expect(boxIn(model, theme)).toEqual({ x: 0, y: 0, w: 900, h: 700 });
		dropAt(editContext, model, notes.slice(0, 2), 0, 4000, undefined);
		expect(boxIn(model, theme)).toEqual({ x: 0, y: 0, w: 900, h: 700 });
	});

	it('takes over what lay in it as it pleased when something is put in, as it is read', () => {
		const { editContext, model, sheet } = testBoard();
		const theme = addObject(editContext, model, themeAt(sheet, 0));
		const loose = [
			[150, 200],
			[20, 60],
			[150, 60],
		].map(([x, y]) => addObject(editContext, model, { ...noteAt(sheet, x!, y!, 'Old'), theme }));
		expect(boxIn(model, theme).h).toBe(300);
		const late = addObject(editContext, model, noteAt(sheet, 2000, 0, 'Late'));
		putIn(editContext, model, [late], { holder: theme, row: 'all', col: 'all', index: 3 });
		const order = model
			.cardsOf(theme)
			.sort((a, b) => (a.held!.at < b.held!.at ? -1 : 1))
			.map(({ id }) => id);
		expect(order).toEqual([loose[1], loose[2], loose[0], late]);
	});

	it('that grows moves the ones below it down, locked ones not, and nothing overlaps', () => {
		const { editContext, model, sheet } = testBoard();
		const notes = Array.from({ length: 24 }, (_, i) =>
			addObject(editContext, model, noteAt(sheet, i * 200, 9000, `Note ${i}`)),
		);
		const ids = acceptThemes(
			editContext,
			model,
			[0, 4, 8, 12].map((from) => ({ name: `T${from}`, noteIds: notes.slice(from, from + 4) })),
		);
		expect(overlapping(model, ids)).toEqual([]);
		putIn(editContext, model, notes.slice(12), { holder: ids[0]!, row: 'all', col: 'all', index: 0 });
		expect(model.cardsOf(ids[0]!)).toHaveLength(16);
		expect(overlapping(model, ids)).toEqual([]);
	});
});

/** Pairs of things that overlap. */
function overlapping(model: BoardModel, ids: readonly string[]): [string, string][] {
	return ids.flatMap((a, i) =>
		ids
			.slice(0, i)
			.flatMap((b): [string, string][] => (overlaps(boxIn(model, a), boxIn(model, b)) ? [[a, b]] : [])),
	);
}

it('notes of two people who sort at once never lie on each other, in whatever order it arrives', () => {
	for (let seed = 1; seed <= 25; seed++) {
		const random = randomFrom(seed);
		const one = testBoard();
		const two = partner(one);
		const notes = Array.from({ length: 14 }, (_, i) =>
			addObject(one.editContext, one.model, noteAt(one.sheet, i * 200, 3000, `Note ${i}`)),
		);
		const themes = [0, 1200, 2400].map((x) => addObject(one.editContext, one.model, themeAt(one.sheet, x)));
		for (let round = 0; round < 4; round++) {
			two.cut();
			for (const hand of [one, two])
				for (let act = 0; act < 4; act++) {
					const note = pick(random, notes);
					const what = random();
					if (what < 0.65) {
						const theme = hand.model.find(pick(random, themes));
						if (theme)
							putIn(hand.editContext, hand.model, [note], {
								holder: theme.id,
								row: 'all',
								col: 'all',
								index: Math.floor(random() * 4),
							});
					} else if (what < 0.85) dropAt(hand.editContext, hand.model, [note], 0, 2500, undefined);
					else if (what < 0.9 && themes.length > 1)
						removeObjects(hand.editContext, hand.model, [pick(random, themes)]);
					else hand.undo.undo();
				}
			two.join();
		}
		for (const note of notes) expect(one.model.find(note)!.box).toEqual(two.model.find(note)!.box);
		const sorted = notes.filter((id) => one.model.find(one.model.find(id)!.held?.in ?? ''));
		expect(overlapping(one.model, sorted)).toEqual([]);
		for (const id of sorted) {
			const { theme, held } = one.model.find(id)!;
			expect(theme).toBe(held!.in);
			expect(inFrame(one.model, held!.in, id)).toBe(true);
		}
	}
});

it('a frame that takes over what lay in it makes room for that as well', () => {
	const { editContext, model, sheet } = testBoard();
	const [theme, beside] = [0, 320].map((x) => addObject(editContext, model, themeAt(sheet, x))) as [
		string,
		string,
	];
	for (let i = 0; i < 6; i++)
		addObject(editContext, model, { ...noteAt(sheet, 10 + i * 20, 50 + i * 20, 'Old'), theme });
	const late = addObject(editContext, model, noteAt(sheet, 2000, 0, 'Late'));
	putIn(editContext, model, [late], { holder: theme, row: 'all', col: 'all', index: 0 });
	expect(model.cardsOf(theme)).toHaveLength(7);
	expect(overlapping(model, [theme, beside])).toEqual([]);
});

it('whoever may touch their own notes only changes nothing else by putting one into a frame', () => {
	const ilka = testBoard();
	const tomasz = partner(ilka);
	const { editContext, model, sheet } = ilka;
	const [theme, below] = [0, 250].map((y) =>
		addObject(editContext, model, { ...themeAt(sheet, 0), box: [0, y, 220, 200, 0] }),
	) as [string, string];
	const theirs = addObject(editContext, model, { ...noteAt(sheet, 10, 50, 'Ilka’s'), theme });
	const own = Array.from({ length: 3 }, (_, i) =>
		addObject(tomasz.editContext, tomasz.model, noteAt(sheet, 1000 + i * 10, 0, `own ${i}`)),
	);
	const me = tomasz.editContext.person.id;
	tomasz.model.guard((object) => object.by[0] !== me);
	const before = [theme, below, theirs].map((id) => JSON.stringify(objectsOf(ilka.doc).get(id)));
	dropAt(tomasz.editContext, tomasz.model, own, -980, 60, undefined);
	for (const id of own) expect(model.find(id)).toMatchObject({ theme, held: { in: theme } });
	expect([theme, below, theirs].map((id) => JSON.stringify(objectsOf(ilka.doc).get(id)))).toEqual(before);
});
