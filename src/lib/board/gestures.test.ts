import { describe, expect, it, vi } from 'vitest';
import { addObject } from '$core/board/ops/edits';
import { lockObjects } from '$core/board/ops/groups';
import { noteAt } from '$core/board/testing';
import { toBoard } from '$core/geometry/view';
import { Gestures } from './gestures.svelte';
import { framesInHand } from '$lib/ui/testing';
import { boardInHand } from './testing';

const { next: nextFrame } = framesInHand();

/** A board under a canvas that begins at 100, 50 of the window. */
function hand() {
	const { board, core } = boardInHand();
	const menus: { x: number; y: number }[] = [];
	const canvas = {
		getBoundingClientRect: () => ({ left: 100, top: 50 }),
		setPointerCapture: () => {},
	} as unknown as HTMLElement;
	const gestures = new Gestures(board, canvas, (at) => menus.push(at));
	/** A pointer at a point of the canvas. */
	const at = (x: number, y: number, more: Partial<PointerEvent> = {}): PointerEvent =>
		({
			pointerId: 1,
			pointerType: 'mouse',
			button: 0,
			clientX: 100 + x,
			clientY: 50 + y,
			...more,
		}) as PointerEvent;
	const note = (x: number, y: number): string =>
		addObject(core.editContext, core.model, noteAt(core.sheet, x, y, 'A note'));
	const placeOf = (id: string): number[] => board.model.find(id)!.box.slice(0, 2);
	return { board, core, gestures, menus, at, note, placeOf };
}
const finger = (id: number) => ({ pointerId: id, pointerType: 'touch' });

describe('one pointer', () => {
	it('works with the tool in hand, at the canvas’s own coordinates', () => {
		const { board, gestures, at, note, placeOf } = hand();
		const id = note(200, 200);
		gestures.onDown(at(280, 250));
		for (const x of [300, 340, 380]) gestures.onMove(at(x, 250, { ctrlKey: true }));
		gestures.onUp(at(380, 250, { ctrlKey: true }));
		expect(placeOf(id)).toEqual([300, 200]);
		expect([...board.selection]).toEqual([id]);
	});

	it('leaves everything as it was when the browser takes it away', () => {
		const { gestures, at, note, placeOf } = hand();
		const id = note(200, 200);
		gestures.onDown(at(280, 250));
		gestures.onMove(at(400, 400));
		gestures.onUp(at(400, 400), true);
		expect(placeOf(id)).toEqual([200, 200]);
	});

	it('pans with the middle button, and with space held, whatever lies there', () => {
		const { board, gestures, at, note, placeOf } = hand();
		const id = note(200, 200);
		gestures.onDown(at(280, 250, { button: 1 }));
		gestures.onMove(at(250, 230, { button: 1 }));
		gestures.onUp(at(250, 230, { button: 1 }));
		expect(board.view).toMatchObject({ x: 30, y: 20 });
		board.panning = true;
		gestures.onDown(at(250, 230));
		gestures.onMove(at(280, 250));
		gestures.onUp(at(280, 250));
		expect(board.view).toMatchObject({ x: 0, y: 0 });
		expect(placeOf(id)).toEqual([200, 200]);
	});

	it('ends with the tool that it began with, also when another one is taken up meanwhile', () => {
		const { board, gestures, at, note } = hand();
		note(200, 200);
		gestures.onDown(at(280, 250));
		gestures.onMove(at(300, 260));
		expect(board.held.preview?.size).toBe(1);
		board.takeUp('shape');
		gestures.onMove(at(320, 270));
		gestures.onUp(at(320, 270));
		expect(board.held.preview).toBeUndefined();
		expect(board.tool).toBe('shape');
		gestures.onDown(at(600, 400));
		gestures.onUp(at(600, 400));
		expect([...board.model.objects.values()].map(({ kind }) => kind)).toEqual(['note', 'shape']);
	});

	it('tells others where it is, on the board', () => {
		const { board, gestures, at } = hand();
		const told = vi.spyOn(board.room, 'tell');
		board.setView({ x: 1000, y: 500, scale: 2 });
		gestures.onMove(at(100, 50));
		expect(told).toHaveBeenLastCalledWith({ cursor: [1050, 525], sheet: board.sheet });
	});
});

describe('dragging to the edge', () => {
	it('scrolls on frame by frame and takes the object along, until it is let go', () => {
		const { board, gestures, at, note, placeOf } = hand();
		const id = note(1000, 300);
		gestures.onDown(at(1080, 350));
		gestures.onMove(at(1195, 350));
		for (let i = 0; i < 10; i++) nextFrame();
		expect(board.view.x).toBeGreaterThan(0);
		const { x } = board.view;
		gestures.onUp(at(1195, 350));
		expect(placeOf(id)[0]).toBeGreaterThan(1000 + 115);
		nextFrame();
		expect(board.view.x).toBe(x);
	});
});

describe('fingers', () => {
	it('two of them zoom round their middle and pan, and what one began is given up', () => {
		const { board, gestures, at, note, placeOf } = hand();
		const id = note(200, 200);
		gestures.onDown(at(250, 250, finger(1)));
		gestures.onMove(at(270, 250, finger(1)));
		gestures.onDown(at(470, 250, finger(2)));
		const middle = toBoard(board.view, { x: 370, y: 250 });
		gestures.onMove(at(170, 250, finger(1)));
		gestures.onMove(at(570, 250, finger(2)));
		expect(board.view.scale).toBeCloseTo(2, 1);
		const now = toBoard(board.view, { x: 370, y: 250 });
		expect(Math.hypot(now.x - middle.x, now.y - middle.y)).toBeLessThan(60);
		gestures.onUp(at(170, 250, finger(1)));
		gestures.onMove(at(500, 500, finger(2)));
		gestures.onUp(at(500, 500, finger(2)));
		expect(placeOf(id), 'nothing was moved').toEqual([200, 200]);
	});

	/** Two fingers round a point that turn by so many degrees, and are lifted. */
	function turnBy(
		gestures: Gestures,
		at: ReturnType<typeof hand>['at'],
		degrees: number,
		isBrokenOff = false,
	) {
		const round = (side: 1 | -1, angle: number): [number, number] => {
			const by = (angle * Math.PI) / 180;
			return [280 + side * 60 * Math.cos(by), 248 + side * 60 * Math.sin(by)];
		};
		gestures.onDown(at(...round(-1, 0), finger(1)));
		gestures.onDown(at(...round(1, 0), finger(2)));
		for (let angle = 0; angle <= degrees; angle += 3) {
			gestures.onMove(at(...round(-1, angle), finger(1)));
			gestures.onMove(at(...round(1, angle), finger(2)));
		}
		gestures.onUp(at(...round(-1, degrees), finger(1)), isBrokenOff);
		gestures.onUp(at(...round(1, degrees), finger(2)), isBrokenOff);
	}

	it('two of them turn what is selected, about its middle, as one step', () => {
		const { board, gestures, at, note } = hand();
		const id = note(200, 200);
		board.select([id]);
		turnBy(gestures, at, 60);
		expect(board.model.find(id)!.box).toEqual([200, 200, 160, 96, 60]);
		expect(board.view.scale, 'the board stays where it is').toBe(1);
		board.stepBack();
		expect(board.model.find(id)!.box[4]).toBe(0);
		turnBy(gestures, at, 60, true);
		expect(board.model.find(id)!.box[4], 'broken off').toBe(0);
		expect(board.held.preview).toBeUndefined();
	});

	it('turn nothing that is not selected, is locked or lies elsewhere', () => {
		const { board, core, gestures, at, note } = hand();
		const [near, far] = [note(200, 200), note(900, 600)];
		const angles = (): number[] => [near, far].map((id) => board.model.find(id)!.box[4]);
		turnBy(gestures, at, 60);
		board.select([far]);
		turnBy(gestures, at, 60);
		expect(angles()).toEqual([0, 0]);
		lockObjects(core.editContext, core.model, [near], 'own');
		board.setView({ x: 0, y: 0, scale: 1 });
		board.select([near]);
		turnBy(gestures, at, 60);
		expect(angles()).toEqual([0, 0]);
	});

	it('one that rests opens the menu for what lies there, and moves nothing after', () => {
		const { board, gestures, menus, at, note, placeOf } = hand();
		const id = note(200, 200);
		gestures.onDown(at(280, 250, finger(1)));
		vi.advanceTimersByTime(600);
		expect(menus).toEqual([{ x: 380, y: 300 }]);
		expect([...board.selection]).toEqual([id]);
		gestures.onMove(at(400, 400, finger(1)));
		gestures.onUp(at(400, 400, finger(1)));
		expect(placeOf(id)).toEqual([200, 200]);
	});

	it('one that moves before that opens none', () => {
		const { gestures, menus, at, note } = hand();
		note(200, 200);
		gestures.onDown(at(280, 250, finger(1)));
		gestures.onMove(at(300, 260, finger(1)));
		vi.advanceTimersByTime(1000);
		expect(menus).toEqual([]);
	});

	it('move the board while a stylus draws', () => {
		const { board, gestures, at } = hand();
		const pen = { pointerType: 'pen', pressure: 0.4, pointerId: 9 };
		board.takeUp('pen');
		gestures.onDown(at(100, 100, pen));
		for (const x of [120, 140, 160]) gestures.onMove(at(x, 110, pen));
		gestures.onUp(at(160, 110, pen));
		const strokes = (): number =>
			[...board.model.objects.values()].filter(({ kind }) => kind === 'stroke').length;
		expect(strokes()).toBe(1);
		gestures.onDown(at(300, 300, finger(1)));
		gestures.onMove(at(260, 270, finger(1)));
		gestures.onUp(at(260, 270, finger(1)));
		expect(strokes()).toBe(1);
		expect(board.view).toMatchObject({ x: 40, y: 30 });
	});
});

describe('a wheel', () => {
	const wheel = (more: Partial<WheelEvent>): WheelEvent =>
		({
			deltaX: 0,
			deltaY: 0,
			deltaMode: 0,
			clientX: 400,
			clientY: 250,
			preventDefault: () => {},
			...more,
		}) as WheelEvent;

	it('scrolls both ways, sideways with Shift, by lines where the browser counts in lines', () => {
		const { board, gestures } = hand();
		gestures.onWheel(wheel({ deltaX: 10, deltaY: 20 }));
		expect(board.view).toMatchObject({ x: 10, y: 20, scale: 1 });
		gestures.onWheel(wheel({ deltaY: 30, shiftKey: true }));
		expect(board.view).toMatchObject({ x: 40, y: 20 });
		gestures.onWheel(wheel({ deltaY: 1, deltaMode: 1 }));
		expect(board.view).toMatchObject({ x: 40, y: 36 });
	});

	it('zooms at the pointer with Ctrl, as a trackpad’s pinch does', () => {
		const { board, gestures } = hand();
		const before = toBoard(board.view, { x: 300, y: 200 });
		gestures.onWheel(wheel({ deltaY: -100, ctrlKey: true }));
		expect(board.view.scale).toBeGreaterThan(1.1);
		const after = toBoard(board.view, { x: 300, y: 200 });
		expect(after.x).toBeCloseTo(before.x);
		expect(after.y).toBeCloseTo(before.y);
	});
});

describe('a double click', () => {
	it('writes in what lies there, and on a free spot in a new note', () => {
		const { board, gestures, at, note } = hand();
		const id = note(200, 200);
		gestures.onDouble(at(280, 250));
		expect(board.editing).toBe(id);
		board.stopEditing();
		gestures.onDouble(at(800, 600));
		expect(board.model.objects.size).toBe(2);
		expect(board.editing).not.toBe(id);
		expect(board.model.find(board.editing!)?.kind).toBe('note');
	});

	it('makes nothing for those who only look', () => {
		const { board, gestures, at } = hand();
		(board.room as unknown as { role: string }).role = 'viewer';
		gestures.onDouble(at(800, 600));
		expect(board.model.objects.size).toBe(0);
	});
});

describe('the menu', () => {
	it('is for what is selected when that is pointed at, and otherwise for what is', () => {
		const { board, gestures, at, note } = hand();
		const [a, b, c] = [note(200, 200), note(500, 200), note(800, 200)];
		board.select([a, b]);
		gestures.openMenu(at(580, 250));
		expect([...board.selection]).toEqual([a, b]);
		gestures.openMenu(at(880, 250));
		expect([...board.selection]).toEqual([c]);
		gestures.openMenu(at(600, 700));
		expect([...board.selection]).toEqual([]);
		expect(board.menuAt).toEqual({ x: 600, y: 700 });
	});
});

describe('hands on the glass', () => {
	const pen = (id = 9) => ({ pointerId: id, pointerType: 'pen' });

	it('beside the stylus do nothing: the stroke goes on, and the view stays', () => {
		const { board, gestures, at } = hand();
		board.takeUp('pen');
		const before = board.view;
		gestures.onDown(at(200, 200, pen()));
		gestures.onMove(at(260, 200, pen()));
		gestures.onDown(at(500, 500, finger(2)));
		gestures.onMove(at(560, 560, finger(2)));
		gestures.onMove(at(320, 200, pen()));
		gestures.onUp(at(560, 560, finger(2)));
		gestures.onUp(at(320, 200, pen()));
		expect(board.view).toBe(before);
		const strokes = [...board.model.objects.values()].filter(({ kind }) => kind === 'stroke');
		expect(strokes).toHaveLength(1);
		expect(strokes[0]!.box[2]).toBeGreaterThan(100);
	});

	it('that lie there before the stylus comes are broken off', () => {
		const { board, gestures, at } = hand();
		board.takeUp('note');
		gestures.onDown(at(500, 500, finger(2)));
		gestures.onDown(at(200, 200, pen()));
		gestures.onUp(at(500, 500, finger(2)));
		board.stopEditing();
		expect(board.model.objects.size).toBe(0);
	});

	it('make nothing with a third finger', () => {
		const { board, gestures, at } = hand();
		board.takeUp('note');
		for (const id of [1, 2, 3]) gestures.onDown(at(100 * id, 100, finger(id)));
		for (const id of [3, 2, 1]) gestures.onUp(at(100 * id, 100, finger(id)));
		expect(board.model.objects.size).toBe(0);
	});
});
