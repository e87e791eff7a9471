/** Paths of connectors as lists of points, and what is asked of them whatever their form. */
import { distanceToSegment, type Box, type Point } from '../geometry/box';

export type Path = Point[];

export const sameX = (a: Point, b: Point): boolean => Math.abs(a.x - b.x) < 0.01;
export const sameY = (a: Point, b: Point): boolean => Math.abs(a.y - b.y) < 0.01;

/** Whether every segment is upright or level. */
export const isRightAngled = (path: Path): boolean =>
	path.every((p, i) => i === 0 || sameX(p, path[i - 1]!) || sameY(p, path[i - 1]!));

/** Whether there is nothing to be dropped. */
export const isSimple = (path: Path): boolean =>
	path.every((p, i) => {
		const before = path[i - 1];
		const after = path[i + 1];
		if (!before) return true;
		if (sameX(before, p)) return !sameY(before, p) && !(after && sameX(p, after));
		return !(sameY(before, p) && after && sameY(p, after));
	});

/** Drops points that coincide and points in the middle of a straight run. */
export function simplify(path: Path): Path {
	const distinct = path.filter((p, i) => i === 0 || !sameX(p, path[i - 1]!) || !sameY(p, path[i - 1]!));
	return distinct.filter((p, i) => {
		const before = distinct[i - 1];
		const after = distinct[i + 1];
		if (!before || !after) return true;
		return !((sameX(before, p) && sameX(p, after)) || (sameY(before, p) && sameY(p, after)));
	});
}

/** Whether an upright or level segment runs through the inside of a box. */
export function crosses(a: Point, b: Point, box: Box): boolean {
	const slack = 0.5;
	return (
		Math.max(a.x, b.x) > box.x + slack &&
		Math.min(a.x, b.x) < box.x + box.w - slack &&
		Math.max(a.y, b.y) > box.y + slack &&
		Math.min(a.y, b.y) < box.y + box.h - slack
	);
}

/** Whether any segment of a right-angled path runs through the inside of any of the boxes. */
export const crossesAny = (path: Path, boxes: readonly Box[]): boolean =>
	path.some((p, i) => i > 0 && boxes.some((box) => crosses(path[i - 1]!, p, box)));

export function lengthOf(path: Path): number {
	let total = 0;
	for (let i = 1; i < path.length; i++)
		total += Math.hypot(path[i]!.x - path[i - 1]!.x, path[i]!.y - path[i - 1]!.y);
	return total;
}

/** The point half-way along a path, and the direction of the segment it lies on. */
export function middleOf(path: Path): { at: Point; level: boolean } {
	let left = lengthOf(path) / 2;
	for (let i = 1; i < path.length; i++) {
		const a = path[i - 1]!;
		const b = path[i]!;
		const length = Math.hypot(b.x - a.x, b.y - a.y);
		if (length >= left && length > 0) {
			const t = left / length;
			return {
				at: { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t },
				level: Math.abs(b.x - a.x) >= Math.abs(b.y - a.y),
			};
		}
		left -= length;
	}
	return { at: path[0] ?? { x: 0, y: 0 }, level: true };
}

/** Distance from a point to the nearest segment of a path. */
export function distanceToPath(p: Point, path: Path): number {
	let least = Infinity;
	for (let i = 1; i < path.length; i++) least = Math.min(least, distanceToSegment(p, path[i - 1]!, path[i]!));
	return least;
}

/**
 * Where a label of the given size stands beside a path, so that the line does not run through it: over the
 * middle of the longest level segment that is long enough, else to the right of the middle of the
 * path.
 */
export function besidePath(path: Path, size: { w: number; h: number }, gap = 5): Point {
	let best: { a: Point; b: Point; length: number } | undefined;
	for (let i = 1; i < path.length; i++) {
		const a = path[i - 1]!;
		const b = path[i]!;
		const length = Math.abs(b.x - a.x);
		if (Math.abs(b.y - a.y) > 0.01 || length < size.w + 8) continue;
		if (!best || length > best.length) best = { a, b, length };
	}
	if (best) return { x: (best.a.x + best.b.x) / 2 - size.w / 2, y: best.a.y - size.h - gap };
	const { at, level } = middleOf(path);
	if (level) return { x: at.x - size.w / 2, y: at.y - size.h - gap - slopeRoom(path, size.w) };
	return { x: at.x + gap + 3, y: at.y - size.h / 2 };
}

/** Distance of a label from where its line begins, board units. */
const FROM_START = 7;

/**
 * Where a label stands that says which way a line goes: where the line begins, over its first level
 * segment or to the right of its first upright one.
 */
export function besideStart(path: Path, size: { w: number; h: number }, gap = 5): Point {
	for (let i = 1; i < Math.min(path.length, 4); i++) {
		const [a, b] = [path[i - 1]!, path[i]!];
		if (sameY(a, b) && Math.abs(b.x - a.x) >= size.w + FROM_START + 4) {
			const x = b.x > a.x ? a.x + FROM_START : a.x - FROM_START - size.w;
			return { x, y: a.y - size.h - gap };
		}
		if (sameX(a, b) && Math.abs(b.y - a.y) >= size.h + FROM_START) {
			const y = b.y > a.y ? a.y + FROM_START : a.y - FROM_START - size.h;
			return { x: a.x + gap + 3, y };
		}
	}
	return besidePath(path, size, gap);
}

/** How far a slanting middle segment rises over half the width of a label. */
function slopeRoom(path: Path, width: number): number {
	let left = lengthOf(path) / 2;
	for (let i = 1; i < path.length; i++) {
		const dx = path[i]!.x - path[i - 1]!.x;
		const dy = path[i]!.y - path[i - 1]!.y;
		const length = Math.hypot(dx, dy);
		if (length >= left && length > 0) return Math.abs(dx) < 0.01 ? 0 : Math.abs(dy / dx) * (width / 2);
		left -= length;
	}
	return 0;
}
