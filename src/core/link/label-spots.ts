/** Where the label of a line can stand, so that no other line and nothing else lies on it. */
import type { Box, Point } from '../geometry/box';
import { besidePath, besideStart, sameX, sameY, type Path } from './polyline';

/** Distance of a label from its own line, and from where that begins, board units. */
const GAP = 5;
const FROM_START = 7;

/** Spots beside one segment of a line: on both of its sides, where it begins and in its middle. */
function besideSegment(a: Point, b: Point, { w, h }: { w: number; h: number }): Point[] {
	if (sameY(a, b) && Math.abs(b.x - a.x) >= w + 8) {
		const atStart = b.x > a.x ? a.x + FROM_START : a.x - FROM_START - w;
		const xs = [atStart, (a.x + b.x) / 2 - w / 2];
		return xs.flatMap((x) => [
			{ x, y: a.y - h - GAP },
			{ x, y: a.y + GAP },
		]);
	}
	if (sameX(a, b) && Math.abs(b.y - a.y) >= h + 6) {
		const atStart = b.y > a.y ? a.y + FROM_START : a.y - FROM_START - h;
		const ys = [atStart, (a.y + b.y) / 2 - h / 2];
		return ys.flatMap((y) => [
			{ x: a.x + GAP + 3, y },
			{ x: a.x - GAP - 3 - w, y },
		]);
	}
	return [];
}

/**
 * Upper left corner of a label beside a right-angled path: the usual one if that is free, else the
 * first free one along the line; the usual one where none is.
 * @param isExit whether it says which way a line goes, and so stands where that begins
 */
export function labelSpot(
	path: Path,
	size: { w: number; h: number },
	isExit: boolean,
	isFree: (label: Box) => boolean,
): Point {
	const usual = (isExit ? besideStart : besidePath)(path, size, GAP);
	if (isFree({ ...usual, ...size })) return usual;
	for (let i = 1; i < path.length; i++)
		for (const spot of besideSegment(path[i - 1]!, path[i]!, size))
			if (isFree({ ...spot, ...size })) return spot;
	return usual;
}
