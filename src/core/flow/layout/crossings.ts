/**
 * The order of cells in their layers, with few crossings: by the median of what each is linked with
 * in the layer beside it (P. Eades, N. Wormald, "Edge crossings in drawings of bipartite graphs",
 * 1994), then by swapping neighbours (E. Gansner and others, "A technique for drawing directed
 * graphs", 1993). What is drawn keeps its order where another one has no fewer crossings.
 */
import type { Cell, Neighbour } from './layers';

/** Sweeps over all layers without a better order after which the best one is taken. */
const PATIENCE = 4;
/** Sweeps at most: fewer where there is so much that each takes long. */
const sweepsFor = (cells: number): number => (cells > 3000 ? 4 : 24);

/** Sorts all layers, cells of a lane together. */
export function orderCells(layers: Cell[][]): void {
	for (const layer of layers) {
		layer.sort((a, b) => a.lane - b.lane || a.across - b.across);
		number(layer);
	}
	let best = layers.map((layer) => [...layer]);
	let least = crossingsIn(layers);
	const back = [...layers].reverse();
	const sweeps = sweepsFor(layers.reduce((sum, layer) => sum + layer.length, 0));
	for (let sweep = 0, since = 0; least > 0 && since < PATIENCE && sweep < sweeps; sweep++, since++) {
		const isForth = sweep % 2 === 0;
		for (const layer of isForth ? layers : back) sortByMedian(layer, isForth ? 'before' : 'after');
		swapNeighbours(layers);
		const count = crossingsIn(layers);
		if (count >= least) continue;
		least = count;
		best = layers.map((layer) => [...layer]);
		since = -1;
	}
	best.forEach((layer, i) => {
		layers[i]!.splice(0, layer.length, ...layer);
		number(layer);
	});
}

/** Tells cells their places in their layer. */
function number(layer: readonly Cell[]): void {
	for (let i = 0; i < layer.length; i++) layer[i]!.place = i;
}

/** The middle place of what a cell is linked with on one side; undefined where that is nothing. */
function medianPlace(neighbours: readonly Neighbour[]): number | undefined {
	if (neighbours.length < 2) return neighbours[0]?.cell.place;
	const all = neighbours.map(({ cell }) => cell.place).sort((a, b) => a - b);
	const middle = all.length >> 1;
	return all.length % 2 === 1 ? all[middle] : (all[middle - 1]! + all[middle]!) / 2;
}

function sortByMedian(layer: Cell[], side: 'before' | 'after'): void {
	const wanted = layer.map((cell) => ({ cell, median: medianPlace(cell[side]) }));
	// What is linked with nothing there keeps its place; the others are sorted round it.
	const sorted = wanted
		.filter(({ median }) => median !== undefined)
		.sort((a, b) => a.cell.lane - b.cell.lane || a.median! - b.median! || a.cell.place - b.cell.place);
	let next = 0;
	wanted.forEach(({ cell, median }, i) => (layer[i] = median === undefined ? cell : sorted[next++]!.cell));
	number(layer);
	layer.sort((a, b) => a.lane - b.lane || a.place - b.place);
	number(layer);
}

/** Crossings of the links of two cells on one side, if `a` stands before `b`. */
function crossingsOf(a: readonly Neighbour[], b: readonly Neighbour[]): number {
	let count = 0;
	for (const one of a) for (const other of b) if (one.cell.place > other.cell.place) count++;
	return count;
}

function swapNeighbours(layers: readonly Cell[][]): void {
	for (let isBetter = true, round = 0; isBetter && round < 8; round++) {
		isBetter = false;
		for (const layer of layers)
			for (let k = 0; k + 1 < layer.length; k++) {
				const [a, b] = [layer[k]!, layer[k + 1]!];
				if (a.lane !== b.lane) continue;
				const now = crossingsOf(a.before, b.before) + crossingsOf(a.after, b.after);
				if (now === 0) continue;
				const then = crossingsOf(b.before, a.before) + crossingsOf(b.after, a.after);
				if (then >= now) continue;
				layer[k] = b;
				layer[k + 1] = a;
				b.place = k;
				a.place = k + 1;
				isBetter = true;
			}
	}
}

/**
 * Crossings between all layers, counted with an accumulator tree (W. Barth, P. Mutzel, M. Jünger,
 * "Simple and efficient bilayer cross counting", 2004).
 */
export function crossingsIn(layers: readonly Cell[][]): number {
	let count = 0;
	for (let i = 0; i + 1 < layers.length; i++) {
		let leaf = 1;
		while (leaf < layers[i + 1]!.length) leaf *= 2;
		const tree = new Int32Array(2 * leaf);
		for (const { after } of layers[i]!) {
			const ends = after.map(({ cell }) => cell.place);
			if (ends.length > 1) ends.sort((a, b) => a - b);
			for (const end of ends) {
				let at = end + leaf;
				tree[at]!++;
				while (at > 1) {
					// What came before and ends further on is crossed.
					if (at % 2 === 0) count += tree[at + 1]!;
					at >>= 1;
					tree[at]!++;
				}
			}
		}
	}
	return count;
}
