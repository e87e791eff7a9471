/**
 * Tidy layout of a flow in layers, right or down: few crossings, the main path straight, loops led
 * back outside, exits of decisions on steady sides. What is drawn keeps its order as far as that
 * has no more crossings; locked steps stay where they are.
 */
import { overlaps, type Box, type Point } from '../../geometry/box';
import type { FlowGraph, FlowStep, WholeLink } from '../flow';
import { placeAcross, type LaneSpan } from './coordinates';
import { orderCells } from './crossings';
import type { SideName } from '../../link/sides';
import {
	inputFor,
	type FlowDirection,
	type FlowLayoutInput,
	type LayoutLink,
	type LayoutStep,
} from './input';
import { makeLayers, type Layers } from './layers';
import { outsideLinks, type Flank, type OutsideLink } from './outside';

/** Lanes that a flow stands in: the corner where the first one begins, and their sizes. */
export interface LayoutLanes {
	at: Point;
	sizes: readonly number[];
}

export interface FlowLayout {
	/** Middles of all steps, board units. */
	middles: Map<string, Point>;
	/** Sides where each link leaves and arrives. */
	sides: Map<string, readonly [SideName, SideName]>;
	/** Corners of links that are led round the outside. */
	corners: Map<string, Point[]>;
	/** Sizes of the lanes: as they were, or larger. */
	laneSizes: number[];
}

/**
 * Room between layers, between parts that do not hang together, and beside a label, board units.
 */
const LAYER_GAP = 72;
const PART_GAP = 72;
const LABEL_ROOM = 40;
/** Room between a step and the head of its lane. */
const LANE_START = 32;

type NamedFlank = 'forward' | 'back' | Flank;
const SIDE_NAMES: Record<FlowDirection, Record<NamedFlank, SideName>> = {
	right: { forward: 'right', back: 'left', low: 'top', high: 'bottom' },
	down: { forward: 'bottom', back: 'top', low: 'left', high: 'right' },
};

/** A part of a flow, laid out by itself: along and across the way that it runs. */
interface Part {
	places: Map<string, { along: number; across: number }>;
	sides: Map<string, readonly [NamedFlank, NamedFlank]>;
	/** Corners by link, as [along, across]. */
	corners: Map<string, [number, number][]>;
	lanes: LaneSpan[];
	/** Steps, and places where links pass. */
	cells: number;
	low: number;
	high: number;
}

/**
 * Lays a flow out.
 * @param links with both ends among the steps, in the order in which they were drawn
 */
export function layOutFlow(
	steps: readonly LayoutStep[],
	links: readonly LayoutLink[],
	direction: FlowDirection,
	lanes?: LayoutLanes,
): FlowLayout {
	const input = inputFor(direction, lanes?.sizes.length ?? 0);
	const layout: FlowLayout = {
		middles: new Map(),
		sides: new Map(),
		corners: new Map(),
		laneSizes: [...(lanes?.sizes ?? [])],
	};
	if (steps.length === 0) return layout;
	const names = SIDE_NAMES[direction];
	const point = (along: number, across: number): Point =>
		direction === 'right' ? { x: along, y: across } : { x: across, y: along };
	let start = 0;
	for (const part of lanes ? [steps] : partsOf(steps, links, input)) {
		const own = new Set(part.map(({ id }) => id));
		const laid = layOutPart(
			part,
			links.filter(({ from, to }) => own.has(from) && own.has(to)),
			input,
			lanes?.sizes ?? [],
		);
		const shift = lanes ? 0 : start - laid.low;
		start += laid.high - laid.low + PART_GAP;
		if (lanes) layout.laneSizes = laid.lanes.map(({ size }) => size);
		for (const [id, { along, across }] of laid.places) layout.middles.set(id, point(along, across + shift));
		for (const [id, [from, to]] of laid.sides) layout.sides.set(id, [names[from], names[to]]);
		for (const [id, corners] of laid.corners)
			layout.corners.set(
				id,
				corners.map(([along, across]) => point(along, across + shift)),
			);
	}
	const by = lanes ? laneShift(lanes, steps, layout, direction) : shiftOf(steps, layout);
	moveBy(layout, by);
	settleLocked(steps, layout, input, direction);
	return layout;
}

/** Parts of a flow that hang together, in the order in which they are drawn across it. */
function partsOf(
	steps: readonly LayoutStep[],
	links: readonly LayoutLink[],
	{ acrossOf, breadthOf }: FlowLayoutInput,
): LayoutStep[][] {
	const parent = new Map(steps.map(({ id }) => [id, id]));
	const top = (id: string): string => {
		let at = id;
		while (parent.get(at) !== at) at = parent.get(at)!;
		parent.set(id, at);
		return at;
	};
	for (const { from, to } of links) parent.set(top(from), top(to));
	const parts = new Map<string, LayoutStep[]>();
	for (const step of steps) {
		const key = top(step.id);
		const part = parts.get(key);
		if (part) part.push(step);
		else parts.set(key, [step]);
	}
	const begin = (part: readonly LayoutStep[]): number =>
		Math.min(...part.map((step) => acrossOf(step) - breadthOf(step) / 2));
	return [...parts.values()]
		.map((part) => ({ part, begin: begin(part) }))
		.sort((a, b) => a.begin - b.begin)
		.map(({ part }) => part);
}

function graphFor(steps: readonly LayoutStep[], links: readonly LayoutLink[]): FlowGraph {
	const known = new Map(steps.map(({ id, type }): [string, FlowStep] => [id, { id, type, name: '' }]));
	const whole = links.map(({ id, from, to, share }): WholeLink => ({ id, from, to, share, name: '' }));
	const exits = new Map(steps.map(({ id }): [string, WholeLink[]] => [id, []]));
	const entries = new Map(steps.map(({ id }): [string, WholeLink[]] => [id, []]));
	for (const link of whole) {
		exits.get(link.from)!.push(link);
		entries.get(link.to)!.push(link);
	}
	return { steps: known, links: whole, exits, entries };
}

/**
 * How often a part is laid out anew from what it was laid out to, at most; large ones less often.
 */
const roundsFor = (cells: number): number => (cells > 3000 ? 1 : cells > 1000 ? 2 : 12);

/** Where everything stands across, as text: from the middle of the first step, in whole units. */
function signatureOf({ places }: Part): string {
	const [first] = places.values();
	return [...places.values()].map(({ across }) => Math.round(across - first!.across)).join(' ');
}

/**
 * Lays a part out again and again until nothing moves any more, so that what is tidy stays as it
 * is. Of layouts that lead to each other always the same one is taken.
 */
function layOutPart(
	steps: readonly LayoutStep[],
	links: readonly LayoutLink[],
	input: FlowLayoutInput,
	laneSizes: readonly number[],
): Part {
	const graph = graphFor(steps, links);
	const seen = new Map<string, Part>();
	let part = layOutOnce(graph, steps, links, input, laneSizes);
	const rounds = roundsFor(part.cells);
	while (seen.size < rounds) {
		const signature = signatureOf(part);
		if (seen.has(signature)) {
			const all = [...seen];
			const [[, chosen]] = all
				.slice(all.findIndex(([each]) => each === signature))
				.sort(([a], [b]) => (a < b ? -1 : 1)) as [[string, Part]];
			return chosen;
		}
		seen.set(signature, part);
		const { places } = part;
		const acrossOf = ({ id }: LayoutStep): number => Math.round(places.get(id)!.across);
		part = layOutOnce(graph, steps, links, { ...input, acrossOf }, laneSizes);
	}
	return part;
}

function layOutOnce(
	graph: FlowGraph,
	steps: readonly LayoutStep[],
	links: readonly LayoutLink[],
	input: FlowLayoutInput,
	laneSizes: readonly number[],
): Part {
	const layers = makeLayers(input, graph, new Map(steps.map((step) => [step.id, step])));
	orderCells(layers.layers);
	const lanes = placeAcross(layers.layers, laneSizes);
	const middles = placeAlong(layers, links, input);
	const places = new Map(
		[...layers.cells].map(([id, { layer, across }]) => [id, { along: middles[layer]!, across }]),
	);
	const sides = forwardSides(layers, graph);
	const taken = (step: string, flank: Flank): boolean =>
		graph.exits.get(step)!.some(({ id }) => sides.get(id)?.[0] === flank);
	const outside = outsideLinks(layers, taken, input);
	const corners = new Map<string, [number, number][]>();
	for (const { link, flank, across } of outside) {
		sides.set(link.id, [flank, flank]);
		if (across !== undefined)
			corners.set(link.id, [
				[places.get(link.from)!.along, across],
				[places.get(link.to)!.along, across],
			]);
	}
	const cells = layers.layers.reduce((sum, layer) => sum + layer.length, 0);
	return { places, sides, corners, lanes, cells, ...extentOf(layers, outside) };
}

function extentOf({ layers }: Layers, outside: readonly OutsideLink[]): { low: number; high: number } {
	const all = [
		...layers.flat().flatMap(({ across, breadth }) => [across - breadth / 2, across + breadth / 2]),
		...outside.flatMap(({ across }) => across ?? []),
	];
	return { low: Math.min(...all), high: Math.max(...all) };
}

/** Middles of layers along the flow, with room for labels between them. */
function placeAlong(
	{ layers, cells, back }: Layers,
	links: readonly LayoutLink[],
	{ lengthOf }: FlowLayoutInput,
): number[] {
	const isBack = new Set([...back].map(({ id }) => id));
	const gaps = layers.map(() => LAYER_GAP);
	for (const { id, from, label } of links) {
		if (!label || isBack.has(id)) continue;
		const { layer } = cells.get(from)!;
		// A line may bend in the middle between two layers: the label stands before that.
		gaps[layer] = Math.max(gaps[layer]!, 2 * Math.max(label.w, label.h) + LABEL_ROOM);
	}
	const middles: number[] = [];
	let at = 0;
	layers.forEach((layer, i) => {
		const length = Math.max(0, ...layer.map(({ step }) => (step ? lengthOf(step) : 0)));
		middles.push(at + length / 2);
		at += length + gaps[i]!;
	});
	return middles;
}

/**
 * Where links that lead on leave and arrive. Of several exits the one to what stands straight ahead
 * leaves ahead, the others on the flanks towards what they lead to.
 */
function forwardSides(
	{ cells, back, next, straight }: Layers,
	graph: FlowGraph,
): Map<string, readonly [NamedFlank, NamedFlank]> {
	const sides = new Map<string, readonly [NamedFlank, NamedFlank]>();
	for (const [id, cell] of cells) {
		const exits = graph.exits.get(id)!.filter((link) => !back.has(link));
		const offsetOf = (link: WholeLink): number => next.get(link)!.across - cell.across;
		const isAhead = (link: WholeLink): boolean => Math.abs(offsetOf(link)) <= cell.breadth / 2;
		const ahead =
			exits.find((link) => link === straight.get(id) && isAhead(link)) ??
			exits.find(isAhead) ??
			straight.get(id);
		const used = new Set<NamedFlank>();
		for (const link of exits) {
			const flank: Flank = offsetOf(link) < 0 ? 'low' : 'high';
			const side = link === ahead || isAhead(link) || used.has(flank) ? 'forward' : flank;
			used.add(side);
			sides.set(link.id, [side, 'back']);
		}
	}
	return sides;
}

const boxOf = ({ w, h }: LayoutStep, { x, y }: Point): Box => ({ x: x - w / 2, y: y - h / 2, w, h });

/** How far all has to move so that its upper left corner, or what is locked, stays where it is. */
function shiftOf(steps: readonly LayoutStep[], { middles }: FlowLayout): Point {
	const locked = steps.filter(({ isLocked }) => isLocked);
	if (locked.length > 0) {
		const median = (of: (step: LayoutStep) => number): number => {
			const all = locked.map(of).sort((a, b) => a - b);
			return all[all.length >> 1]!;
		};
		return {
			x: median(({ id, x }) => x - middles.get(id)!.x),
			y: median(({ id, y }) => y - middles.get(id)!.y),
		};
	}
	const corner = (of: (step: LayoutStep) => Point): Point => {
		const boxes = steps.map((step) => boxOf(step, of(step)));
		return { x: Math.min(...boxes.map(({ x }) => x)), y: Math.min(...boxes.map(({ y }) => y)) };
	};
	const [before, after] = [corner((step) => step), corner(({ id }) => middles.get(id)!)];
	return { x: before.x - after.x, y: before.y - after.y };
}

/** In lanes everything begins behind their heads. */
function laneShift(
	{ at }: LayoutLanes,
	steps: readonly LayoutStep[],
	{ middles }: FlowLayout,
	direction: FlowDirection,
): Point {
	const begin = (axis: 'x' | 'y'): number =>
		Math.min(...steps.map((step) => boxOf(step, middles.get(step.id)!)[axis]));
	return direction === 'right'
		? { x: at.x + LANE_START - begin('x'), y: at.y }
		: { x: at.x, y: at.y + LANE_START - begin('y') };
}

function moveBy({ middles, corners }: FlowLayout, by: Point): void {
	const moved = (p: Point): Point => ({ x: Math.round(p.x + by.x), y: Math.round(p.y + by.y) });
	for (const [id, p] of middles) middles.set(id, moved(p));
	for (const [id, all] of corners) corners.set(id, all.map(moved));
}

/** Puts what is locked back where it is, and moves what would lie on it across the flow. */
function settleLocked(
	steps: readonly LayoutStep[],
	{ middles, corners }: FlowLayout,
	{ alongOf, acrossOf }: FlowLayoutInput,
	direction: FlowDirection,
): void {
	const locked = steps.filter(({ isLocked }) => isLocked);
	if (locked.length === 0) return;
	const wide = (box: Box): Box => ({ x: box.x - 12, y: box.y - 12, w: box.w + 24, h: box.h + 24 });
	const placed = locked.map((step) => {
		middles.set(step.id, { x: step.x, y: step.y });
		return boxOf(step, step);
	});
	const free = steps
		.filter(({ isLocked }) => !isLocked)
		.map((step) => ({ step, at: { ...step, ...middles.get(step.id)! } }))
		.sort((a, b) => alongOf(a.at) - alongOf(b.at) || acrossOf(a.at) - acrossOf(b.at));
	const isAcross = direction === 'right';
	for (const { step, at } of free) {
		const fits = (p: Point): boolean => !placed.some((box) => overlaps(wide(box), boxOf(step, p)));
		let place: Point = { x: at.x, y: at.y };
		for (let i = 1; !fits(place); i++) {
			const by = 16 * Math.ceil(i / 2) * (i % 2 === 1 ? 1 : -1);
			place = isAcross ? { x: at.x, y: at.y + by } : { x: at.x + by, y: at.y };
		}
		if (place.x !== at.x || place.y !== at.y) middles.set(step.id, place);
		placed.push(boxOf(step, place));
	}
	// What was led round the outside may run through something now.
	corners.clear();
}
