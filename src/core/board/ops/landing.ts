/** Where a branch would be hung if the hand let it go now. */
import { LEVEL_GAP, SIBLING_GAP } from '../../mindmap/layout';
import { DIRECTIONS, type Direction } from './grow';
import { holdsPoint, inflate, type Box, type Point } from '../../geometry/box';
import { canBeBranch } from '../model/maps';
import type { BoardQuery } from '../model/query';
import type { BoardObject } from '../objects';
import type { Place } from './branches';

export interface Landing {
	place: Place;
	/** Where it would stand, about: a bar between siblings, or a box where there are none. */
	mark: Box;
}

/** How far from a map the hand still means it, board units. */
const REACH = 160;
/** Thickness of a bar between two branches. */
const BAR = 6;

/** The box of a branch itself, without the signs on its edge. */
const boxOf = (model: BoardQuery, id: string): Box => {
	const [x, y, w, h] = model.find(id)!.box;
	return { x, y, w, h };
};
const middle = ({ x, y, w, h }: Box): Point => ({ x: x + w / 2, y: y + h / 2 });

function distanceTo({ x, y, w, h }: Box, p: Point): number {
	const dx = Math.max(x - p.x, 0, p.x - (x + w));
	const dy = Math.max(y - p.y, 0, p.y - (y + h));
	return Math.hypot(dx, dy);
}

/** The way in which what hangs on something grows; towards the hand where that is open. */
function directionFrom(model: BoardQuery, object: BoardObject, p: Point): Direction {
	const direction = object.mapStyle?.layout ?? object.branchLine?.direction;
	if (direction === 'right' || direction === 'left' || direction === 'down') return direction;
	const [c, { x, y }] = [middle(boxOf(model, object.id)), p];
	if (direction === undefined || direction === 'both') return x < c.x ? 'left' : 'right';
	const isLevel = Math.abs(x - c.x) >= Math.abs(y - c.y);
	return DIRECTIONS[isLevel ? (x < c.x ? 2 : 0) : y < c.y ? 3 : 1]!;
}

/** Whether the hand is in the half of a branch from which it hangs. */
function isNearRoot(model: BoardQuery, object: BoardObject, p: Point): boolean {
	const c = middle(boxOf(model, object.id));
	const way = directionFrom(model, object, p);
	if (isHorizontal(way)) return way === 'right' ? p.x < c.x : p.x > c.x;
	return way === 'down' ? p.y < c.y : p.y > c.y;
}

const isHorizontal = (way: Direction): boolean => way === 'right' || way === 'left';

/** A place on an object, by how far across the way the hand is. */
function placeOn(model: BoardQuery, parent: BoardObject, p: Point, moving: ReadonlySet<string>): Landing {
	const way = directionFrom(model, parent, p);
	const isLevel = isHorizontal(way);
	const box = boxOf(model, parent.id);
	const isBoth = !parent.branchLine && (parent.mapStyle?.layout ?? 'both') === 'both';
	const side = isBoth ? (way === 'left' ? 'left' : 'right') : undefined;
	const all = model.maps.branchesOf(parent.id);
	const beside = all.filter((id) => {
		if (moving.has(id) || !model.boundsOf(id) || model.find(id)!.branch?.offset) return false;
		return side === undefined || (model.find(id)!.branch?.side ?? 'right') === side;
	});
	const across = ({ x, y }: Point): number => (isLevel ? y : x);
	const next = beside.find((id) => across(middle(boxOf(model, id))) > across(p));
	const last = beside.at(-1);
	const index = next ? all.indexOf(next) : last ? all.indexOf(last) + 1 : all.length;
	const place: Place = { parent: parent.id, index, side };
	if (!last) {
		const [w, h] = [box.w * 0.6, box.h * 0.5];
		const c = middle(box);
		const out = LEVEL_GAP * 0.7;
		const x = isLevel ? (way === 'right' ? box.x + box.w + out : box.x - out - w) : c.x - w / 2;
		const y = isLevel ? c.y - h / 2 : way === 'down' ? box.y + box.h + out : box.y - out - h;
		return { place, mark: { x, y, w, h } };
	}
	const near = boxOf(model, next ?? last);
	const edge = next
		? across(near) - SIBLING_GAP / 2
		: across(near) + (isLevel ? near.h : near.w) + SIBLING_GAP / 2;
	const mark = isLevel
		? { x: near.x, y: edge - BAR / 2, w: near.w, h: BAR }
		: { x: edge - BAR / 2, y: near.y, w: BAR, h: near.h };
	return { place, mark };
}

/**
 * Where what is moved would be hung at a point: on the outer half of what lies there, beside it on
 * the inner one; on what it is further out than,
 * beside what it is level with; undefined where no map is near.
 */
export function landingAt(
	model: BoardQuery,
	sheet: string,
	p: Point,
	moving: ReadonlySet<string>,
): Landing | undefined {
	const near = model.touching(sheet, { x: p.x - REACH, y: p.y - REACH, w: 2 * REACH, h: 2 * REACH });
	const { maps } = model;
	const parts = near.filter(
		(object) =>
			canBeBranch(object) &&
			!moving.has(object.id) &&
			(maps.parentOf(object.id) !== undefined || maps.branchesOf(object.id).length > 0),
	);
	const under = parts.find(({ id }) => holdsPoint(inflate(boxOf(model, id), 4), p));
	if (under) {
		const parent = model.find(maps.parentOf(under.id) ?? '');
		// The half of a branch that is nearer to the root means the place beside it.
		return placeOn(model, parent && isNearRoot(model, under, p) ? parent : under, p, moving);
	}
	const [nearest] = parts
		.map((object) => ({ object, far: distanceTo(boxOf(model, object.id), p) }))
		.filter(({ far }) => far <= REACH)
		.sort((a, b) => a.far - b.far || (a.object.id < b.object.id ? -1 : 1));
	if (!nearest) return undefined;
	const { object } = nearest;
	const parent = model.find(maps.parentOf(object.id) ?? '');
	if (!parent || !object.branchLine) return placeOn(model, object, p, moving);
	const box = boxOf(model, object.id);
	const way = directionFrom(model, object, p);
	const out = {
		right: p.x - (box.x + box.w),
		left: box.x - p.x,
		down: p.y - (box.y + box.h),
		up: box.y - p.y,
	}[way];
	return out > 0 ? placeOn(model, object, p, moving) : placeOn(model, parent, p, moving);
}
