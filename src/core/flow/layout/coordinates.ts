/**
 * Where cells stand across the layers: each as near to what it is linked with as its order in the
 * layer lets it. A layer is solved exactly, as a least sum of distances under an order (R. Barlow
 * and others, "Statistical inference under order restrictions", 1972: pooling of adjacent
 * violators), and layers are gone through forth and back.
 */
import type { Cell, Neighbour } from './layers';

/** Room between steps of a layer, and between a step and a link that passes, board units. */
export const STEP_GAP = 44;
const PASSING_GAP = 26;
/** Room at the edges of a lane. */
const LANE_PAD = 24;
const SWEEPS = 8;

/** How much less it matters to stand near what is in another lane: no line runs straight there. */
const OTHER_LANE = 0.02;
/** Between two that matter alike a cell stands level with the one before it. */
const BEFORE = 1.01;

/** A lane as it is laid out: where it begins across the layers, and its size. */
export interface LaneSpan {
	start: number;
	size: number;
}

const gapBetween = (a: Cell, b: Cell): number =>
	(a.breadth + b.breadth) / 2 + (a.step && b.step ? STEP_GAP : PASSING_GAP);

/** A value that something should have, and how much it matters. */
interface Wish {
	at: number;
	weight: number;
}

/**
 * The value with half of all weight on either side; of a range of them the one nearest to `near`.
 */
function weightedMedian(wishes: readonly Wish[], near: number): number {
	if (wishes.length === 1) return wishes[0]!.at;
	const sorted = [...wishes].sort((a, b) => a.at - b.at);
	const half = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2;
	let sum = 0;
	for (let i = 0; i < sorted.length; i++) {
		sum += sorted[i]!.weight;
		if (Math.abs(sum - half) < 1e-9) {
			const [low, high] = [sorted[i]!.at, (sorted[i + 1] ?? sorted[i]!).at];
			return Math.min(high, Math.max(low, near));
		}
		if (sum > half) return sorted[i]!.at;
	}
	return near;
}

/** Cells that stand as near to each other as they can, and where they would be without that. */
interface Block {
	cells: number;
	wishes: Wish[];
	at: number;
	near: number;
}

/**
 * Places cells of a layer, from one of its lanes, in their order.
 * @param wishesOf where each should stand
 * @param bounds between which their edges have to be
 */
function place(
	cells: readonly Cell[],
	wishesOf: (cell: Cell) => Wish[],
	bounds: { low: number; high: number } | undefined,
): void {
	const offsets: number[] = [];
	cells.forEach((cell, i) => offsets.push(i === 0 ? 0 : offsets[i - 1]! + gapBetween(cells[i - 1]!, cell)));
	const blocks: Block[] = [];
	cells.forEach((cell, i) => {
		const wishes = wishesOf(cell).map(({ at, weight }) => ({ at: at - offsets[i]!, weight }));
		const near = cell.across - offsets[i]!;
		let block: Block = { cells: 1, wishes, near, at: weightedMedian(wishes, near) };
		for (let last = blocks.at(-1); last && last.at > block.at; last = blocks.at(-1)) {
			blocks.pop();
			const all = [...last.wishes, ...block.wishes];
			const count = last.cells + block.cells;
			const middle = (last.near * last.cells + block.near * block.cells) / count;
			block = { cells: count, wishes: all, near: middle, at: weightedMedian(all, middle) };
		}
		blocks.push(block);
	});
	const low = bounds ? bounds.low + cells[0]!.breadth / 2 : -Infinity;
	const high = bounds ? bounds.high - cells.at(-1)!.breadth / 2 - offsets.at(-1)! : Infinity;
	let index = 0;
	for (const block of blocks)
		for (let i = 0; i < block.cells; i++, index++)
			cells[index]!.across = Math.max(low, Math.min(high, block.at)) + offsets[index]!;
}

/** Runs of cells that are in the same lane. */
function byLane(layer: readonly Cell[]): Cell[][] {
	const runs: Cell[][] = [];
	for (const cell of layer) {
		const last = runs.at(-1);
		if (last?.[0]!.lane === cell.lane) last.push(cell);
		else runs.push([cell]);
	}
	return runs;
}

const extentOf = (cells: readonly Cell[]): number =>
	cells.reduce(
		(sum, cell, i) => sum + (i === 0 ? 0 : gapBetween(cells[i - 1]!, cell)),
		(cells[0]!.breadth + cells.at(-1)!.breadth) / 2,
	);

/** Lanes one after the other, each as large as it is or as what stands in it needs. */
function lanesFor(layers: readonly Cell[][], sizes: readonly number[]): LaneSpan[] {
	let start = 0;
	return sizes.map((size, lane) => {
		const needed = layers.map((layer) => {
			const own = layer.filter((cell) => cell.lane === lane);
			return own.length > 0 ? extentOf(own) + 2 * LANE_PAD : 0;
		});
		const span = { start, size: Math.max(size, ...needed) };
		start += span.size;
		return span;
	});
}

/**
 * Places all cells across the layers.
 * @param laneSizes of each lane at least; none where there are no lanes
 */
export function placeAcross(layers: readonly Cell[][], laneSizes: readonly number[]): LaneSpan[] {
	const lanes = lanesFor(layers, laneSizes);
	const end = (lanes.at(-1)?.start ?? 0) + (lanes.at(-1)?.size ?? 0);
	const boundsOf = ({ lane }: Cell): { low: number; high: number } | undefined => {
		if (lanes.length === 0) return undefined;
		const span = lanes[lane];
		// What is in no lane stands after all of them.
		if (!span) return { low: end + LANE_PAD, high: Infinity };
		return { low: span.start + LANE_PAD, high: span.start + span.size - LANE_PAD };
	};
	const go = (layer: readonly Cell[], neighboursOf: (cell: Cell) => readonly Neighbour[]): void => {
		const wishesOf = (cell: Cell): Wish[] => {
			const wishes = neighboursOf(cell).map(({ cell: { across, lane, layer }, weight }) => ({
				at: across,
				weight: weight * (lane === cell.lane ? 1 : OTHER_LANE) * (layer < cell.layer ? BEFORE : 1),
			}));
			return wishes.length > 0 ? wishes : [{ at: cell.across, weight: 0.1 }];
		};
		for (const run of byLane(layer)) place(run, wishesOf, boundsOf(run[0]!));
	};
	for (const layer of layers) pack(layer, boundsOf);
	const back = [...layers].reverse();
	for (let sweep = 0; sweep < SWEEPS; sweep++) {
		for (const layer of layers) go(layer, ({ before }) => before);
		for (const layer of back) go(layer, ({ after }) => after);
	}
	for (let sweep = 0; sweep < SWEEPS; sweep++)
		for (const layer of sweep % 2 === 0 ? layers : back)
			go(layer, ({ before, after }) => [...before, ...after]);
	return lanes;
}

/** One after the other, to begin with: as near to each other as they can be. */
function pack(layer: readonly Cell[], boundsOf: (cell: Cell) => { low: number } | undefined): void {
	for (const run of byLane(layer)) {
		const low = boundsOf(run[0]!)?.low;
		let at = low === undefined ? -extentOf(run) / 2 : low;
		run.forEach((cell, i) => {
			at += i === 0 ? cell.breadth / 2 : gapBetween(run[i - 1]!, cell);
			cell.across = at;
		});
	}
}
