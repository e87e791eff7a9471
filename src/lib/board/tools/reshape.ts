/** Resizing and turning what is selected: what it would be with the hand where it is now. */
import { hasBox, traitsOf } from '$core/board/kinds/traits';
import { isMark, isPicture, isText } from '$core/board/kinds/guards';
import { changePicture, scaleObjects, setBoxes } from '$core/board/ops/edits';
import { placeMarks } from '$core/board/ops/marks';
import { cropTo } from '$core/board/kinds/picture';
import { boxOf, leastSize, neededHeight } from '$core/board/kinds';
import type { BoardObject } from '$core/board/objects';
import { centreOf, turn, unionOf, type Box, type Point } from '$core/geometry/box';
import { snapSize } from '$core/geometry/guides';
import { carry, resize, type Handle } from '$core/geometry/resize';
import { seen, type View } from '$core/geometry/view';
import type { Board } from '../board.svelte';
import type { Preview } from '../in-hand';
import type { HandEvent } from './tool';

export interface Resizing {
	start: HandEvent;
	handle: Handle;
	objects: readonly BoardObject[];
	/** Box round all of them when the hand took hold. */
	round: Box;
}

export interface Turning {
	start: Pick<HandEvent, 'at'>;
	objects: readonly BoardObject[];
	centre: Point;
	/** Degrees so far. */
	by: number;
}

/**
 * The box that handles stand on: of a single object with its turn, or round all that is selected.
 */
export function resizeTarget(board: Board): (Box & { angle: number }) | undefined {
	const objects = board.pieces;
	if (objects.length === 1) return boxOf(board.held.shown(objects[0]!.id)!.box);
	const round = unionOf(
		objects.map(({ id }) => {
			const [x, y, w, h] = board.held.shown(id)!.box;
			return { x, y, w, h };
		}),
	);
	return round && { ...round, angle: 0 };
}

/** Pixels within which things snap, and how many others are looked at. */
export const SNAP = 6;
const MAX_OTHERS = 250;

/** What was found for each movement of a hand: the same for as long as the view stands still. */
const found = new WeakMap<object, { view: View; boxes: Box[] }>();

/**
 * Boxes in view that what is moved or resized could snap to.
 * @param by the movement that asks, frame after frame
 */
export function others(board: Board, moving: ReadonlySet<string>, by: object): Box[] {
	const { view } = board;
	const known = found.get(by);
	if (known?.view === view) return known.boxes;
	const boxes = board.model
		.fewTouching(board.sheet, seen(view, board.size), MAX_OTHERS * 2)
		.filter((each) => hasBox(each) && !moving.has(each.id))
		.slice(0, MAX_OTHERS)
		.map(({ id }) => board.model.boundsOf(id)!);
	found.set(by, { view, boxes });
	return boxes;
}

export function resized(board: Board, resizing: Resizing, event: HandEvent): Preview {
	const { objects, handle, round, start } = resizing;
	const preview: Preview = new Map();
	if (objects.length === 1) {
		const object = objects[0]!;
		const [x, y, w, h, angle] = object.box;
		const isCropping = isPicture(object) && board.cropping === object.id;
		const moved = { x: event.at.x - start.at.x, y: event.at.y - start.at.y };
		const local = turn(moved, { x: 0, y: 0 }, -angle);
		const keep = event.shift || (traitsOf(object).keepsRatio && handle.length === 2 && !isCropping);
		let after = resize({ x, y, w, h }, handle, local.x, local.y, leastSize(object), keep);
		if (board.snapping && !event.hold && angle === 0 && !keep) {
			const near = others(board, new Set([object.id]), resizing);
			const size = snapSize(after, near, SNAP / board.view.scale);
			const sign = { x: handle.includes('w') ? -1 : 1, y: handle.includes('n') ? -1 : 1 };
			const by = { x: (size.w - w) * sign.x, y: (size.h - h) * sign.y };
			after = resize({ x, y, w, h }, handle, by.x, by.y, leastSize(object), false);
			board.guides = size.like
				.filter((box) => box.w !== w || box.h !== h)
				.slice(0, 4)
				.map((box) => ({
					axis: 'y',
					at: box.y + box.h + 6 / board.view.scale,
					from: box.x,
					to: box.x + box.w,
					is: 'size',
				}));
		}
		if (isCropping) {
			const part = cropTo(object, after);
			board.held.crop = { id: object.id, crop: part.crop };
			const [cx, cy, cw, ch] = part.box;
			after = { x: cx, y: cy, w: cw, h: ch };
		}
		// A turned box grows from its fixed corner, which must stay where it is on the board.
		const shift = turn(centreOf(after), centreOf({ x, y, w, h }), angle);
		preview.set(object.id, [shift.x - after.w / 2, shift.y - after.h / 2, after.w, after.h, angle]);
		return preview;
	}
	const after = resize(
		round,
		handle,
		event.at.x - start.at.x,
		event.at.y - start.at.y,
		{ w: 40, h: 40 },
		handle.length === 2,
	);
	for (const object of objects) {
		const [x, y, w, h, angle] = object.box;
		const next = carry({ x, y, w, h }, round, after);
		preview.set(object.id, [next.x, next.y, next.w, next.h, angle]);
	}
	return preview;
}

/** Turned about the middle of all; by steps of 15 degrees with Shift, and past upright without help. */
export function turned(turning: Turning, event: Pick<HandEvent, 'at' | 'shift'>): Preview {
	const { objects, centre, start } = turning;
	const angleTo = (p: Point): number => (Math.atan2(p.y - centre.y, p.x - centre.x) * 180) / Math.PI;
	let by = angleTo(event.at) - angleTo(start.at);
	const first = objects[0]!.box[4];
	if (event.shift) by = Math.round((first + by) / 15) * 15 - first;
	else if (Math.abs(((first + by + 540) % 90) - 0) < 2) by = Math.round((first + by) / 90) * 90 - first;
	turning.by = by;
	const preview: Preview = new Map();
	for (const object of objects) {
		const [x, y, w, h, angle] = object.box;
		const middle = turn({ x: x + w / 2, y: y + h / 2 }, centre, by);
		const next = (((angle + by) % 360) + 360) % 360;
		preview.set(object.id, [middle.x - w / 2, middle.y - h / 2, w, h, Math.round(next * 10) / 10]);
	}
	return preview;
}

/** Objects with what lies in those of them that are holders: it is shown where it would be then. */
export const withCards = (board: Board, objects: readonly BoardObject[]): string[] =>
	objects.flatMap(({ id }) => [id, ...board.model.cardsOf(id).map((card) => card.id)]);

/** Adds to the boxes of holders those of what lies in them. */
export function carryCards(board: Board, preview: Preview): Preview {
	// What is reshaped itself, as when a group is scaled, keeps the size that it was given.
	for (const [id, box] of [...preview])
		for (const [card, at] of board.model.cardBoxes(id, box)) if (!preview.has(card)) preview.set(card, at);
	return preview;
}

/** Boxes of the objects themselves, without what lies in them. */
export const ownBoxes = (objects: readonly BoardObject[], preview: Preview): Preview =>
	new Map(objects.flatMap(({ id }) => (preview.has(id) ? [[id, preview.get(id)!] as const] : [])));

/** Writes a finished resize. */
export function finishResize(board: Board, { objects, round, handle }: Resizing, shown: Preview): void {
	const preview = ownBoxes(objects, shown);
	// A wider or narrower text is as high as its lines then are.
	for (const object of objects) {
		const box = preview.get(object.id)!;
		if (isText(object) && objects.length === 1)
			box[3] = neededHeight({ ...object, box, style: { ...object.style, free: false } }, board.context);
	}
	const { crop } = board.held;
	if (crop) changePicture(board.room.editContext, crop.id, { crop: crop.crop, box: preview.get(crop.id)! });
	else if (objects.length > 1 && handle.length === 2) {
		const first = objects[0]!;
		const factor = first.box[2] === 0 ? 1 : preview.get(first.id)![2] / first.box[2];
		scaleObjects(board.room.editContext, board.model, preview, round.w === 0 ? 1 : factor);
	} else setBoxes(board.room.editContext, preview);
	// A mark that grew to one side has its middle elsewhere on what it sticks to.
	placeMarks(
		board.room.editContext,
		board.model,
		new Map([...preview].filter(([id]) => isStuckAlone(board, id, preview))),
	);
	// Narrower columns need higher rows; what is too small for its text grows to hold it.
	for (const { id } of objects) {
		const object = board.model.find(id);
		if (object && traitsOf(object).height === 'grows') board.writing.grow(object);
	}
}

/** Whether a mark was reshaped, but not what it sticks to. */
function isStuckAlone(board: Board, id: string, preview: Preview): boolean {
	const mark = board.model.find(id);
	return isMark(mark) && !(mark.on && preview.has(mark.on.to));
}
