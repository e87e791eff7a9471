/**
 * Where the branches of a map stand: it lays itself out round its root. What grows right, left or
 * down is a tidy tree (`tidy.ts`), what grows out lies in rings (`radial.ts`); neither lets boxes
 * overlap. A branch that spreads in another way than it grew, or has a frame round it, is laid out
 * by itself, and stands where it hangs as one box. What was put down by hand stands where it was
 * put.
 */
import { radial } from './radial';
import { tidy } from './tidy';

export const MAP_LAYOUTS = ['both', 'right', 'left', 'down', 'radial'] as const;
export type MapLayout = (typeof MAP_LAYOUTS)[number];
/** The way from a parent to a branch. */
export type GrowthDirection = 'right' | 'left' | 'down' | 'out';

/** One branch with what hangs on it; what is folded away is left out. Sizes in board units. */
export interface MapNode {
	id: string;
	w: number;
	h: number;
	/** How what hangs on it spreads; the way that it grew itself, where left out. */
	layout?: MapLayout | undefined;
	/** On which side it stands of what spreads to both; right where left out. */
	side?: 'left' | 'right' | undefined;
	/** From the middle of its parent to its own, where it was put by hand. */
	offset?: readonly [number, number] | undefined;
	/** Room between it, with all that hangs on it, and a frame round that; none without a frame. */
	frameRoom?: number | undefined;
	branches: readonly MapNode[];
}

/** Where a branch stands: its middle, from the middle of the root; and which way it grew. */
export interface MapPlace {
	x: number;
	y: number;
	direction: GrowthDirection;
}

/** A box that stands in a tree: a branch, or a branch with all that hangs on it. */
export interface TreeBox {
	w: number;
	h: number;
	branches: TreeBox[];
}

/** Room between a branch and what hangs on it, and between branches beside each other. */
export const LEVEL_GAP = 64;
export const SIBLING_GAP = 18;

/** A node on its way to a place. */
interface Entry {
	node: MapNode;
	direction: GrowthDirection;
	ownLayout: MapLayout;
	/** Whether it is laid out by itself, with what hangs on it. */
	isHead: boolean;
	parent: Entry | undefined;
	branches: Entry[];
	/** Its middle, from that of the head that it is laid out with. */
	x: number;
	y: number;
	/** What a head takes up, from its middle. */
	left: number;
	top: number;
	right: number;
	bottom: number;
}

function directionTo(branch: MapNode, ownLayout: MapLayout): GrowthDirection {
	if (ownLayout === 'radial') return 'out';
	if (ownLayout !== 'both') return ownLayout;
	const isLeft = branch.offset ? branch.offset[0] < 0 : branch.side === 'left';
	return isLeft ? 'left' : 'right';
}

function entryOf(node: MapNode, parent: Entry | undefined, layout: MapLayout): Entry {
	const direction = parent ? directionTo(node, parent.ownLayout) : 'out';
	const inherited = !parent ? layout : direction === 'out' ? 'radial' : direction;
	const ownLayout = node.layout ?? inherited;
	return {
		node,
		direction,
		ownLayout,
		isHead:
			!parent ||
			node.offset !== undefined ||
			node.frameRoom !== undefined ||
			(ownLayout !== inherited && node.branches.length > 0),
		parent,
		branches: [],
		x: 0,
		y: 0,
		left: -node.w / 2,
		top: -node.h / 2,
		right: node.w / 2,
		bottom: node.h / 2,
	};
}

/** All nodes, parents before their branches. */
function entriesOf(root: MapNode, layout: MapLayout): Entry[] {
	const all = [entryOf(root, undefined, layout)];
	for (let i = 0; i < all.length; i++) {
		const parent = all[i]!;
		for (const node of parent.node.branches) {
			const entry = entryOf(node, parent, layout);
			parent.branches.push(entry);
			all.push(entry);
		}
	}
	return all;
}

/** What is laid out with a head, as boxes in a tree; those that it spreads to one way only. */
function treeBoxesOf(head: Entry, belongs: (branch: Entry) => boolean): Map<TreeBox, Entry> {
	const boxes = new Map<TreeBox, Entry>();
	boxes.set({ w: head.node.w, h: head.node.h, branches: [] }, head);
	// What is added while it is walked through is walked through as well.
	for (const [box, entry] of boxes) {
		if (entry.isHead && entry !== head) continue;
		for (const branch of entry.branches) {
			if (branch.node.offset || (entry === head && !belongs(branch))) continue;
			const each = { w: branch.right - branch.left, h: branch.bottom - branch.top, branches: [] };
			box.branches.push(each);
			boxes.set(each, branch);
		}
	}
	return boxes;
}

/** Takes middles of boxes, from that of the head, over to what stands in them. */
function put(head: Entry, boxes: Map<TreeBox, Entry>, middles: Map<TreeBox, { x: number; y: number }>): void {
	for (const [box, entry] of boxes) {
		if (entry === head) continue;
		const { x, y } = middles.get(box)!;
		// A head need not stand in the middle of what hangs on it.
		entry.x = x - (entry.left + entry.right) / 2;
		entry.y = y - (entry.top + entry.bottom) / 2;
		head.left = Math.min(head.left, x - box.w / 2);
		head.right = Math.max(head.right, x + box.w / 2);
		head.top = Math.min(head.top, y - box.h / 2);
		head.bottom = Math.max(head.bottom, y + box.h / 2);
	}
}

function layOut(head: Entry): void {
	const grow = (way: 'right' | 'left' | 'down', belongs: (branch: Entry) => boolean): void => {
		const boxes = treeBoxesOf(head, belongs);
		const [root] = boxes.keys();
		put(head, boxes, tidy(root!, way, LEVEL_GAP, SIBLING_GAP));
	};
	if (head.ownLayout === 'radial') {
		const boxes = treeBoxesOf(head, () => true);
		const [root] = boxes.keys();
		put(head, boxes, radial(root!, LEVEL_GAP, SIBLING_GAP));
	} else if (head.ownLayout === 'both') {
		grow('right', ({ direction }) => direction === 'right');
		grow('left', ({ direction }) => direction === 'left');
	} else grow(head.ownLayout, () => true);
	const { frameRoom = 0 } = head.node;
	head.left -= frameRoom;
	head.top -= frameRoom;
	head.right += frameRoom;
	head.bottom += frameRoom;
}

/**
 * Places of all branches of a map, the root's included. The same map always gets the same places;
 * what hangs on a branch keeps its form among itself whatever changes elsewhere.
 */
export function layOutMap(root: MapNode, layout: MapLayout = 'both'): Map<string, MapPlace> {
	const entries = entriesOf(root, layout);
	// From the outside in: what stands as one box has to be laid out before.
	for (let i = entries.length - 1; i >= 0; i--) if (entries[i]!.isHead) layOut(entries[i]!);
	const places = new Map<string, MapPlace>();
	const heads = new Map<Entry, Entry>();
	for (const entry of entries) {
		const { node, parent, direction } = entry;
		const around = parent && (parent.isHead ? parent : heads.get(parent)!);
		if (around) heads.set(entry, around);
		const from = places.get(node.offset ? parent!.node.id : (around?.node.id ?? ''));
		const [x, y] = node.offset && parent ? node.offset : [entry.x, entry.y];
		places.set(node.id, { x: (from?.x ?? 0) + x, y: (from?.y ?? 0) + y, direction });
	}
	return places;
}
