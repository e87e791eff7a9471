/**
 * Lines that things snap to while they are moved or resized: edges and centres of others, equal gaps to
 * neighbours, equal sizes. Each direction is judged by itself; the nearest line within reach wins.
 */
import type { Box } from './box';

export interface Guide {
	/** `x`: an upright line at that x; `y`: a level one. */
	axis: 'x' | 'y';
	at: number;
	from: number;
	to: number;
	is: 'line' | 'gap' | 'size';
}

export interface Snap {
	/** Shift that brings the box onto the lines, at most `reach` in each direction. */
	dx: number;
	dy: number;
	guides: Guide[];
}

type Axis = 'x' | 'y';
interface Found {
	shift: number;
	guides: Guide[];
}

const sizeOf = (box: Box, axis: Axis): number => (axis === 'x' ? box.w : box.h);
const endOf = (box: Box, axis: Axis): number => box[axis] + sizeOf(box, axis);
const across = (axis: Axis): Axis => (axis === 'x' ? 'y' : 'x');
const moved = (box: Box, axis: Axis, by: number): Box => ({ ...box, [axis]: box[axis] + by });

/** Where a moved box snaps to. `reach` is in board units. */
export function snapMove(moving: Box, others: readonly Box[], reach: number): Snap {
	const x = bestOf(moving, others, reach, 'x');
	const y = bestOf(moved(moving, 'x', x?.shift ?? 0), others, reach, 'y');
	return { dx: x?.shift ?? 0, dy: y?.shift ?? 0, guides: [...(x?.guides ?? []), ...(y?.guides ?? [])] };
}

function bestOf(moving: Box, others: readonly Box[], reach: number, axis: Axis): Found | undefined {
	const lines = alongLines(moving, others, reach, axis);
	const gaps = equalGaps(moving, others, reach, axis);
	if (!gaps) return lines;
	// Lines are what people look for first; a gap has to be nearer by a hair to win.
	return lines && Math.abs(lines.shift) <= Math.abs(gaps.shift) + 0.01 ? lines : gaps;
}

/** Start, middle and end of a box along an axis. */
const marks = (box: Box, axis: Axis): number[] => [
	box[axis],
	box[axis] + sizeOf(box, axis) / 2,
	endOf(box, axis),
];

function alongLines(moving: Box, others: readonly Box[], reach: number, axis: Axis): Found | undefined {
	let shift: number | undefined;
	for (const other of others) {
		for (const target of marks(other, axis)) {
			for (const own of marks(moving, axis)) {
				const by = target - own;
				if (Math.abs(by) <= reach && (shift === undefined || Math.abs(by) < Math.abs(shift))) shift = by;
			}
		}
	}
	if (shift === undefined) return undefined;
	const there = moved(moving, axis, shift);
	const guides: Guide[] = [];
	const cross = across(axis);
	for (const at of marks(there, axis)) {
		const on = others.filter((other) => marks(other, axis).some((mark) => Math.abs(mark - at) < 0.01));
		if (on.length === 0) continue;
		const all = [there, ...on];
		guides.push({
			axis,
			at,
			from: Math.min(...all.map((box) => box[cross])),
			to: Math.max(...all.map((box) => endOf(box, cross))),
			is: 'line',
		});
	}
	return { shift, guides };
}

/** Others that stand in the same row (or column) as the moving box, in order. */
function row(moving: Box, others: readonly Box[], axis: Axis): Box[] {
	const cross = across(axis);
	return others
		.filter((other) => other[cross] < endOf(moving, cross) && endOf(other, cross) > moving[cross])
		.sort((a, b) => a[axis] - b[axis]);
}

function equalGaps(moving: Box, others: readonly Box[], reach: number, axis: Axis): Found | undefined {
	const beside = row(moving, others, axis);
	const before = beside.filter((box) => endOf(box, axis) <= moving[axis] + reach).at(-1);
	const after = beside.find((box) => box[axis] >= endOf(moving, axis) - reach);
	const wanted: { at: number; pairs: [Box, Box][] }[] = [];
	if (before && after) {
		const room = after[axis] - endOf(before, axis) - sizeOf(moving, axis);
		if (room >= 0) wanted.push({ at: endOf(before, axis) + room / 2, pairs: [] });
	}
	if (before) {
		const earlier = beside.filter((box) => endOf(box, axis) <= before[axis]).at(-1);
		if (earlier) {
			const gap = before[axis] - endOf(earlier, axis);
			wanted.push({ at: endOf(before, axis) + gap, pairs: [[earlier, before]] });
		}
	}
	if (after) {
		const later = beside.find((box) => box[axis] >= endOf(after, axis));
		if (later) {
			const gap = later[axis] - endOf(after, axis);
			wanted.push({ at: after[axis] - gap - sizeOf(moving, axis), pairs: [[after, later]] });
		}
	}
	let best: (typeof wanted)[number] | undefined;
	for (const each of wanted) {
		const by = Math.abs(each.at - moving[axis]);
		if (by <= reach && (!best || by < Math.abs(best.at - moving[axis]))) best = each;
	}
	if (!best) return undefined;
	const shift = best.at - moving[axis];
	const there = moved(moving, axis, shift);
	const pairs: [Box, Box][] = [
		...best.pairs,
		...(before ? [[before, there] as [Box, Box]] : []),
		...(after && (best.pairs.length === 0 || best.pairs[0]![0] === after)
			? [[there, after] as [Box, Box]]
			: []),
	];
	return { shift, guides: pairs.map(([a, b]) => gapGuide(a, b, axis)) };
}

/** A mark across the gap between two boxes, at the middle of what they share. */
function gapGuide(a: Box, b: Box, axis: Axis): Guide {
	const cross = across(axis);
	const low = Math.max(a[cross], b[cross]);
	const high = Math.min(endOf(a, cross), endOf(b, cross));
	return { axis: cross, at: (low + high) / 2, from: endOf(a, axis), to: b[axis], is: 'gap' };
}

/**
 * Sizes that a box snaps to while it is resized: those of others within reach. Gives the size in each
 * direction that is being changed, unchanged where nothing is near.
 */
export function snapSize(
	size: { w: number; h: number },
	others: readonly Box[],
	reach: number,
): { w: number; h: number; like: Box[] } {
	const nearest = (key: 'w' | 'h'): { value: number; like: Box[] } => {
		let value = size[key];
		let least = reach;
		for (const other of others) {
			const by = Math.abs(other[key] - size[key]);
			if (by <= least) [value, least] = [other[key], by];
		}
		return { value, like: others.filter((other) => Math.abs(other[key] - value) < 0.01) };
	};
	const [w, h] = [nearest('w'), nearest('h')];
	return { w: w.value, h: h.value, like: [...new Set([...w.like, ...h.like])] };
}
