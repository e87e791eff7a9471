/** The line from a branch to what it hangs on: thick near the root, thinner from level to level. */
import { boundsOf, inflate, turn, unionOf, type Box, type Point } from '../geometry/box';
import { chalkOn, SURFACE_COLOURS, type Surface } from '../board/colours';
import type { Measure } from '../text/fonts';
import type { Primitive } from '../board/drawing';
import { boxOf, edgeTowards } from '../board/kinds/outline';
import type { GrowthDirection } from './layout';
import type { LineForm } from './values';

type BoxValues = readonly [number, number, number, number, number];

/** What the line of a branch is drawn from; it follows from the map and is never written. */
export interface BranchLine {
	/** The box of what it hangs on. */
	from: BoxValues;
	direction: GrowthDirection;
	/** 1 for what hangs on the root. */
	level: number;
	line: LineForm;
	chalk: string;
	/** What stands on the line. */
	note?: string | undefined;
}

/** Thickness where a line leaves the root, where it arrives, and so on, board units. */
const WIDTHS = [7, 5, 3.6, 2.6, 2];
const widthAt = (level: number): number => WIDTHS[Math.min(level, WIDTHS.length - 1)]!;

/** Where it leaves and arrives, and the way that it leaves in. */
function endsOf({ from, direction }: BranchLine, box: BoxValues): { a: Point; b: Point; way: Point } {
	const [parent, own] = [boxOf([...from]), boxOf([...box])];
	const [p, c] = [boundsOf(parent), boundsOf(own)];
	const middle = (each: Box): Point => ({ x: each.x + each.w / 2, y: each.y + each.h / 2 });
	const [pm, cm] = [middle(p), middle(c)];
	if (direction === 'right' && c.x >= p.x + p.w)
		return { a: { x: p.x + p.w, y: pm.y }, b: { x: c.x, y: cm.y }, way: { x: 1, y: 0 } };
	if (direction === 'left' && c.x + c.w <= p.x)
		return { a: { x: p.x, y: pm.y }, b: { x: c.x + c.w, y: cm.y }, way: { x: -1, y: 0 } };
	if (direction === 'down' && c.y >= p.y + p.h)
		return { a: { x: pm.x, y: p.y + p.h }, b: { x: cm.x, y: c.y }, way: { x: 0, y: 1 } };
	// Out in a ring, or put by hand where its way does not lead.
	const a = edgeTowards('box', parent, cm);
	const b = edgeTowards('box', own, pm);
	const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
	return { a, b, way: { x: (b.x - a.x) / length, y: (b.y - a.y) / length } };
}

const shift = (p: Point, by: Point, times: number): Point => ({
	x: p.x + by.x * times,
	y: p.y + by.y * times,
});

/** Stretches that a curved line is drawn in. */
const STRETCHES = 16;

/** The outline of a line that bows from one branch to the next and gets thinner. */
function tapered(a: Point, b: Point, way: Point, wide: number, narrow: number): Point[] {
	const along = (b.x - a.x) * way.x + (b.y - a.y) * way.y;
	const curve = [a, shift(a, way, along / 2), shift(b, way, -along / 2), b] as const;
	const at = (t: number): Point => {
		const s = 1 - t;
		const parts = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
		return curve.reduce((sum, p, i) => shift(sum, p, parts[i]!), { x: 0, y: 0 });
	};
	const sides: [Point[], Point[]] = [[], []];
	for (let i = 0; i <= STRETCHES; i++) {
		const t = i / STRETCHES;
		const [before, after] = [at(Math.max(0, t - 0.01)), at(Math.min(1, t + 0.01))];
		const length = Math.hypot(after.x - before.x, after.y - before.y) || 1;
		const aside = { x: -(after.y - before.y) / length, y: (after.x - before.x) / length };
		const half = (wide + (narrow - wide) * t) / 2;
		sides[0].push(shift(at(t), aside, half));
		sides[1].push(shift(at(t), aside, -half));
	}
	return [...sides[0], ...sides[1].reverse()];
}

/** The line in board coordinates. */
function shapeOf(branchLine: BranchLine, box: BoxValues): { points: Point[]; width?: number } {
	const { a, b, way } = endsOf(branchLine, box);
	const [wide, narrow] = [widthAt(branchLine.level - 1), widthAt(branchLine.level)];
	if (branchLine.line === 'curved') return { points: tapered(a, b, way, wide, narrow) };
	if (branchLine.line === 'straight') {
		const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
		const aside = { x: -(b.y - a.y) / length, y: (b.x - a.x) / length };
		const points = [
			shift(a, aside, wide / 2),
			shift(b, aside, narrow / 2),
			shift(b, aside, -narrow / 2),
			shift(a, aside, -wide / 2),
		];
		return { points };
	}
	const half = ((b.x - a.x) * way.x + (b.y - a.y) * way.y) / 2;
	return { points: [a, shift(a, way, half), shift(b, way, -half), b], width: narrow };
}

/** The line as primitives in the branch's own coordinates; it lies under the branch. */
export function branchLineItems(branchLine: BranchLine, box: BoxValues, surface: Surface): Primitive[] {
	const { points, width } = shapeOf(branchLine, box);
	const [x, y, w, h, angle] = box;
	const centre = { x: x + w / 2, y: y + h / 2 };
	const own = points.map((p): [number, number] => {
		const back = angle === 0 ? p : turn(p, centre, -angle);
		return [back.x - x, back.y - y];
	});
	const colour = chalkOn(branchLine.chalk, surface);
	if (width !== undefined) return [{ type: 'path', points: own, closed: false, stroke: colour, width }];
	return [{ type: 'path', points: own, closed: true, fill: colour }];
}

/** Type size of a note on a line, room round it, and width of a letter at most, board units. */
const NOTE = { size: 12, pad: 3, letter: 0.62 };
const NOTE_FACE = { family: 'sans', bold: false, italic: false } as const;

/**
 * The note on a line, over its middle, on a piece of the ground; in the branch's own coordinates.
 */
export function lineNoteItems(
	branchLine: BranchLine,
	box: BoxValues,
	surface: Surface,
	measure: Measure,
): Primitive[] {
	const { note } = branchLine;
	if (!note) return [];
	const { a, b } = endsOf(branchLine, box);
	const [x, y, w, h, angle] = box;
	const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
	const own = angle === 0 ? middle : turn(middle, { x: x + w / 2, y: y + h / 2 }, -angle);
	const width = measure(note, NOTE_FACE) * NOTE.size;
	const [left, top] = [own.x - x - width / 2, own.y - y - NOTE.size * 0.65];
	return [
		{
			type: 'rect',
			x: left - NOTE.pad,
			y: top - NOTE.pad / 2,
			w: width + 2 * NOTE.pad,
			h: NOTE.size * 1.3 + NOTE.pad,
			r: 3,
			fill: SURFACE_COLOURS[surface].ground,
		},
		{
			type: 'text',
			x: left,
			y: top + NOTE.size,
			width,
			text: note,
			size: NOTE.size,
			face: NOTE_FACE,
			fill: chalkOn(branchLine.chalk, surface),
			part: '',
		},
	];
}

/** The frame round a branch and all that hangs on it, in the branch's own coordinates. */
export function branchFrameItems(frame: Box, box: BoxValues, chalk: string, surface: Surface): Primitive[] {
	const stroke = chalkOn(chalk, surface);
	const { w, h } = frame;
	return [
		{
			type: 'rect',
			x: frame.x - box[0],
			y: frame.y - box[1],
			w,
			h,
			r: 12,
			fill: stroke + '12',
			stroke: stroke + '90',
			width: 1.5,
		},
	];
}

/** Box round the line with its note, board coordinates. */
export function branchLineBounds(branchLine: BranchLine, box: BoxValues): Box {
	const { points } = shapeOf(branchLine, box);
	const line = inflate(unionOf(points.map((p) => ({ ...p, w: 0, h: 0 })))!, widthAt(0) / 2);
	if (!branchLine.note) return line;
	const { a, b } = endsOf(branchLine, box);
	const w = branchLine.note.length * NOTE.size * NOTE.letter + 2 * NOTE.pad;
	const h = NOTE.size * 2;
	return unionOf([line, { x: (a.x + b.x) / 2 - w / 2, y: (a.y + b.y) / 2 - h / 2, w, h }])!;
}
