/**
 * Groups found anew round those that somebody stands by: notes that were put together by hand stay
 * together, and apart from those of other kept groups (must-link and cannot-link constraints:
 * K. Wagstaff et al., "Constrained k-means clustering with background knowledge", 2001).
 */
import { cluster, type ClusterOptions } from './cluster';
import { Likeness } from './likeness';

/** A group that is to be found again: its notes, and those of them that stay in it. */
export interface KeptGroup {
	all: readonly number[];
	pinned: readonly number[];
}

export interface GroupsAround {
	groups: number[][];
	/** For each group the index of the kept one that it is; undefined where it is a new one. */
	keptAs: (number | undefined)[];
}

/**
 * Groups notes; each kept group is among the groups, with all its pinned notes and no pinned note
 * of another.
 * @param kept groups whose pinned notes do not overlap
 */
export function clusterAround(
	likeness: Likeness,
	kept: readonly KeptGroup[],
	options: ClusterOptions,
): GroupsAround {
	const { count } = options;
	const cutBy = constrained(options.cutBy ?? likeness, kept);
	const find = (wanted: number | undefined): GroupsAround => {
		const around = { cutBy, ...(wanted === undefined ? {} : { count: wanted }) };
		return match(cluster(likeness, around).groups, kept);
	};
	const found = find(count);
	// Kept groups that nothing found is like stand beside the found ones: fewer of those are
	// wanted.
	const over = count === undefined ? 0 : found.groups.length - count;
	return over > 0 && count! - over >= 1 ? find(count! - over) : found;
}

/** Likeness with which pinned notes of a group are as alike as can be, and others' not at all. */
function constrained(likeness: Likeness, kept: readonly KeptGroup[]): Likeness {
	const out = new Likeness(likeness.size);
	out.values.set(likeness.values);
	kept.forEach(({ pinned }, k) => {
		for (const i of pinned)
			kept.forEach((other, o) => {
				for (const j of other.pinned) if (i !== j) out.set(i, j, o === k ? 1 : -1);
			});
	});
	return out;
}

/** Which found group is which kept one; pinned notes go to theirs. */
function match(found: readonly number[][], kept: readonly KeptGroup[]): GroupsAround {
	const groups = found.map((group) => [...group]);
	const keptAs: (number | undefined)[] = groups.map(() => undefined);
	const order = kept
		.map((_, k) => k)
		.sort((a, b) => kept[b]!.pinned.length - kept[a]!.pinned.length || a - b);
	const unmatched: number[] = [];
	for (const k of order) {
		const g = likest(groups, keptAs, kept[k]!);
		if (g === undefined) unmatched.push(k);
		else keptAs[g] = k;
	}
	const pinnedIn = new Map(kept.flatMap(({ pinned }, k) => pinned.map((i) => [i, k] as const)));
	for (const k of unmatched) {
		// What was only named keeps the notes that it had; what is pinned elsewhere goes there.
		const { all, pinned } = kept[k]!;
		const own = pinned.length > 0 ? pinned : all.filter((i) => !pinnedIn.has(i));
		for (const group of groups) remove(group, own);
		groups.push([...own]);
		keptAs.push(k);
	}
	groups.forEach((group, g) => {
		const strays = group.filter((i) => pinnedIn.has(i) && pinnedIn.get(i) !== keptAs[g]);
		remove(group, strays);
	});
	keptAs.forEach((k, g) => {
		if (k === undefined) return;
		const missing = kept[k]!.pinned.filter((i) => !groups[g]!.includes(i));
		for (const group of groups) remove(group, missing);
		groups[g]!.push(...missing);
		groups[g]!.sort((a, b) => a - b);
	});
	const stays = groups.map((group, g) => keptAs[g] !== undefined || group.length > 1);
	return { groups: groups.filter((_, g) => stays[g]), keptAs: keptAs.filter((_, g) => stays[g]) };
}

function remove(group: number[], gone: readonly number[]): void {
	for (const i of gone) {
		const at = group.indexOf(i);
		if (at >= 0) group.splice(at, 1);
	}
}

/**
 * The free group with which a kept one has most notes in common; where none is pinned, more than
 * half of the smaller one.
 */
function likest(
	groups: readonly number[][],
	keptAs: readonly (number | undefined)[],
	{ all, pinned }: KeptGroup,
): number | undefined {
	const own = new Set([...all, ...pinned]);
	let best: number | undefined;
	let most = 0;
	groups.forEach((group, g) => {
		const shared = group.filter((i) => own.has(i)).length;
		const isEnough = pinned.length > 0 || shared * 2 > Math.min(own.size, group.length);
		if (keptAs[g] !== undefined || !isEnough || shared <= most) return;
		best = g;
		most = shared;
	});
	return best;
}
