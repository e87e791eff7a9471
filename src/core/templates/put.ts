/** Finding room for a layout: where the hand is, as large as there is room, never over what is there. */
import { isConnector } from '../board/kinds/guards';
import { addObjects } from '../board/ops/edits';
import type { EditContext } from '../board/store';
import type { BoardQuery } from '../board/model/query';
import { overlaps, type Box, type Point } from '../geometry/box';
import { Sketch } from './sketch';

/** Scales that are tried, the largest first; below the last one nothing could be read. */
const SCALES = [1, 0.85, 0.7, 0.6] as const;
/** Distance to everything that is there, board units. */
const GAP = 40;

/** Upper left corners round a target, the nearest first: rings of a grid. */
function* around(target: Point, step: number, rings: number): Generator<Point> {
	yield target;
	for (let ring = 1; ring <= rings; ring++) {
		const corners: Point[] = [];
		for (let i = -ring; i <= ring; i++)
			for (let j = -ring; j <= ring; j++)
				if (Math.max(Math.abs(i), Math.abs(j)) === ring)
					corners.push({ x: target.x + i * step, y: target.y + j * step });
		const far = ({ x, y }: Point): number => (x - target.x) ** 2 + (y - target.y) ** 2;
		yield* corners.sort((a, b) => far(a) - far(b));
	}
}

/**
 * A free place for something of a size, its middle as near to `at` as can be, in `view` if it fits there.
 * @returns its upper left corner and the scale it is to have
 */
export function roomFor(
	size: { w: number; h: number },
	at: Point,
	view: Box | undefined,
	taken: readonly Box[],
): Point & { scale: number } {
	const isFree = (box: Box): boolean =>
		!taken.some((other) =>
			overlaps(other, { x: box.x - GAP, y: box.y - GAP, w: box.w + 2 * GAP, h: box.h + 2 * GAP }),
		);
	if (view) {
		for (const scale of SCALES) {
			const [w, h] = [size.w * scale, size.h * scale];
			if (w > view.w || h > view.h) continue;
			const step = Math.max(20, Math.min(view.w, view.h) / 12);
			for (const { x, y } of around({ x: at.x - w / 2, y: at.y - h / 2 }, step, 12)) {
				const isIn = x >= view.x && y >= view.y && x + w <= view.x + view.w && y + h <= view.y + view.h;
				if (isIn && isFree({ x, y, w, h })) return { x: Math.round(x), y: Math.round(y), scale };
			}
		}
	}
	// There is no room in sight: full size, as near as there is some.
	const step = Math.max(size.w, size.h) / 3;
	for (const { x, y } of around({ x: at.x - size.w / 2, y: at.y - size.h / 2 }, step, 40))
		if (isFree({ x, y, ...size })) return { x: Math.round(x), y: Math.round(y), scale: 1 };
	const right = Math.max(...taken.map((box) => box.x + box.w));
	return { x: Math.round(right + 2 * GAP), y: Math.round(at.y - size.h / 2), scale: 1 };
}

/** What stands on a sheet, as far as it takes up room. */
export const takenOn = (model: BoardQuery, sheet: string): Box[] =>
	model.onSheet(sheet).flatMap(({ id, kind }) => (isConnector({ kind }) ? [] : (model.boundsOf(id) ?? [])));

/** Draws a layout as it is, to see its size. */
export function sized(draw: (sketch: Sketch) => void): { w: number; h: number; x: number; y: number } {
	let id = 0;
	const sketch = new Sketch(() => `t${id++}`, 'sheet');
	draw(sketch);
	return sketch.bounds;
}

/** Puts a layout on a sheet: one transaction. Returns the ids of its objects. */
export function putLayout(
	editContext: EditContext,
	model: BoardQuery,
	draw: (sketch: Sketch) => void,
	{ sheet, at, view }: { sheet: string; at: Point; view?: Box },
): string[] {
	const { w, h } = sized(draw);
	const place = roomFor({ w, h }, at, view, takenOn(model, sheet));
	const sketch = new Sketch(editContext.newId, sheet, place.scale);
	draw(sketch);
	const from = sketch.bounds;
	const [dx, dy] = [Math.round(place.x - from.x), Math.round(place.y - from.y)];
	return addObjects(
		editContext,
		model,
		sketch.objects.map((spec) => {
			const [x, y, width, height, angle] = spec.box;
			return isConnector(spec) ? spec : { ...spec, box: [x + dx, y + dy, width, height, angle] };
		}),
	);
}
