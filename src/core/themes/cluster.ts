/**
 * Grouping by likeness. Groups are merged bottom up by the mean likeness between their members (UPGMA:
 * R. Sokal, C. Michener, 1958); the number of groups is where the mean silhouette (P. Rousseeuw, 1987) is
 * best among the cuts that a team could use. Then each note may change to the group it is most like, and
 * notes that are like no group are left out.
 */
import { randomFrom } from '../rehearsal/random';
import { kMeans, principalCoordinates } from './consensus';
import type { Likeness } from './likeness';

export interface Grouping {
	/** Members of each group, as indexes of notes. */
	groups: number[][];
	/** Notes that fit no group. */
	left: number[];
}

export interface ClusterOptions {
	/** Wanted number of groups; found by itself when not given. */
	count?: number;
	/** Likeness by which groups are merged and their number is found, where that is another one. */
	cutBy?: Likeness;
}

interface Merge {
	a: number;
	b: number;
	likeness: number;
}

/**
 * Merges all notes bottom up; the result lists n - 1 merges in their order, of equally like pairs
 * the one with the smallest numbers first. Each row remembers its best partner, so that a merge
 * looks anew only at the rows whose partner it took: about n² steps in all rather than n³.
 */
export function mergeTree(likeness: Likeness): Merge[] {
	const n = likeness.size;
	const mean = Float64Array.from(likeness.values);
	const size = new Array<number>(n).fill(1);
	/** Groups that still stand, rising. */
	let alive = Array.from({ length: n }, (_, i) => i);
	/** The most alike of the groups with smaller numbers, and how alike it is. */
	const partner = new Int32Array(n).fill(-1);
	const best = new Float64Array(n).fill(-Infinity);
	const look = (i: number): void => {
		partner[i] = -1;
		best[i] = -Infinity;
		for (const j of alive) {
			if (j >= i) break;
			const value = mean[i * n + j]!;
			if (value > best[i]!) [partner[i], best[i]] = [j, value];
		}
	};
	for (const i of alive) look(i);
	const merges: Merge[] = [];
	while (alive.length > 1) {
		let b = -1;
		for (const i of alive) if (partner[i]! >= 0 && (b < 0 || best[i]! > best[b]!)) b = i;
		const a = partner[b]!;
		merges.push({ a, b, likeness: best[b]! });
		alive = alive.filter((i) => i !== b);
		const total = size[a]! + size[b]!;
		for (const k of alive) {
			if (k === a) continue;
			const value = (mean[a * n + k]! * size[a]! + mean[b * n + k]! * size[b]!) / total;
			mean[a * n + k] = value;
			mean[k * n + a] = value;
		}
		size[a] = total;
		look(a);
		for (const k of alive) {
			if (k <= a) continue;
			const value = mean[k * n + a]!;
			if (partner[k] === a || partner[k] === b) look(k);
			else if (value > best[k]! || (value === best[k]! && a < partner[k]!)) {
				partner[k] = a;
				best[k] = value;
			}
		}
	}
	return merges;
}

/** The groups that stand after the first `n - count` merges. */
export function cutAt(merges: readonly Merge[], n: number, count: number): number[][] {
	const parent = Array.from({ length: n }, (_, i) => i);
	const root = (i: number): number => {
		while (parent[i] !== i) i = parent[i]!;
		return i;
	};
	for (const { a, b } of merges.slice(0, n - count)) parent[root(b)] = root(a);
	const groups = new Map<number, number[]>();
	for (let i = 0; i < n; i++) {
		const r = root(i);
		const group = groups.get(r);
		if (group) group.push(i);
		else groups.set(r, [i]);
	}
	return [...groups.values()];
}

/** Mean likeness of note `i` to the members of a group, itself left aside. */
export function closeness(likeness: Likeness, i: number, group: readonly number[]): number {
	let sum = 0;
	let count = 0;
	for (const j of group) {
		if (j === i) continue;
		sum += likeness.get(i, j);
		count++;
	}
	return count === 0 ? 0 : sum / count;
}

/** Mean silhouette over all notes; notes alone in their group count as nothing. */
export function silhouette(likeness: Likeness, groups: readonly number[][]): number {
	let sum = 0;
	let notes = 0;
	for (const group of groups) {
		for (const i of group) {
			notes++;
			if (group.length === 1) continue;
			const own = 1 - closeness(likeness, i, group);
			let next = Infinity;
			for (const other of groups)
				if (other !== group) next = Math.min(next, 1 - closeness(likeness, i, other));
			if (next !== Infinity) sum += (next - own) / Math.max(own, next, 1e-9);
		}
	}
	return notes === 0 ? 0 : sum / notes;
}

/** A group of fewer notes is no theme. */
const MIN = 2;
/** Groups beyond this are more than a team can take in at once. */
const MAX = 14;

/** Groups all notes; see the head of this file. Nothing in common at all leaves all of them out. */
export function cluster(likeness: Likeness, options: ClusterOptions = {}): Grouping {
	const n = likeness.size;
	if (n < MIN) return { groups: [], left: Array.from({ length: n }, (_, i) => i) };
	const by = options.cutBy ?? likeness;
	const merges = mergeTree(by);
	let best: number[][] = [];
	if (options.count !== undefined) best = cutWith(by, merges, options.count);
	else {
		let bestScore = -Infinity;
		for (let count = 2; count <= Math.max(2, n - 1); count++) {
			const groups = cutAt(merges, n, count);
			const themes = groups.filter((group) => group.length >= MIN).length;
			if (themes === 0 || themes > MAX) continue;
			const score = silhouette(by, groups) - crowding(groups, n);
			if (score > bestScore) [best, bestScore] = [groups, score];
		}
	}
	return tidy(likeness, best, options.count === undefined);
}

/**
 * The cut at which `count` groups of at least two notes stand. Where merging leaves single notes
 * over at every cut, notes are put to the nearest of so many centres instead.
 */
function cutWith(likeness: Likeness, merges: readonly Merge[], count: number): number[][] {
	const n = likeness.size;
	const themesIn = (groups: readonly number[][]): number =>
		groups.filter((group) => group.length >= MIN).length;
	for (let k = count; k <= n; k++) {
		const groups = cutAt(merges, n, k);
		if (themesIn(groups) === count) return groups;
	}
	const wanted = Math.max(1, Math.min(count, n));
	const labels = kMeans(
		principalCoordinates(likeness, Math.min(wanted + 1, n - 1)),
		wanted,
		randomFrom(1),
		8,
	);
	const groups = Array.from({ length: wanted }, (_, g) => [...labels.keys()].filter((i) => labels[i] === g));
	return fillUp(likeness, groups);
}

/** Lets groups that are too small to be themes take what is most like them from the larger ones. */
function fillUp(likeness: Likeness, start: readonly number[][]): number[][] {
	const groups = start.map((group) => [...group]);
	for (const small of groups)
		while (small.length < MIN) {
			const spare = groups.filter((group) => group.length > MIN).flat();
			if (spare.length === 0) return groups;
			const [first, ...rest] = spare as [number, ...number[]];
			const near = (i: number): number => closeness(likeness, i, small);
			const taken = rest.reduce((best, i) => (near(i) > near(best) ? i : best), first);
			for (const group of groups) {
				const at = group.indexOf(taken);
				if (at >= 0) group.splice(at, 1);
			}
			small.push(taken);
		}
	return groups;
}

/** A small penalty for cuts with many tiny groups or one that swallows nearly everything. */
function crowding(groups: readonly number[][], n: number): number {
	const largest = Math.max(...groups.map((group) => group.length));
	const alone = groups.filter((group) => group.length < MIN).length;
	const wanted = Math.max(2, Math.sqrt(n));
	const themes = groups.length - alone;
	return (
		0.06 * Math.max(0, largest / n - 0.45) + 0.08 * Math.max(0, themes / wanted - 1.2) + 0.05 * (alone / n)
	);
}

/** Lets notes change to the group they are most like, then leaves out what is like none. */
function tidy(likeness: Likeness, start: readonly number[][], leaveOut: boolean): Grouping {
	let groups = start.filter((group) => group.length >= MIN).map((group) => [...group]);
	if (groups.length === 0) return { groups: [], left: Array.from({ length: likeness.size }, (_, i) => i) };
	const everyone = Array.from({ length: likeness.size }, (_, i) => i);
	for (let round = 0; round < 4; round++) {
		let moved = false;
		const home = new Map<number, number>();
		groups.forEach((group, g) => group.forEach((i) => home.set(i, g)));
		for (const i of everyone) {
			const now = home.get(i);
			let to = now;
			let best =
				now === undefined ? typical(likeness, groups) * 0.6 : closeness(likeness, i, groups[now]!) + 0.01;
			groups.forEach((group, g) => {
				const value = closeness(likeness, i, group);
				if (g !== now && value > best) [to, best] = [g, value];
			});
			if (to === now || to === undefined) continue;
			// So many were wanted: none is emptied.
			if (!leaveOut && now !== undefined && groups[now]!.length <= MIN) continue;
			if (now !== undefined) groups[now] = groups[now]!.filter((j) => j !== i);
			groups[to]!.push(i);
			home.set(i, to);
			moved = true;
		}
		groups = groups.filter((group) => group.length >= MIN);
		if (!moved) break;
	}
	if (leaveOut) {
		const odd = typical(likeness, groups) * 0.32;
		groups = groups
			.map((group, _, all) =>
				group.filter((i) => {
					const own = closeness(likeness, i, group);
					if (own >= odd) return own > 0;
					// A weak tie is a tie all the same where there is next to none to anything else.
					const next = Math.max(
						0,
						...all.map((other) => (other === group ? 0 : closeness(likeness, i, other))),
					);
					return own >= odd * 0.5 && own > next * 4;
				}),
			)
			.filter((group) => group.length >= MIN);
	}
	const taken = new Set(groups.flat());
	groups.forEach((group) => group.sort((a, b) => a - b));
	groups.sort((a, b) => b.length - a.length || a[0]! - b[0]!);
	return { groups, left: everyone.filter((i) => !taken.has(i)) };
}

/** The middle value of how close notes are to their own group. */
function typical(likeness: Likeness, groups: readonly number[][]): number {
	const values = groups
		.flatMap((group) => group.map((i) => closeness(likeness, i, group)))
		.sort((a, b) => a - b);
	return values[Math.floor(values.length / 2)] ?? 0;
}
