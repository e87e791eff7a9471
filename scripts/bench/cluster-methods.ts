/**
 * Ways of grouping that the field trusts, to compare the shipped one with. Points have length 1.
 */
import { randomFrom } from '$core/rehearsal/random';
import { cutAt, mergeTree } from '$core/themes/cluster';
import { kMeans, principalCoordinates } from '$core/themes/consensus';
import { Likeness } from '$core/themes/likeness';

/** The group of each note, by any number. */
export type ClusterMethod = (likeness: Likeness, count: number) => ArrayLike<number>;

const STARTS = 20;
/** Neighbours of a note in graphs of neighbours. */
const NEIGHBOURS = 10;

function labelsOf(groups: readonly number[][], n: number): number[] {
	const labels = new Array<number>(n).fill(0);
	groups.forEach((group, g) => group.forEach((i) => (labels[i] = g)));
	return labels;
}

/** Merges the two groups whose joining adds least to the squares inside (J. H. Ward, 1963). */
function ward(likeness: Likeness, count: number): number[] {
	const n = likeness.size;
	const cost = Array.from({ length: n }, (_, i) =>
		Float64Array.from({ length: n }, (_, j) => 2 - 2 * likeness.get(i, j)),
	);
	const members = Array.from({ length: n }, (_, i) => [i]);
	let alive = members.map((_, i) => i);
	while (alive.length > count) {
		let best = { a: 0, b: 0, value: Infinity };
		for (const a of alive)
			for (const b of alive) {
				if (b >= a) break;
				if (cost[a]![b]! < best.value) best = { a, b, value: cost[a]![b]! };
			}
		const { a, b, value } = best;
		alive = alive.filter((i) => i !== a);
		for (const k of alive) {
			if (k === b) continue;
			const [sa, sb, sk] = [members[a]!.length, members[b]!.length, members[k]!.length];
			const joined = ((sa + sk) * cost[a]![k]! + (sb + sk) * cost[b]![k]! - sk * value) / (sa + sb + sk);
			cost[b]![k] = joined;
			cost[k]![b] = joined;
		}
		members[b]!.push(...members[a]!);
	}
	return labelsOf(
		alive.map((i) => members[i]!),
		n,
	);
}

function average(likeness: Likeness, count: number): number[] {
	return labelsOf(cutAt(mergeTree(likeness), likeness.size, count), likeness.size);
}

function kMeansOf(likeness: Likeness, count: number): Int32Array {
	return kMeans(principalCoordinates(likeness, count + 1), count, randomFrom(1), STARTS);
}

/** Likeness of notes that are among each other's nearest; nothing for all others. */
function mutualNeighbours(likeness: Likeness): Likeness {
	const n = likeness.size;
	const nearest = Array.from({ length: n }, (_, i) => {
		const others = Array.from({ length: n }, (_, j) => j).filter((j) => j !== i);
		others.sort((a, b) => likeness.get(i, b) - likeness.get(i, a));
		return new Set(others.slice(0, NEIGHBOURS));
	});
	const graph = new Likeness(n);
	for (let i = 0; i < n; i++)
		for (const j of nearest[i]!) if (nearest[j]!.has(i)) graph.set(i, j, Math.max(0, likeness.get(i, j)));
	return graph;
}

/** Spectral grouping of a graph of neighbours (A. Ng, M. Jordan, Y. Weiss, 2002). */
function spectral(likeness: Likeness, count: number): Int32Array {
	const graph = mutualNeighbours(likeness);
	const n = graph.size;
	const degree = Array.from({ length: n }, (_, i) => {
		let sum = 1e-9;
		for (let j = 0; j < n; j++) sum += graph.get(i, j);
		return sum;
	});
	const scaled = new Likeness(n);
	for (let i = 0; i < n; i++)
		// One more on the diagonal leaves no eigenvalue below nothing.
		for (let j = 0; j <= i; j++)
			scaled.set(i, j, (i === j ? 1 : 0) + graph.get(i, j) / Math.sqrt(degree[i]! * degree[j]!));
	// The first one says only how many neighbours a note has, and goes with the means.
	const points = principalCoordinates(scaled, Math.max(1, count - 1));
	for (let i = 0; i < n; i++) {
		const row = points.values.subarray(i * points.size, (i + 1) * points.size);
		const length = Math.sqrt(row.reduce((sum, value) => sum + value * value, 0)) || 1;
		row.forEach((value, k) => (row[k] = value / length));
	}
	return kMeans(points, count, randomFrom(1), STARTS);
}

/**
 * Groups with more between their members than chance would put there (M. Newman, 2006), found by
 * moving notes one by one (V. Blondel et al., 2008, its first phase); finds the number by itself.
 */
function modularity(likeness: Likeness): number[] {
	const graph = mutualNeighbours(likeness);
	const n = graph.size;
	const degree = Array.from({ length: n }, (_, i) => {
		let sum = 0;
		for (let j = 0; j < n; j++) sum += graph.get(i, j);
		return sum;
	});
	const all = degree.reduce((sum, value) => sum + value, 0) || 1;
	const labels = Array.from({ length: n }, (_, i) => i);
	const total = [...degree];
	for (let round = 0, moved = true; moved && round < 50; round++) {
		moved = false;
		for (let i = 0; i < n; i++) {
			const to = new Map<number, number>();
			for (let j = 0; j < n; j++)
				if (j !== i && graph.get(i, j) > 0) to.set(labels[j]!, (to.get(labels[j]!) ?? 0) + graph.get(i, j));
			const own = labels[i]!;
			total[own]! -= degree[i]!;
			const gain = (label: number): number => (to.get(label) ?? 0) - (degree[i]! * total[label]!) / all;
			let best = own;
			for (const label of to.keys()) if (gain(label) > gain(best) + 1e-12) best = label;
			total[best]! += degree[i]!;
			if (best !== own) moved = true;
			labels[i] = best;
		}
	}
	return labels;
}

export const CLUSTER_METHODS: Record<string, ClusterMethod> = {
	'Ward, number given': ward,
	'average linkage, number given': average,
	'k-means, number given': kMeansOf,
	'spectral, mutual neighbours, number given': spectral,
	'modularity, number found by itself': modularity,
};
