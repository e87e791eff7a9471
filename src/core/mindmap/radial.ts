/**
 * A tree in rings round its root: each branch has a slice of the round as wide as what hangs on it
 * needs (P. Eades, "Drawing free trees", Bulletin of the Institute of Combinatorics and its
 * Applications, 1992). A ring is as far out as its boxes need to lie within their slices and clear
 * of the ring before, whatever their sizes.
 */
import type { TreeBox } from './layout';

const reachOf = ({ w, h }: TreeBox): number => Math.hypot(w, h) / 2;

/** Middles of all boxes, from that of the root. */
export function radial(root: TreeBox, levelGap: number, gap: number): Map<TreeBox, { x: number; y: number }> {
	const rings: TreeBox[][] = [[root]];
	for (let i = 0; i < rings.length; i++) {
		const next = rings[i]!.flatMap(({ branches }) => branches);
		if (next.length > 0) rings.push(next);
	}
	/** How much of the round each wants. */
	const wants = new Map<TreeBox, number>();
	for (const ring of [...rings].reverse())
		for (const box of ring) {
			const below = box.branches.reduce((sum, branch) => sum + wants.get(branch)!, 0);
			wants.set(box, Math.max(2 * reachOf(box) + gap, below));
		}
	const slices = new Map<TreeBox, { from: number; size: number }>();
	// The first branch stands on top, the others follow clockwise.
	slices.set(root, { from: -Math.PI / 2, size: 2 * Math.PI });
	const middles = new Map<TreeBox, { x: number; y: number }>([[root, { x: 0, y: 0 }]]);
	let radius = 0;
	for (const [i, ring] of rings.entries()) {
		for (const box of ring) {
			const { from, size } = slices.get(box)!;
			const all = box.branches.reduce((sum, branch) => sum + wants.get(branch)!, 0);
			let at = from;
			for (const branch of box.branches) {
				const share = (size * wants.get(branch)!) / all;
				slices.set(branch, { from: at, size: share });
				at += share;
			}
		}
		const next = rings[i + 1];
		if (!next) break;
		radius += Math.max(...ring.map(reachOf)) + levelGap + Math.max(...next.map(reachOf));
		for (const box of next) {
			const { size } = slices.get(box)!;
			// A circle round the box lies within the slice.
			if (size < Math.PI) radius = Math.max(radius, (reachOf(box) + gap / 2) / Math.sin(size / 2));
		}
		for (const box of next) {
			const { from, size } = slices.get(box)!;
			const angle = from + size / 2;
			middles.set(box, { x: radius * Math.cos(angle), y: radius * Math.sin(angle) });
		}
	}
	return middles;
}
