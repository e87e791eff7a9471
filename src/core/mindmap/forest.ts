/**
 * Which branch hangs on which, worked out from what each says by itself. Several people move
 * branches at the same time, offline as well, so what they say together may contain cycles and
 * parents that are gone. Every screen resolves the same links to the same forest.
 *
 * Moves count in the order of their times, and one that would close a cycle is rejected: the branch
 * stays where it hung before (M. Kleppmann, D. Mulligan, V. Gomes and A. Beresford, "A
 * highly-available move operation for replicated trees", IEEE TPDS, 2022). In place of a log of all
 * moves each branch keeps its last few parents, and gets the newest that closes no cycle.
 */

/** Where a branch says that it hangs. */
export interface BranchLink {
	id: string;
	parent: string;
	/** Place among its siblings: a fractional key. */
	order: string;
	/** When it was hung there, ms. */
	movedAt: number;
	/** The latest first. */
	earlierParents?: readonly string[] | undefined;
}

export interface Forest {
	/** The parent of each branch that hangs on something. */
	readonly parents: ReadonlyMap<string, string>;
	/** The branches of each parent, in their order. */
	readonly branches: ReadonlyMap<string, readonly string[]>;
	/**
	 * Branches whose last move would close a cycle. Whoever moves a branch next writes down where
	 * they hang now, or they would jump as soon as nothing is in the way of that move any more.
	 */
	readonly rejected: readonly string[];
}

export const MAX_EARLIER_PARENTS = 6;

type CanAttach = (parent: string, id: string) => boolean;

const byTime = (a: BranchLink, b: BranchLink): number =>
	a.movedAt - b.movedAt || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

const bySiblingOrder = (a: BranchLink, b: BranchLink): number =>
	a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : 1;

/** Parents that a branch may have, the one it wants most first. */
const candidatesOf = ({ id, parent, earlierParents = [] }: BranchLink, canAttach: CanAttach): string[] =>
	[parent, ...earlierParents].filter((each) => each !== id && canAttach(each, id));

/** Branches that lie on a cycle. */
function findCyclic(parents: ReadonlyMap<string, string>): Set<string> {
	const cyclic = new Set<string>();
	/** In which walk each was visited. */
	const visited = new Map<string, number>();
	let walk = 0;
	for (const start of parents.keys()) {
		walk++;
		let at: string | undefined = start;
		while (at !== undefined && !visited.has(at)) {
			visited.set(at, walk);
			at = parents.get(at);
		}
		if (at === undefined || visited.get(at) !== walk) continue;
		for (let each = at; !cyclic.has(each); each = parents.get(each)!) cyclic.add(each);
	}
	return cyclic;
}

/**
 * Trees as disjoint sets (R. Tarjan, "Efficiency of a good but not linear set union algorithm",
 * 1975), so that long chains cost no more than short ones.
 */
class DisjointSets {
	private readonly above = new Map<string, string>();

	find(id: string): string {
		let top = id;
		for (let next = this.above.get(top); next !== undefined; next = this.above.get(top)) top = next;
		// Path compression.
		for (let at = id; at !== top;) {
			const next = this.above.get(at)!;
			this.above.set(at, top);
			at = next;
		}
		return top;
	}

	/** Attaches a branch without a parent to one. Says whether that closes no cycle. */
	attach(id: string, parent: string): boolean {
		const top = this.find(parent);
		if (top === id) return false;
		this.above.set(id, top);
		return true;
	}
}

/**
 * Resolves links to a forest.
 * @param links one of each branch
 * @param canAttach whether something is there that the branch `id` can hang on
 */
export function resolveForest(links: readonly BranchLink[], canAttach: CanAttach): Forest {
	const parents = new Map<string, string>();
	const candidates = new Map<string, string[]>();
	for (const link of links) {
		const all = candidatesOf(link, canAttach);
		candidates.set(link.id, all);
		if (all.length > 0) parents.set(link.id, all[0]!);
	}
	const cyclic = findCyclic(parents);
	const rejected: string[] = [];
	if (cyclic.size > 0) {
		for (const id of cyclic) parents.delete(id);
		const sets = new DisjointSets();
		for (const [id, parent] of parents) sets.attach(id, parent);
		for (const { id } of links.filter((each) => cyclic.has(each.id)).sort(byTime)) {
			const all = candidates.get(id)!;
			const parent = all.find((candidate) => sets.attach(id, candidate));
			if (parent !== undefined) parents.set(id, parent);
			if (parent !== all[0]) rejected.push(id);
		}
	}
	const siblings = new Map<string, BranchLink[]>();
	for (const link of links) {
		const parent = parents.get(link.id);
		if (parent === undefined) continue;
		const others = siblings.get(parent);
		if (others) others.push(link);
		else siblings.set(parent, [link]);
	}
	const branches = new Map(
		[...siblings].map(([parent, all]) => [parent, all.sort(bySiblingOrder).map(({ id }) => id)]),
	);
	return { parents, branches, rejected };
}

/** The earlier parents that a branch keeps when it is hung on another one. */
export const earlierParentsOf = (
	parent: string | undefined,
	before: Pick<BranchLink, 'parent' | 'earlierParents'> | undefined,
): string[] =>
	[
		...new Set([parent, before?.parent, ...(before?.earlierParents ?? [])].flatMap((each) => each ?? [])),
	].slice(0, MAX_EARLIER_PARENTS);
