/**
 * A tidy tree of boxes of any size, in linear time: A. van der Ploeg, "Drawing non-layered tidy
 * trees in linear time", Software: Practice and Experience 44 (2014). Parents stand in the middle
 * of their branches, branches as close as their contours let them, whatever is the same looks the
 * same. Walks in place of recursion, so that depth has no bound.
 */
import type { TreeBox } from './layout';

interface Node {
	box: TreeBox;
	/** Size across the way that the tree grows, gap included; and along it. */
	w: number;
	h: number;
	/** Where it begins along the way. */
	y: number;
	/** Across, from its parent; and what is added for all below it. */
	prelim: number;
	mod: number;
	/** Room that is shared out among those between two that were pushed apart. */
	shift: number;
	change: number;
	/** Threads: where the contour goes on below a leaf. */
	nextLeft: Node | undefined;
	nextRight: Node | undefined;
	/** The deepest on the outer left and right, and their sums of `mod`. */
	left: Node;
	right: Node;
	leftMod: number;
	rightMod: number;
	branches: Node[];
}

/** The lowest ends of the siblings so far, from the lowest one of the latest. */
interface Lows {
	low: number;
	index: number;
	next: Lows | undefined;
}

const end = ({ y, h }: Node): number => y + h;

function nodeOf(box: TreeBox, across: number, along: number, y: number): Node {
	const node = {
		box,
		w: across,
		h: along,
		y,
		prelim: 0,
		mod: 0,
		shift: 0,
		change: 0,
		nextLeft: undefined,
		nextRight: undefined,
		leftMod: 0,
		rightMod: 0,
		branches: [],
	} as unknown as Node;
	node.left = node;
	node.right = node;
	return node;
}

const contourLeft = (node: Node): Node | undefined => node.branches[0] ?? node.nextLeft;
const contourRight = (node: Node): Node | undefined => node.branches.at(-1) ?? node.nextRight;

/** Pushes a branch and what hangs on it aside, and shares out the room before it. */
function push(parent: Node, i: number, since: number, by: number): void {
	const branch = parent.branches[i]!;
	branch.mod += by;
	branch.leftMod += by;
	branch.rightMod += by;
	if (since === i - 1) return;
	const share = by / (i - since);
	parent.branches[since + 1]!.shift += share;
	branch.shift -= share;
	branch.change -= by - share;
}

/** Follows the right contour of the branches before and the left one of this, and parts them. */
function separate(parent: Node, i: number, lows: Lows | undefined): void {
	const branch = parent.branches[i]!;
	let before: Node | undefined = parent.branches[i - 1];
	let beforeSum = before!.mod;
	let here: Node | undefined = branch;
	let hereSum = branch.mod;
	while (before && here) {
		if (end(before) > lows!.low) lows = lows!.next;
		const overlap = beforeSum + before.prelim + before.w - (hereSum + here.prelim);
		if (overlap > 0) {
			hereSum += overlap;
			push(parent, i, lows!.index, overlap);
		}
		const [beforeEnd, hereEnd] = [end(before), end(here)];
		if (beforeEnd <= hereEnd) {
			before = contourRight(before);
			if (before) beforeSum += before.mod;
		}
		if (beforeEnd >= hereEnd) {
			here = contourLeft(here);
			if (here) hereSum += here.mod;
		}
	}
	const first = parent.branches[0]!;
	if (!before && here) {
		const outer = first.left;
		outer.nextLeft = here;
		const by = hereSum - here.mod - first.leftMod;
		outer.mod += by;
		outer.prelim -= by;
		first.left = branch.left;
		first.leftMod = branch.leftMod;
	} else if (before && !here) {
		const outer = branch.right;
		outer.nextRight = before;
		const by = beforeSum - before.mod - branch.rightMod;
		outer.mod += by;
		outer.prelim -= by;
		branch.right = parent.branches[i - 1]!.right;
		branch.rightMod = parent.branches[i - 1]!.rightMod;
	}
}

const lower = (low: number, index: number, lows: Lows | undefined): Lows => {
	while (lows && low >= lows.low) lows = lows.next;
	return { low, index, next: lows };
};

/** Places the branches of a node, each of which is placed within itself. */
function place(node: Node): void {
	const { branches } = node;
	const [first] = branches;
	if (!first) return;
	let lows = lower(end(first.left), 0, undefined);
	for (let i = 1; i < branches.length; i++) {
		const low = end(branches[i]!.right);
		separate(node, i, lows);
		lows = lower(low, i, lows);
	}
	const last = branches.at(-1)!;
	node.prelim = (first.prelim + first.mod + last.mod + last.prelim + last.w) / 2 - node.w / 2;
	node.left = first.left;
	node.leftMod = first.leftMod;
	node.right = last.right;
	node.rightMod = last.rightMod;
}

/**
 * Middles of all boxes, from that of the root.
 * @param levelGap room between a box and what hangs on it
 * @param gap room between boxes beside each other
 */
export function tidy(
	root: TreeBox,
	way: 'right' | 'left' | 'down',
	levelGap: number,
	gap: number,
): Map<TreeBox, { x: number; y: number }> {
	const isDown = way === 'down';
	const make = (box: TreeBox, y: number): Node =>
		isDown ? nodeOf(box, box.w + gap, box.h + levelGap, y) : nodeOf(box, box.h + gap, box.w + levelGap, y);
	const nodes = [make(root, 0)];
	for (let i = 0; i < nodes.length; i++) {
		const node = nodes[i]!;
		for (const branch of node.box.branches) {
			const next = make(branch, end(node));
			node.branches.push(next);
			nodes.push(next);
		}
	}
	for (let i = nodes.length - 1; i >= 0; i--) place(nodes[i]!);
	const middles = new Map<TreeBox, { x: number; y: number }>();
	const sums = new Map<Node, number>();
	let [left, top] = [0, 0];
	for (const node of nodes) {
		const sum = (sums.get(node) ?? 0) + node.mod;
		const across = node.prelim + sum + node.w / 2;
		const along = node.y + (node.h - levelGap) / 2;
		if (node === nodes[0]) [left, top] = [across, along];
		const [a, l] = [across - left, along - top];
		middles.set(node.box, isDown ? { x: a, y: l } : { x: way === 'right' ? l : -l, y: a });
		let shift = 0;
		let change = 0;
		for (const branch of node.branches) {
			shift += branch.shift;
			change += shift + branch.change;
			branch.mod += change;
			sums.set(branch, sum);
		}
	}
	return middles;
}
