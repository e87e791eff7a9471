/** Small signs on the edge of an object: how many nods it has, where else to look, whether it is locked. */
import { hasBox } from './kinds/traits';
import type { Point } from '../geometry/box';
import { centreOf, distance, turn } from '../geometry/box';
import type { Primitive, SceneContext } from './drawing';
import { boxOf } from './kinds/outline';
import type { BoardObject } from './objects';

/** Radius of a sign, and size of the number in it, board units. */
const RADIUS = 10;
const NUMBER = 12;
const GROUND = '#F2EEE3';
const INK = '#1D2421';

/** How far out it is told how many branches are folded away, clear of the handles. */
const BEYOND = 22;

export type SignName = 'nods' | 'see' | 'folded';

/** Where a sign stands, in the object's own coordinates. */
function placeOf(object: BoardObject, sign: SignName): Point {
	const [, , w, h] = object.box;
	if (sign === 'folded') {
		// Where what it folds away would go on.
		const direction = object.branchLine?.direction ?? object.mapStyle?.layout;
		if (direction === 'down') return { x: w / 2, y: h + BEYOND };
		return { x: direction === 'left' ? -BEYOND : w + BEYOND, y: h / 2 };
	}
	return sign === 'nods' ? { x: w - 6, y: -2 } : { x: 6, y: h + 1 };
}

const FACE = { family: 'sans', bold: true, italic: false } as const;

/** The ground of a sign that is wider than high; `x` is its left edge, `y` its middle. */
const pill = (x: number, y: number, w: number): Primitive => ({
	type: 'rect',
	x,
	y: y - RADIUS,
	w,
	h: 2 * RADIUS,
	r: RADIUS,
	fill: GROUND,
	stroke: INK,
	width: 1.2,
	fine: true,
});

/** The number in a sign. */
const number = (x: number, y: number, text: string, width: number): Primitive => ({
	type: 'text',
	x,
	y: y + 4.2,
	width,
	text,
	size: NUMBER,
	face: FACE,
	fill: INK,
	fine: true,
});

function nodItems(object: BoardObject, context: SceneContext): Primitive[] {
	const count = object.nods?.length ?? 0;
	if (count === 0) return [];
	const { x, y } = placeOf(object, 'nods');
	const text = String(count);
	const width = context.measure(text, FACE) * NUMBER;
	const w = width + 26;
	return [
		pill(x - w + RADIUS, y, w),
		{
			type: 'path',
			points: [
				[x - w + RADIUS + 6, y],
				[x - w + RADIUS + 9.5, y + 3.6],
				[x - w + RADIUS + 15, y - 4],
			],
			closed: false,
			stroke: '#55651A',
			width: 2,
			fine: true,
		},
		number(x + RADIUS - 7 - width, y, text, width),
	];
}

function seeItems(object: BoardObject): Primitive[] {
	if (!object.see?.length) return [];
	const { x, y } = placeOf(object, 'see');
	const arrow = (points: [number, number][]): Primitive => ({
		type: 'path',
		points: points.map(([dx, dy]) => [x + dx, y + dy] as const),
		closed: false,
		stroke: INK,
		width: 1.6,
		fine: true,
	});
	return [
		{
			type: 'ellipse',
			cx: x,
			cy: y,
			rx: RADIUS,
			ry: RADIUS,
			fill: GROUND,
			stroke: INK,
			width: 1.2,
			fine: true,
		},
		arrow([
			[-4, 4],
			[4, -4],
		]),
		arrow([
			[-1, -4],
			[4, -4],
			[4, 1],
		]),
	];
}

/** How many branches are folded away. */
function foldedItems(object: BoardObject, context: SceneContext): Primitive[] {
	if (!object.foldedCount) return [];
	const { x, y } = placeOf(object, 'folded');
	const text = `+${object.foldedCount}`;
	const width = context.measure(text, FACE) * NUMBER;
	const w = Math.max(2 * RADIUS, width + 12);
	return [pill(x - w / 2, y, w), number(x - width / 2, y, text, width)];
}

/** The primitives of all signs of an object, in its own coordinates. */
export const signItems = (object: BoardObject, context: SceneContext): Primitive[] =>
	hasBox(object) ? [...nodItems(object, context), ...seeItems(object), ...foldedItems(object, context)] : [];

/** The sign of an object at a point of the board. */
export function signAt(object: BoardObject, p: Point, reach: number): SignName | undefined {
	if (!hasBox(object)) return undefined;
	const box = boxOf(object.box);
	const local = turn(p, centreOf(box), -box.angle);
	const isAt = (sign: SignName): boolean => {
		const at = placeOf(object, sign);
		return distance({ x: box.x + at.x, y: box.y + at.y }, local) <= RADIUS + reach;
	};
	if (object.foldedCount && isAt('folded')) return 'folded';
	if (object.nods?.length && isAt('nods')) return 'nods';
	return object.see?.length && isAt('see') ? 'see' : undefined;
}

/** How far signs stand out beyond the box; those of folded branches further. */
export const SIGN_ROOM = RADIUS + 4;
export const FOLDED_ROOM = BEYOND + 24;
