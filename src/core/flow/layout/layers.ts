/**
 * Layers of a flow: every link leads to a later layer, and links over several layers get a virtual
 * cell in each between (K. Sugiyama, S. Tagawa, M. Toda, "Methods for visual understanding of
 * hierarchical system structures", 1981).
 */
import { findBackLinks, inFlowOrder } from '../components';
import { startsOf, type FlowGraph, type WholeLink } from '../flow';
import type { FlowLayoutInput, LayoutStep } from './input';

/** What stands in a layer: a step, or a place where a link passes. */
export interface Cell {
	step: LayoutStep | undefined;
	layer: number;
	/** Its place in the order of its layer. */
	place: number;
	/** Lane by index; of what is in none, the one after all. */
	lane: number;
	/** Extent across the layers, board units. */
	breadth: number;
	/** Its middle across the layers: as drawn at first, then where it is laid out. */
	across: number;
	before: Neighbour[];
	after: Neighbour[];
}
export interface Neighbour {
	cell: Cell;
	/** How much it matters that the link runs straight. */
	weight: number;
}

export interface Layers {
	layers: Cell[][];
	cells: ReadonlyMap<string, Cell>;
	/** Links that lead back, also those of a step to itself. */
	back: ReadonlySet<WholeLink>;
	/**
	 * Where each link that leads on stands in the layer after its step: what it leads to, or a
	 * place to pass.
	 */
	next: ReadonlyMap<WholeLink, Cell>;
	/** Of each step the exit that goes on straight ahead. */
	straight: ReadonlyMap<string, WholeLink>;
}

/**
 * How much it matters that links run straight: those of the main path, where a link passes, others.
 */
const WEIGHT = { main: 16, passing: 8, only: 3, any: 1 };

/**
 * The layer of each step: as near to the start as what leads to it lets it, then moved to where its
 * links are shorter in all.
 */
function layersOf(
	graph: FlowGraph,
	back: ReadonlySet<WholeLink>,
	order: readonly string[],
): Map<string, number> {
	const layer = new Map<string, number>();
	const forward = (links: readonly WholeLink[]): WholeLink[] => links.filter((link) => !back.has(link));
	for (const id of order) {
		const before = forward(graph.entries.get(id)!).map(({ from }) => layer.get(from)! + 1);
		layer.set(id, Math.max(0, ...before));
	}
	for (let isMoved = true; isMoved;) {
		isMoved = false;
		for (const id of [...order].reverse()) {
			const before = forward(graph.entries.get(id)!);
			const after = forward(graph.exits.get(id)!);
			if (after.length <= before.length) continue;
			const wanted = Math.min(...after.map(({ to }) => layer.get(to)!)) - 1;
			if (wanted <= layer.get(id)!) continue;
			layer.set(id, wanted);
			isMoved = true;
		}
	}
	const first = Math.min(...layer.values());
	for (const [id, each] of layer) layer.set(id, each - first);
	return layer;
}

/** Of each step the exit that most take, or behind which most is still to be done. */
function straightExits(
	graph: FlowGraph,
	back: ReadonlySet<WholeLink>,
	order: readonly string[],
): Map<string, WholeLink> {
	const ahead = new Map<string, number>();
	const straight = new Map<string, WholeLink>();
	for (const id of [...order].reverse()) {
		const exits = graph.exits.get(id)!.filter((link) => !back.has(link));
		const isShared = exits.some(({ share }) => share !== undefined);
		const rank = (link: WholeLink): number => (isShared ? (link.share ?? 0) : ahead.get(link.to)!);
		const best = exits.reduce<WholeLink | undefined>(
			(most, link) => (most && rank(most) >= rank(link) ? most : link),
			undefined,
		);
		if (best) straight.set(id, best);
		ahead.set(id, 1 + Math.max(0, ...exits.map(({ to }) => ahead.get(to)!)));
	}
	return straight;
}

/** Links of the path from the start along the straight exits. */
function mainPath(graph: FlowGraph, straight: ReadonlyMap<string, WholeLink>): Set<WholeLink> {
	const path = new Set<WholeLink>();
	const start = startsOf(graph).starts[0];
	for (let link = start === undefined ? undefined : straight.get(start); link; link = straight.get(link.to))
		path.add(link);
	return path;
}

/** @param graph of the steps of one part of a flow that hangs together, or of a flow with lanes */
export function makeLayers(
	{ laneCount, acrossOf, breadthOf }: FlowLayoutInput,
	graph: FlowGraph,
	steps: ReadonlyMap<string, LayoutStep>,
): Layers {
	const back = findBackLinks(graph);
	const order = inFlowOrder(graph, back);
	const layerOf = layersOf(graph, back, order);
	const straight = straightExits(graph, back, order);
	const main = mainPath(graph, straight);
	const layers: Cell[][] = Array.from({ length: Math.max(...layerOf.values()) + 1 }, () => []);
	const cells = new Map<string, Cell>();
	const add = (cell: Omit<Cell, 'before' | 'after' | 'place'>): Cell => {
		const layer = layers[cell.layer]!;
		const whole = { ...cell, place: layer.length, before: [], after: [] };
		layer.push(whole);
		return whole;
	};
	for (const id of order) {
		const step = steps.get(id)!;
		const breadth = breadthOf(step);
		const lane = step.lane ?? laneCount;
		cells.set(id, add({ step, layer: layerOf.get(id)!, lane, breadth, across: acrossOf(step) }));
	}
	const nextOf = new Map<WholeLink, Cell>();
	for (const link of graph.links) {
		if (back.has(link)) continue;
		const [from, to] = [cells.get(link.from)!, cells.get(link.to)!];
		const isOnly = graph.exits.get(link.from)!.length === 1 && graph.entries.get(link.to)!.length === 1;
		const weight = main.has(link) ? WEIGHT.main : isOnly ? WEIGHT.only : WEIGHT.any;
		let last = from;
		const join = (next: Cell, by: number): void => {
			last.after.push({ cell: next, weight: by });
			next.before.push({ cell: last, weight: by });
			if (last === from) nextOf.set(link, next);
			last = next;
		};
		const length = to.layer - from.layer;
		for (let i = 1; i < length; i++) {
			const across = from.across + ((to.across - from.across) * i) / length;
			const passing = add({ step: undefined, layer: from.layer + i, lane: to.lane, breadth: 0, across });
			join(passing, i === 1 ? weight : Math.max(weight, WEIGHT.passing));
		}
		join(to, weight);
	}
	return { layers, cells, back, next: nextOf, straight };
}
